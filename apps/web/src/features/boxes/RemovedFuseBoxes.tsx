import { useState } from 'react';
import { saveFuseBox } from '../../data/fuseBoxes';
import { useAppDispatch } from '../../data/store';
import { useRemovedFuseBoxes } from './useFuseBoxes';

/** Boxes that were removed: each can be brought back. */
export function RemovedFuseBoxes({ vehicleId }: { readonly vehicleId: string }) {
  const dispatch = useAppDispatch();
  const removed = useRemovedFuseBoxes(vehicleId);
  const [problem, setProblem] = useState<string | null>(null);
  if (removed.length === 0) return null;
  return (
    <section aria-label="Removed boxes" className="border-line border-t py-3 print:hidden">
      <ul>
        {removed.map(({ id, centre, version }) => (
          <li key={id} className="flex min-h-12 flex-wrap items-center justify-between gap-3">
            <span className="text-dim min-w-0 break-words">{centre.name}, removed</span>
            <button
              type="button"
              className="key border-line"
              onClick={() =>
                void dispatch(saveFuseBox({ id, vehicleId, centre, version })).then((result) =>
                  setProblem(saveFuseBox.fulfilled.match(result) ? null : String(result.payload)),
                )
              }
            >
              Bring back
            </button>
          </li>
        ))}
      </ul>
      {problem !== null && (
        <p role="alert" className="text-clash">
          {problem}
        </p>
      )}
    </section>
  );
}
