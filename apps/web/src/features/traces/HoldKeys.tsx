import type { Circuit } from '@grim-lantern/core';
import type { Recorder } from './useRecorder';

/** A place of the harness is moved for as long as its key is held, by thumb or by the space bar. */
export function HoldKeys({ circuit, recorder }: { readonly circuit: Circuit; readonly recorder: Recorder }) {
  const { held, onHold } = recorder;
  return (
    <section aria-label="Move the harness" className="mb-4">
      <h3 className="text-xl font-semibold">Move the harness</h3>
      <p className="text-dim mb-2 text-[15px]">
        Hold a place and watch the current.
        <span className="hidden sm:inline"> A hold on the map does the same.</span>
      </p>
      <div className="flex flex-wrap gap-2">
        {circuit.places.map(({ id, name }) => (
          <button
            key={id}
            type="button"
            aria-pressed={held === id}
            className={`key touch-none select-none ${held === id ? 'key-chosen' : 'border-line'}`}
            onPointerDown={(event) => {
              event.currentTarget.setPointerCapture(event.pointerId);
              onHold(id);
            }}
            onPointerUp={() => onHold(null)}
            onPointerCancel={() => onHold(null)}
            onContextMenu={(event) => event.preventDefault()}
            onKeyDown={({ key, repeat }) => {
              if ((key === ' ' || key === 'Enter') && !repeat) onHold(id);
            }}
            onKeyUp={() => onHold(null)}
            onBlur={() => onHold(null)}
          >
            {name}
          </button>
        ))}
      </div>
    </section>
  );
}
