import type { ChecklistLine, Circuit, ModuleDossier, OperatingState, TapItem } from '@grim-lantern/core';
import {
  instruction,
  isListRead,
  partById,
  readingWords,
  stateKey,
  terminalName,
  midSentence,
  wireLook,
  listWords,
} from '@grim-lantern/core';
import { useId, useState } from 'react';
import { useOpenJob, useWorkbench } from './openJob';
import { OutcomeKeys } from '../entry/OutcomeKeys';
import { useRecording } from '../entry/recording';

/** Codes and live data per module, and what must be good at its pins before it is judged. */
export function ModulesPanel() {
  const { circuit, diagnosis } = useOpenJob();
  const { measure } = useWorkbench();
  const { dossier, job } = diagnosis;
  return (
    <section aria-label="Modules" className="py-4">
      <h2 className="text-2xl font-semibold">Scan every module</h2>
      <p className="text-dim mt-1">
        A code says what a module misses, not what is broken. The module itself is judged last.
      </p>
      {dossier.modules.length === 0 && <p className="py-4 text-lg">No module is on this circuit.</p>}
      {dossier.modules.map((module) => (
        <ModuleCard
          key={module.id}
          {...{ circuit, module }}
          onPoint={measure}
          state={job.state}
          skipped={job.skipped[module.id]}
        />
      ))}
    </section>
  );
}

function ModuleCard({
  circuit,
  module: { id, codes, live, checklist },
  state,
  skipped,
  onPoint,
}: {
  circuit: Circuit;
  module: ModuleDossier;
  state: OperatingState;
  skipped: string | undefined;
  onPoint: (terminal: string) => void;
}) {
  const record = useRecording();
  const unscanned = codes.some(({ last }) => last === null);
  return (
    <article className="border-line mt-4 border-t pt-3" data-testid={`module-${id}`}>
      <h3 className="text-xl font-semibold">{partById(circuit, id).name}</h3>
      {codes.length > 0 && unscanned && (
        <div className="my-2 flex flex-wrap items-center gap-3">
          <span className="text-clash text-[15px]">Not scanned in this state.</span>
          <button
            type="button"
            className="key border-line"
            disabled={record === null}
            onClick={() => {
              for (const { test, last } of codes) {
                if (last !== null) continue;
                const value = { kind: 'outcome', outcome: 'none' } as const;
                record?.({ type: 'reading-taken', test, state, value, typed: 'No code' });
              }
            }}
          >
            Scanned: no codes
          </button>
        </div>
      )}
      {[...codes, ...live].map((item) => (
        <ScanLine key={`${item.test.instrument} ${item.test.at}`} {...{ circuit, item, state }} />
      ))}
      <Checklist {...{ circuit, checklist, skipped, state, onPoint }} module={id} />
    </article>
  );
}

function ScanLine({ circuit, item, state }: { circuit: Circuit; item: TapItem; state: OperatingState }) {
  const name = instruction(circuit, item.test);
  return (
    <div className="border-line border-b py-2">
      <p>
        {name} <span className="text-dim">· healthy: {midSentence(item.healthy)}</span>
      </p>
      <OutcomeKeys {...{ item, name, state }} className="mt-1" keyClassName="min-h-11 grow px-1" />
    </div>
  );
}

const verdictWords = { good: 'good', bad: 'not as it should be', unread: 'not read' } as const;

function Checklist({
  circuit,
  module,
  checklist,
  skipped,
  state,
  onPoint,
}: {
  circuit: Circuit;
  module: string;
  checklist: readonly ChecklistLine[];
  skipped: string | undefined;
  state: OperatingState;
  onPoint: (terminal: string) => void;
}) {
  const record = useRecording();
  const [why, setWhy] = useState('');
  const field = useId();
  const unread = !isListRead(checklist);
  return (
    <>
      <h4 className="text-dim mt-3 mb-1">Its supplies, grounds and inputs</h4>
      <ul aria-label="Check-list">
        {checklist.map((line) => (
          <li key={line.terminal} className="border-line flex items-center gap-3 border-b py-2">
            <span className="min-w-0 grow">
              <span className="font-medium">{terminalName(circuit, line.terminal)}</span>, {line.role}
              <span className="text-dim block text-[14px]">{lineWords(line)}</span>
              <span
                className={`block text-[14px] ${line.verdict === 'bad' ? 'text-clash' : line.verdict === 'good' ? 'text-agree' : 'text-dim'}`}
              >
                {line.reading === null ? '' : `${readingWords(line.reading)}: `}
                {verdictWords[line.verdict]}
              </span>
            </span>
            <button
              type="button"
              className="key border-line shrink-0"
              disabled={record === null}
              onClick={() => {
                if (stateKey(line.readIn) !== stateKey(state))
                  record?.({ type: 'state-set', state: line.readIn });
                onPoint(line.terminal);
              }}
            >
              Read
            </button>
          </li>
        ))}
      </ul>
      {skipped !== undefined && <p className="text-dim mt-2">Skipped knowingly: {skipped}</p>}
      {unread && skipped === undefined && (
        <form
          className="mt-3 flex items-end gap-2"
          onSubmit={(event) => {
            event.preventDefault();
            if (why.trim() !== '') record?.({ type: 'checklist-skipped', module, why: why.trim() });
          }}
        >
          <span className="grow">
            <label htmlFor={field} className="text-dim text-[15px]">
              Judge it without the list: why
            </label>
            <input
              id={field}
              className="field"
              maxLength={120}
              value={why}
              onChange={({ target }) => setWhy(target.value)}
            />
          </span>
          <button
            type="submit"
            className="key border-line whitespace-nowrap"
            disabled={record === null || why.trim() === ''}
          >
            Skip it
          </button>
        </form>
      )}
    </>
  );
}

function lineWords({ wires, sources, role, fedWhen }: ChecklistLine): string {
  const wire = wires
    .map(wireLook)
    .filter((each) => each !== '')
    .join(' and ');
  const from = sources.length === 0 ? '' : `from ${listWords(sources)}`;
  const fed = role !== 'supply' ? '' : fedWhen === '' ? 'fed by nothing drawn' : `fed ${fedWhen}`;
  return [wire, from, fed].filter((each) => each !== '').join(' · ');
}
