import type { Circuit, JobState, OperatingState } from '@grim-lantern/core';
import { instrumentById, restingState, stateWords, withCavity, withControl } from '@grim-lantern/core';
import { useState } from 'react';
import { useRecording } from '../entry/recording';

/** Each control that is not at rest, put back alone: the states in which the fuse may have held before. */
function heldBefore(circuit: Circuit, state: OperatingState) {
  const rest = restingState(circuit).controls;
  return circuit.controls.flatMap(({ id, name, positions }) => {
    const back = positions.find((each) => each.id === rest[id]);
    if (back === undefined || state.controls[id] === back.id) return [];
    return [{ id, words: `${name} ${back.name}`, state: withControl(state, id, back.id) }];
  });
}

/** How a fuse blew, and in which states it had held until then: what hangs on the feed before the switch is cleared by that. */
export function FuseComplaint({
  circuit,
  job,
  fuse,
  times = 1,
  onTold,
}: {
  readonly circuit: Circuit;
  readonly job: JobState;
  readonly fuse: string;
  /** How often it went so. */
  readonly times?: number;
  /** Told once it is entered. */
  readonly onTold?: () => void;
}) {
  const record = useRecording();
  const [held, setHeld] = useState<readonly string[]>([]);
  const { display } = instrumentById('fresh-fuse');
  const outcomes = display.kind === 'outcomes' ? display.outcomes : [];
  // It blew in its cavity, whatever stands in for it now.
  const blew = withCavity(job.state, fuse, { kind: 'fuse' });
  const before = heldBefore(circuit, blew);
  const tell = (state: OperatingState, { id, name }: (typeof outcomes)[number]) =>
    record?.({
      type: 'reading-taken',
      test: { instrument: 'fresh-fuse', at: fuse },
      state,
      value: { kind: 'outcome', outcome: id },
      typed: times > 1 && id !== 'holds' ? `${name}, ${times} times` : name,
      told: true,
    });
  const holds = outcomes.find(({ id }) => id === 'holds');
  return (
    <div className="flex flex-col gap-3">
      {before.length > 0 && (
        <div role="group" aria-label="It held until then with" className="flex flex-wrap items-center gap-2">
          <span className="text-dim text-[15px]">It held until then with</span>
          {before.map(({ id, words }) => (
            <button
              key={id}
              type="button"
              aria-pressed={held.includes(id)}
              className={`key min-h-12 ${held.includes(id) ? 'key-chosen' : ''}`}
              onClick={() => setHeld(held.includes(id) ? held.filter((each) => each !== id) : [...held, id])}
            >
              {words}
            </button>
          ))}
        </div>
      )}
      <div className="grid grid-cols-2 gap-2">
        {outcomes
          .filter(({ id }) => id !== 'holds')
          .map((way) => (
            <button
              key={way.id}
              type="button"
              disabled={record === null}
              className="border-line bg-raised hover:border-ink min-h-14 border px-3 py-2 text-left text-lg font-medium"
              onClick={() => {
                const chosen = before.filter(({ id }) => held.includes(id));
                if (holds !== undefined) for (const { state } of chosen) tell(state, holds);
                tell(blew, way);
                onTold?.();
              }}
            >
              {way.name}
            </button>
          ))}
        <p className="text-dim col-span-2 text-[15px]">With {stateWords(circuit, blew)}.</p>
      </div>
    </div>
  );
}
