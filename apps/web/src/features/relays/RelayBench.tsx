import type {
  BenchKit,
  BenchOutcome,
  BenchReadings,
  BenchStep,
  BenchSubject,
  BenchVerdict,
} from '@grim-lantern/core';
import { benchKits, benchProcedure, benchVerdict, coilBandOf } from '@grim-lantern/core';
import { useId, useState } from 'react';
import { Segments } from '../../ui/Segments';
import { BenchHistory } from './BenchHistory';
import type { BenchField, BenchTyped } from './benchFields';
import { benchFields, readBench } from './benchFields';
import { BenchLines } from './BenchLines';
import { useAddRelayEntry } from './useRelayEntries';

/** A relay by itself: how to test it, what was read, whether it is good, and the earlier tests of what sat in its socket. */
export function RelayBench({
  subject,
  vehicleId,
  onVerdict,
  busy = false,
}: {
  readonly subject: BenchSubject;
  readonly vehicleId: string;
  /** Told a verdict that was kept; absent where there is nothing to tell it. */
  readonly onVerdict?: (outcome: BenchOutcome) => void;
  readonly busy?: boolean;
}) {
  const { relay, nominalVolts } = subject;
  const [kit, setKit] = useState<BenchKit>('battery and lamp');
  const [typed, setTyped] = useState<BenchTyped>({});
  const [reversed, setReversed] = useState<'' | 'both' | 'one'>('');
  const [kept, setKept] = useState<string | null>(null);
  const add = useAddRelayEntry(vehicleId, relay);
  const fields = benchFields(relay);
  const read = readBench(fields, typed, reversed === '' ? undefined : reversed === 'both');
  const verdict = read.status === 'read' ? benchVerdict(subject, read.readings) : null;
  const { leastOhms, mostOhms } = coilBandOf(subject);
  const keep = (readings: BenchReadings, { outcome }: BenchVerdict) => {
    void add?.({ type: 'bench', readings }).then((refused) => {
      setKept(refused ?? 'Kept with the relay’s history.');
      if (refused !== null) return;
      setTyped({});
      setReversed('');
      if (outcome !== null) onVerdict?.(outcome);
    });
  };
  return (
    <>
      <h2 className="text-2xl font-semibold">The relay by itself</h2>
      <p className="text-dim mt-1 mb-3">
        Coil of a sound one at 20 °C: {leastOhms}–{mostOhms} Ω
        {relay.coilBand === undefined ? ', the typical band' : ', by its maker'}. Contacts below 10 mΩ, under
        an ampere or more.
      </p>
      <Segments
        label="With"
        chosen={kit}
        positions={benchKits.map((id) => ({
          id,
          name: id === 'bench supply' ? 'Bench supply' : 'Battery and lamp',
        }))}
        disabled={false}
        onChoose={(id) => setKit(benchKits.find((each) => each === id) ?? kit)}
      />
      <Steps
        steps={benchProcedure(relay, nominalVolts, kit)}
        {...{ fields, typed }}
        refused={read.status === 'refused' ? read : null}
        onType={(id, text) => setTyped({ ...typed, [id]: text })}
      />
      <div className="mt-3">
        <Segments
          label="It pulls"
          chosen={reversed}
          positions={[
            { id: 'both', name: 'Either way round' },
            { id: 'one', name: 'One way only' },
          ]}
          disabled={false}
          onChoose={(id) => setReversed(id === 'both' ? 'both' : 'one')}
        />
      </div>
      {verdict !== null && verdict.lines.length > 0 && (
        <>
          <BenchLines verdict={verdict} />
          <button
            type="button"
            className="key key-chosen mt-3"
            disabled={add === null || busy}
            onClick={() => read.status === 'read' && keep(read.readings, verdict)}
          >
            {verdict.outcome === null || onVerdict === undefined
              ? 'Save'
              : 'Save, and enter the verdict in the job'}
          </button>
        </>
      )}
      <p role="status" className="text-dim min-h-6 py-1">
        {kept}
      </p>
      <BenchHistory {...{ relay, vehicleId, subject }} />
    </>
  );
}

interface FieldsProps {
  readonly fields: readonly BenchField[];
  readonly typed: BenchTyped;
  readonly refused: { readonly field: BenchField['id']; readonly why: string } | null;
  readonly onType: (id: BenchField['id'], text: string) => void;
}

/** Each step with the fields that it fills; the maker's band with the coil; what this kit cannot measure at the end. */
function Steps({ steps, fields, ...rest }: FieldsProps & { readonly steps: readonly BenchStep[] }) {
  const filledBy = (step: BenchStep) =>
    fields.filter(({ id }) =>
      id === 'leastOhms' || id === 'mostOhms' ? step.fills.includes('coilOhms') : step.fills.includes(id),
    );
  const placed = new Set(steps.flatMap((step) => filledBy(step).map(({ id }) => id)));
  const others = fields.filter(({ id }) => !placed.has(id));
  return (
    <div data-fields>
      <ol className="my-3 list-decimal pl-6" aria-label="How to test it">
        {steps.map((step) => (
          <li key={step.words} className="border-line border-b py-2">
            {step.words} {step.caution !== undefined && <span className="text-clash">{step.caution}</span>}
            <Fields {...rest} fields={filledBy(step)} />
          </li>
        ))}
      </ol>
      {others.length > 0 && <p className="text-dim">Where it was measured otherwise:</p>}
      <Fields {...rest} fields={others} />
    </div>
  );
}

function Fields({ fields, typed, refused, onType }: FieldsProps) {
  const prefix = useId();
  return (
    <div className="mt-1 grid grid-cols-2 gap-x-3 gap-y-2">
      {fields.map(({ id, label, unit }) => (
        <div key={id} className="min-w-0">
          <label htmlFor={`${prefix}-${id}`} className="text-dim block truncate text-[15px]">
            {label}
          </label>
          <span className="flex items-center gap-2">
            <input
              id={`${prefix}-${id}`}
              className="field font-mono"
              inputMode="decimal"
              autoComplete="off"
              aria-invalid={refused?.field === id}
              value={typed[id] ?? ''}
              onChange={({ target }) => onType(id, target.value)}
            />
            <span className="text-dim w-6 text-[15px]">{unit}</span>
          </span>
          {refused?.field === id && (
            <span role="alert" className="text-clash block text-[14px]">
              {refused.why}
            </span>
          )}
        </div>
      ))}
    </div>
  );
}
