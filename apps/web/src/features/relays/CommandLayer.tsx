import type { Circuit, CommandClause, CommandGate, CommandWire, JobState } from '@grim-lantern/core';
import {
  instruction,
  movesBetween,
  moveWords,
  partById,
  readingWords,
  terminalName,
} from '@grim-lantern/core';
import { OutcomeKeys } from '../entry/OutcomeKeys';
import { ReadNumber } from './ReadNumber';
import type { RelayLayerProps } from './relayPanelProps';

/** What must be true for the coil to get its current, what of it is seen to be true, and the wires in between. */
export function CommandLayer({ circuit, job, work: { path, table }, relay, onOther }: RelayLayerProps) {
  return (
    <>
      <h2 className="text-2xl font-semibold">Whose command is missing?</h2>
      <p className="text-dim mt-1">
        {table.commanded
          ? `As the controls stand, ${relay.name} should pull: every line below should hold.`
          : `As the controls stand, ${relay.name} should not pull.`}
      </p>
      {path.gates.length === 0 && (
        <p className="py-3 text-lg">No switch and no module stands in its coil’s way on this drawing.</p>
      )}
      {path.gates.map((gate) => (
        <Gate key={`${gate.part} ${gate.side}`} {...{ circuit, job, gate, onOther }} />
      ))}
      {path.wires.length > 0 && (
        <section aria-label="Wires of the coil" className="mt-5">
          <h3 className="text-xl font-semibold">Then the wire, end to end</h3>
          <p className="text-dim text-[14px]">
            Both ends off, battery off: else other ways round are read along with it. Ohms pass a wire of one
            strand; a drop under load does not.
          </p>
          {path.wires.map((wire) => (
            <Wire key={wire.test.at} {...{ circuit, job, wire }} />
          ))}
        </section>
      )}
    </>
  );
}

function Gate({
  circuit,
  job,
  gate: { part, side, terminal, clauses, read },
  onOther,
}: {
  readonly circuit: Circuit;
  readonly job: JobState;
  readonly gate: CommandGate;
  readonly onOther: (point: string) => void;
}) {
  return (
    <article className="border-line mt-3 border-t pt-2" data-testid={`gate-${part}`}>
      <div className="flex items-baseline justify-between gap-3">
        <h3 className="text-lg font-semibold">{partById(circuit, part).name}</h3>
        <span className="text-dim text-[14px]">{side}</span>
      </div>
      <ul>
        {clauses.map((clause) => (
          <Clause key={clause.words} {...{ clause, job }} />
        ))}
      </ul>
      {read.map(({ reading, good }) => (
        <p key={reading.id} className={`text-[14px] ${good ? 'text-agree' : 'text-clash'}`}>
          {instruction(circuit, reading.test)}: <span className="font-mono">{readingWords(reading)}</span>{' '}
          {good ? '✓ as it should be' : '✕ not as it should be'}
        </p>
      ))}
      <button
        type="button"
        className="text-dim min-h-11 text-[15px] underline"
        onClick={() => onOther(terminal)}
      >
        Read at {terminalName(circuit, terminal)}
      </button>
    </article>
  );
}

function Clause({
  clause: { words, holds, test, expected, last, seen },
  job,
}: {
  readonly clause: CommandClause;
  readonly job: JobState;
}) {
  const seenWords = seen === null ? '' : seen ? '✓ seen so' : '✕ not seen so';
  return (
    <li className="py-1">
      <div className="flex flex-wrap items-baseline justify-between gap-x-3">
        <span>{words}</span>
        <span className={`text-[14px] ${holds ? 'text-agree' : 'text-clash'}`}>
          {holds ? '✓ set so' : '✕ not set so'}
        </span>
      </div>
      {test !== null && (
        <>
          <p className={`text-[14px] ${seen === false ? 'text-clash' : 'text-dim'}`}>
            Live data should say: {expected.toLowerCase()}. {seenWords}
          </p>
          <OutcomeKeys
            item={{ test, healthy: expected, last }}
            name={`Live data: ${words}`}
            state={job.state}
            className="mt-1"
            keyClassName="min-h-11 grow px-2"
          />
        </>
      )}
    </li>
  );
}

function Wire({
  circuit,
  job,
  wire: { test, state, last, good, warning },
}: {
  readonly circuit: Circuit;
  readonly job: JobState;
  readonly wire: CommandWire;
}) {
  const steps = movesBetween(circuit, job.state, state).map((each) => moveWords(circuit, each));
  return (
    <div className="border-line border-b py-2" data-testid={`wire-${test.at}`}>
      <p className="font-medium">{instruction(circuit, test)}</p>
      <p className="text-dim text-[14px]">{steps.length === 0 ? 'Both ends are off.' : steps.join(' ')}</p>
      {warning !== '' && <p className="text-clash text-[14px]">{warning}</p>}
      <ReadNumber {...{ test, state, last }} label={instruction(circuit, test)} />
      {good !== null && (
        <p className={`text-[14px] ${good ? 'text-agree' : 'text-clash'}`}>
          {good ? '✓ whole' : '✕ not as it should be'}
        </p>
      )}
    </div>
  );
}
