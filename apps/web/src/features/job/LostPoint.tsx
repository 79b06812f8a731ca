import type { CircuitSummary } from '@grim-lantern/contract';
import type { Circuit, JobEvent } from '@grim-lantern/core';
import { fittedState, instrumentById, pointWords } from '@grim-lantern/core';
import { useEffect, useId, useState } from 'react';
import { fetchCircuit } from '../../data/circuits';
import { useRecording } from '../entry/recording';

type ReadingTaken = Extract<JobEvent, { type: 'reading-taken' }>;

/** Asks where in the drawing, as it is now, something was read whose point it no longer has. */
export function LostPoint({
  circuit,
  earlier,
  reading: { id, test, state, value, typed, unsure, told },
  more,
}: {
  readonly circuit: Circuit;
  /** The earlier revisions of its drawing, newest first: one of them has the point. */
  readonly earlier: readonly CircuitSummary[];
  readonly reading: ReadingTaken;
  /** How many more wait to be asked. */
  readonly more: number;
}) {
  const record = useRecording();
  const field = useId();
  const [point, setPoint] = useState('');
  const { name, targets } = instrumentById(test.instrument);
  const called = useFormerName(earlier, test.at);
  const place = () =>
    record?.({
      type: 'reading-taken',
      test: { ...test, at: point },
      state: fittedState(circuit, state),
      value,
      typed,
      corrects: id,
      ...(unsure === undefined ? {} : { unsure }),
      ...(told === undefined ? {} : { told }),
    });
  return (
    <section
      aria-label="A point that is gone"
      className="border-line flex flex-wrap items-center gap-x-3 gap-y-2 border-b px-4 py-2 lg:px-5"
    >
      <label htmlFor={field}>
        The drawing no longer has <span className="font-medium">{called}</span>, where {name.toLowerCase()}{' '}
        showed <span className="font-mono font-semibold">{typed}</span>. Where is that now?
      </label>
      <select
        id={field}
        className="field w-auto max-w-full min-w-[180px]"
        value={point}
        onChange={({ target }) => setPoint(target.value)}
      >
        <option value="">choose a point</option>
        {targets(circuit).map((each) => (
          <option key={each} value={each}>
            {pointWords(circuit, each)}
          </option>
        ))}
      </select>
      <button
        type="button"
        className="key key-chosen"
        disabled={record === null || point === ''}
        onClick={place}
      >
        It was read there
      </button>
      <button
        type="button"
        className="key border-line"
        disabled={record === null}
        onClick={() =>
          record?.({ type: 'reading-withdrawn', reading: id, why: 'its point is not in the drawing' })
        }
      >
        Nowhere: leave it out
      </button>
      {more > 0 && <span className="text-dim">{more} more like it</span>}
    </section>
  );
}

/** What an earlier drawing called a point; its own short name until that is fetched, or where none has it. */
function useFormerName(earlier: readonly CircuitSummary[], point: string): string {
  const [called, setCalled] = useState<string | null>(null);
  useEffect(() => {
    let current = true;
    const look = async () => {
      for (const { id } of earlier) {
        const answer = await fetchCircuit(id);
        const words = answer.status === 'done' ? nameIn(answer.reply.circuit, point) : null;
        if (words !== null) return words;
      }
      return null;
    };
    look().then(
      (words) => {
        if (current) setCalled(words);
      },
      () => undefined,
    );
    return () => {
      current = false;
    };
  }, [earlier, point]);
  return called ?? point.replace('.', ' ');
}

/** What a drawing calls a point; null where it has none of it. */
function nameIn(circuit: Circuit, point: string): string | null {
  const [thing] = point.split(/[.@]/);
  const known = [...circuit.parts, ...circuit.sections, ...circuit.places].some(
    ({ id }) => id === point || id === thing,
  );
  return known ? pointWords(circuit, point) : null;
}
