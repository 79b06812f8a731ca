import type { StillApart } from '@grim-lantern/core';
import { useRecording } from '../entry/recording';

/** What is still apart, off or in a fuse's place, each put back with a tap: a job is not over before. */
export function PutBack({ items }: { readonly items: readonly StillApart[] }) {
  const record = useRecording();
  if (items.length === 0) return null;
  return (
    <section aria-label="Put back" className="border-line border-b py-4">
      <h2 className="text-xl font-semibold">Put back first</h2>
      <p className="text-dim text-[15px]">
        The proof is the complaint itself, with everything in its place. Key off while hands are in.
      </p>
      <ul>
        {items.map(({ words, putBack }) => (
          <li key={words} className="flex min-h-13 items-center gap-3 py-1">
            <span className="grow">{words}</span>
            <button
              type="button"
              className="key border-line shrink-0"
              disabled={record === null}
              aria-label={`Done: ${words}`}
              onClick={() => record?.(putBack)}
            >
              Done
            </button>
          </li>
        ))}
      </ul>
    </section>
  );
}
