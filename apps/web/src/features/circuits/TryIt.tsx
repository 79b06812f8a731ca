import type { Circuit, OperatingState, RunningLoad, SeenRunning } from '@grim-lantern/core';
import { restingState, stateKey, withControl } from '@grim-lantern/core';
import { useEffect, useMemo, useState } from 'react';
import { Segments } from '../../ui/Segments';
import { askCore } from '../../session/coreClient';
import { DrawingDoubts } from './DrawingDoubts';

/** What the real one was seen to do in one state. */
interface Seen extends SeenRunning {
  /** Whether it does as drawn; not known by which load it differs before one is tapped. */
  readonly answer: 'same' | 'differs' | 'differs by';
}

/**
 * Moves the controls of the drawing and says what would run. What the real one does otherwise is tapped, and with it what may be
 * drawn wrong is found; what is seen in other positions narrows that down.
 */
export function TryIt({
  circuit,
  onPutRight,
}: {
  readonly circuit: Circuit;
  /** Takes the drawing as it is after one of the mistakes was put right. */
  readonly onPutRight: (circuit: Circuit) => void;
}) {
  const [chosen, setChosen] = useState<Readonly<Record<string, string>>>({});
  const [seen, setSeen] = useState<ReadonlyMap<string, Seen>>(new Map());
  const state = useMemo(
    () =>
      circuit.controls.reduce((set, { id, positions }) => {
        const position = positions.find((each) => each.id === chosen[id]);
        return position === undefined ? set : withControl(set, id, position.id);
      }, restingState(circuit)),
    [circuit, chosen],
  );
  const { loads, state: triedIn } = useTried(circuit, state);
  const running = loads ?? [];
  const here = seen.get(stateKey(state));
  const see = (works: SeenRunning['works'], answer: Seen['answer']) =>
    setSeen(new Map(seen).set(stateKey(state), { state, works, answer }));
  const otherwise = here !== undefined && here.answer !== 'same';
  const all = useMemo(() => [...seen.values()], [seen]);
  if (circuit.parts.length === 0) return null;
  return (
    <section aria-label="Try it" className="border-line border-t px-4 py-3 lg:px-5">
      <h2 className="mb-2 text-lg font-semibold">Try it</h2>
      <div className="mb-2 flex flex-wrap gap-3">
        {circuit.controls.map(({ id, name, positions }) => (
          <Segments
            key={id}
            label={name}
            chosen={state.controls[id] ?? ''}
            positions={positions}
            disabled={false}
            onChoose={(position) => setChosen({ ...chosen, [id]: position })}
          />
        ))}
      </div>
      {loads === null && <p className="text-dim">It cannot be tried yet.</p>}
      {loads?.length === 0 && <p className="text-dim">No load in the drawing yet.</p>}
      <ul aria-label="What runs" className={`mb-2 ${triedIn === state ? '' : 'opacity-50'}`}>
        {running.map((load) => (
          <Load
            key={load.at}
            load={load}
            seen={otherwise ? (here.works[load.at] ?? load.works) : null}
            onSee={(works) => see({ ...here?.works, [load.at]: works }, 'differs by')}
          />
        ))}
      </ul>
      {running.length > 0 && (
        <div className="mb-2 flex flex-wrap items-center gap-3">
          <span className="text-dim">Does the real one do the same?</span>
          <Segments
            label=""
            name="Does the real one do the same?"
            chosen={here === undefined ? '' : otherwise ? 'no' : 'yes'}
            positions={[
              { id: 'yes', name: 'Yes' },
              { id: 'no', name: 'No' },
            ]}
            disabled={triedIn !== state}
            onChoose={(id) =>
              see(
                Object.fromEntries(running.map(({ at, works }) => [at, works])),
                id === 'yes' ? 'same' : 'differs',
              )
            }
          />
        </div>
      )}
      {otherwise && <p className="text-dim mb-2 text-[15px]">Tap each load that does otherwise.</p>}
      {all.some(({ answer }) => answer === 'differs by') && (
        <DrawingDoubts {...{ circuit, onPutRight }} seen={all} />
      )}
    </section>
  );
}

/** A load, what it would do as drawn, and, where the real one does otherwise somewhere, what that one does. */
function Load({
  load: { name, does, works },
  seen,
  onSee,
}: {
  readonly load: RunningLoad;
  /** Whether the real one works; null where that is not asked. */
  readonly seen: boolean | null;
  readonly onSee: (works: boolean) => void;
}) {
  return (
    <li className="flex items-center justify-between gap-3 py-0.5">
      <span>{name}</span>
      <span className="flex items-center gap-3">
        <span className={works ? 'text-agree font-medium' : 'text-dim'}>
          {works ? 'runs' : does === 'Dead' ? 'off' : does.toLowerCase()}
        </span>
        {seen !== null && (
          <button
            type="button"
            aria-label={`${name} ${works ? 'is off' : 'runs'} on the real one`}
            aria-pressed={seen !== works}
            className={`key ${seen === works ? 'border-line' : 'key-chosen'}`}
            onClick={() => onSee(!seen)}
          >
            {works ? 'is off' : 'runs'}
          </button>
        )}
      </span>
    </li>
  );
}

/** What the loads would do, and in which state; null where half a drawing has no solution. */
interface Tried {
  readonly state: OperatingState;
  readonly loads: readonly RunningLoad[] | null;
}

/** What every load would do; while a change is worked out, what stood before it. */
function useTried(circuit: Circuit, state: OperatingState): Tried {
  const [tried, setTried] = useState<Tried>({ state, loads: [] });
  useEffect(() => {
    let current = true;
    const tell = (loads: Tried['loads']) => {
      if (current) setTried({ state, loads });
    };
    askCore((core) => core.tryDrawing(circuit, state)).then(tell, () => tell(null));
    return () => {
      current = false;
    };
  }, [circuit, state]);
  return tried;
}
