import type { Circuit, OperatingState, RunningLoad } from '@grim-lantern/core';
import { restingState, withControl } from '@grim-lantern/core';
import { useEffect, useMemo, useState } from 'react';
import { Segments } from '../../ui/Segments';
import { askCore } from '../../session/coreClient';

/** Moves the controls of the drawing and says what would run: what the real one does otherwise is wrong in the drawing. */
export function TryIt({ circuit }: { readonly circuit: Circuit }) {
  const [chosen, setChosen] = useState<Readonly<Record<string, string>>>({});
  const [doubted, setDoubted] = useState<'yes' | 'no' | null>(null);
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
            onChoose={(position) => {
              setChosen({ ...chosen, [id]: position });
              setDoubted(null);
            }}
          />
        ))}
      </div>
      {loads === null && <p className="text-dim">It cannot be tried yet.</p>}
      {loads?.length === 0 && <p className="text-dim">No load in the drawing yet.</p>}
      <ul aria-label="What runs" className={`mb-2 ${triedIn === state ? '' : 'opacity-50'}`}>
        {running.map(({ at, name, does, works }) => (
          <li key={at} className="flex items-baseline justify-between gap-3">
            <span>{name}</span>
            <span className={works ? 'text-agree font-medium' : 'text-dim'}>
              {works ? 'runs' : does === 'Dead' ? 'off' : does.toLowerCase()}
            </span>
          </li>
        ))}
      </ul>
      {running.length > 0 && (
        <div className="flex flex-wrap items-center gap-3">
          <span className="text-dim">Does the real one do the same?</span>
          <Segments
            label=""
            name="Does the real one do the same?"
            chosen={doubted ?? ''}
            positions={[
              { id: 'yes', name: 'Yes' },
              { id: 'no', name: 'No' },
            ]}
            disabled={false}
            onChoose={(answer) => setDoubted(answer === 'no' ? 'no' : 'yes')}
          />
          {doubted === 'no' && (
            <p className="text-[15px]">
              Then the fault is at work, or the drawing is wrong: compare the way of each load that differs,
              from its fuse to its ground, with the diagram.
            </p>
          )}
        </div>
      )}
    </section>
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
