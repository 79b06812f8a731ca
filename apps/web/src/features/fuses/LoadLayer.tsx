import type { CurrentReading, JobState, LoadedFuse } from '@grim-lantern/core';
import { formatQuantity, stateWords } from '@grim-lantern/core';
import { useId, useState } from 'react';
import { Segments } from '../../ui/Segments';
import { AmountField } from '../../ui/AmountField';
import type { FuseLayerProps } from './fusePanelProps';
import { FuseArithmetic } from './FuseArithmetic';
import { ampsScale, voltsScale } from './scales';
import { useRecording } from '../entry/recording';

/** What each fuse carries with its circuit running, against what it should and what it may. */
export function LoadLayer({ circuit, job, work, selected, onSelect, celsius, onCelsius }: FuseLayerProps) {
  const fields = useId();
  const [by, setBy] = useState<CurrentReading['by']>('clamp');
  const chosen = work.loads.find(({ fuse }) => fuse.id === selected) ?? work.loads[0];
  return (
    <>
      <h2 className="text-2xl font-semibold">What does each fuse carry, running?</h2>
      <p className="text-dim mt-1 mb-2">
        As the vehicle stands: {stateWords(circuit, job.state)}. Clamp the wire behind the fuse, or put a
        meter in its place where its own fuse allows.
      </p>
      <div className="mb-2 flex items-center gap-3">
        <label htmlFor={`${fields}-celsius`} className="text-dim text-[15px]">
          Degrees around the box
        </label>
        <input
          id={`${fields}-celsius`}
          type="number"
          min={-40}
          max={125}
          className="field w-24 font-mono"
          value={celsius}
          onChange={({ target }) => {
            const value = Number(target.value);
            if (target.value !== '' && value >= -40 && value <= 125) onCelsius(value);
          }}
        />
        <span className="text-dim">°C</span>
      </div>
      <div className="mb-2">
        <Segments
          label="Read by"
          chosen={by}
          positions={instruments}
          disabled={false}
          onChoose={(id) => setBy(id === 'ammeter' ? 'ammeter' : 'clamp')}
        />
      </div>
      <ul data-fields aria-label="Loads behind each fuse">
        {work.loads.map((row) => (
          <LoadRow
            key={row.fuse.id}
            {...{ row, job, by }}
            chosen={row === chosen}
            onSelect={() => onSelect(row.fuse.id)}
          />
        ))}
      </ul>
      {chosen !== undefined && <FuseArithmetic key={chosen.fuse.id} row={chosen} loads={work.loads} />}
    </>
  );
}

const instruments = [
  { id: 'clamp', name: 'Clamp' },
  { id: 'ammeter', name: 'Meter in series' },
] as const;

function LoadRow({
  row: { fuse, expectedAmps, reading, ohms, verdict, timesExpected, loading, ammeterMay },
  job,
  by,
  chosen,
  onSelect,
}: {
  row: LoadedFuse;
  job: JobState;
  by: CurrentReading['by'];
  chosen: boolean;
  onSelect: () => void;
}) {
  const record = useRecording();
  const [volts, setVolts] = useState<number | null>(null);
  const take = (amps: number, at: number | null) =>
    record?.({
      type: 'current-read',
      fuse: fuse.id,
      pulled: null,
      amps,
      by,
      state: job.state,
      ...(at === null ? {} : { volts: at }),
    });
  const known = volts ?? reading?.volts ?? null;
  return (
    <li
      data-testid={`load-${fuse.id}`}
      className={`border-line border-b py-2 ${chosen ? 'bg-raised' : ''}`}
      onFocus={onSelect}
    >
      <div className="flex items-baseline justify-between gap-3">
        <span>
          <span className="font-mono text-lg font-semibold">{fuse.cavity}</span>{' '}
          <span className="text-dim text-[15px]">
            {fuse.ratingAmps} A · {formatQuantity(expectedAmps, 'A')} expected
          </span>
        </span>
        {verdict !== null && (
          <span className={verdict === 'just right' ? 'text-agree' : 'text-clash'}>
            {verdict}
            {timesExpected !== null &&
              verdict !== 'just right' &&
              `, ${Number(timesExpected.toPrecision(2))} ×`}
          </span>
        )}
      </div>
      <div className="mt-1 grid grid-cols-2 gap-2">
        <AmountField
          id={`amps-${fuse.id}`}
          label={`Amps behind ${fuse.name}`}
          scale={ampsScale}
          shown={reading === null ? '' : String(Number(reading.amps.toFixed(3)))}
          disabled={record === null || (by === 'ammeter' && !ammeterMay)}
          onTake={(amps) => take(amps, known)}
        />
        <AmountField
          id={`volts-${fuse.id}`}
          label={`Volts at the load of ${fuse.name}`}
          scale={voltsScale}
          shown={known === null ? '' : String(known)}
          disabled={record === null}
          onTake={(value) => {
            setVolts(value);
            if (reading !== null) take(reading.amps, value);
          }}
        />
      </div>
      <p className="text-dim mt-1 text-[14px]">
        {ohms !== null && `${formatQuantity(ohms, 'Ω')} in all behind it. `}
        {loading.verdict === 'within 75 %'
          ? `${formatQuantity(loading.marginAmps, 'A')} under its continuous rating. `
          : loading.verdict === 'above 75 %'
            ? `More than its continuous rating, ${formatQuantity(loading.continuousAmps, 'A')}. `
            : 'It will open at this. '}
        {!ammeterMay && <span className="text-clash">Clamp only: it would open a meter’s own fuse.</span>}
      </p>
    </li>
  );
}
