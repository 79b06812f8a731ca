import type { Circuit, DrawingDoubt, SeenRunning } from '@grim-lantern/core';
import { useEffect, useState } from 'react';
import { askCore } from '../../session/coreClient';

/** What was found, and of what. */
interface Told {
  readonly circuit: Circuit;
  readonly seen: readonly SeenRunning[];
  /** Null where the drawing does what was seen. */
  readonly doubts: readonly DrawingDoubt[] | null;
}

/** What is perhaps drawn wrong, where the real vehicle does otherwise: each put right in one tap. */
export function DrawingDoubts({
  circuit,
  seen,
  onPutRight,
}: {
  readonly circuit: Circuit;
  readonly seen: readonly SeenRunning[];
  readonly onPutRight: (circuit: Circuit) => void;
}) {
  const [told, setTold] = useState<Told | null>(null);
  useEffect(() => {
    let current = true;
    const tell = (doubts: Told['doubts']) => {
      if (current) setTold({ circuit, seen, doubts });
    };
    askCore((core) => core.doubtDrawing(circuit, seen)).then(tell, () => tell([]));
    return () => {
      current = false;
    };
  }, [circuit, seen]);
  if (told?.circuit !== circuit || told.seen !== seen) {
    return <p className="text-dim">Looking for what would explain it …</p>;
  }
  const found = told.doubts;
  if (found === null) return <p className="text-agree">The drawing does now what you have seen.</p>;
  if (found.length === 0) {
    return (
      <p>
        No single mistake of the drawing explains it. Either the fault is at work, or more than one thing is
        drawn otherwise: compare the way of each load that differs, from its fuse to its ground, with the
        diagram.
      </p>
    );
  }
  return (
    <div>
      <p>
        The fault is at work, or the drawing is wrong. One of these would explain it; in other positions they
        may do different things:
      </p>
      <ul aria-label="What may be drawn wrong">
        {found.map(({ message, circuit: right }) => (
          <li
            key={message}
            className="border-line flex flex-wrap items-center justify-between gap-3 border-b py-1.5"
          >
            <span className="min-w-0 break-words">{message}</span>
            <button type="button" className="key border-line" onClick={() => onPutRight(right)}>
              Draw it so
            </button>
          </li>
        ))}
      </ul>
    </div>
  );
}
