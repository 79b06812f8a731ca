import type { TraceRecord } from '@grim-lantern/contract';
import { formatQuantity, traceSides } from '@grim-lantern/core';
import { format } from 'date-fns';
import { useAppSelector } from '../../data/store';
import type { TracePanelProps } from './tracePanelProps';
import { sideNames } from './tracePanelProps';

/** The recordings that lie with the job: opened again, filed under another side, put aside and taken back. */
export function KeptTraces({ kept, states, onOpen, onRefile }: TracePanelProps) {
  const technicians = useAppSelector(({ workshop }) =>
    workshop.status === 'ready' ? workshop.workshop.technicians : [],
  );
  if (kept === undefined || (kept !== null && kept.length === 0)) return null;
  const shown = new Set(
    Object.values(states).flatMap((state) => (state.status === 'read' ? [state.id] : [])),
  );
  return (
    <section aria-label="Kept with this job" className="border-line mt-4 border-t pt-3">
      <h3 className="text-xl font-semibold">Kept with this job</h3>
      {kept === null ? (
        <p className="text-clash">They could not be fetched.</p>
      ) : (
        <ul>
          {kept.map((record) => (
            <li
              key={record.id}
              className="border-line grid grid-cols-[minmax(0,1fr)_auto] gap-x-3 border-b py-2"
            >
              <p className={`min-w-0 break-words ${record.kept ? '' : 'text-dim line-through'}`}>
                {record.name}
              </p>
              <Picture record={record} />
              <p className="text-dim col-span-2 text-[15px]">
                {format(new Date(record.at), 'd MMM HH:mm')},{' '}
                {technicians.find(({ id }) => id === record.author)?.name ?? 'somebody'}:{' '}
                {Number(record.seconds.toPrecision(3))} s, up to{' '}
                {formatQuantity(Math.max(...record.picture.greatest), 'A')}
              </p>
              <p className="col-span-2 mt-1 flex flex-wrap items-center gap-2">
                {record.kept && (
                  <>
                    <select
                      aria-label={`Side of ${record.name}`}
                      className="field w-auto"
                      value={record.side}
                      onChange={({ target }) => {
                        const side = traceSides.find((each) => each === target.value);
                        if (side !== undefined) onRefile(record, { side });
                      }}
                    >
                      {traceSides.map((side) => (
                        <option key={side} value={side}>
                          {sideNames[side]}
                        </option>
                      ))}
                    </select>
                    <button
                      type="button"
                      className="key border-line"
                      disabled={shown.has(record.id)}
                      onClick={() => onOpen(record)}
                    >
                      {shown.has(record.id) ? 'On show' : 'Show'}
                    </button>
                  </>
                )}
                <button
                  type="button"
                  className="key border-line"
                  onClick={() => onRefile(record, { kept: !record.kept })}
                >
                  {record.kept ? 'Put aside' : 'Take back'}
                </button>
              </p>
            </li>
          ))}
        </ul>
      )}
    </section>
  );
}

/** px of the small picture. */
const [width, height] = [110, 32];

/** The current from far away, least to greatest. */
function Picture({ record: { picture, seconds } }: { readonly record: TraceRecord }) {
  const top = Math.max(...picture.greatest, 1e-9);
  const bottom = Math.min(0, ...picture.least);
  const x = (at: number) => (width * at) / Math.max(seconds, 1e-9);
  const y = (amps: number) => height - (height * (amps - bottom)) / (top - bottom);
  const path = picture.seconds
    .map(
      (at, i) =>
        `M${x(at).toFixed(1)} ${y(picture.least[i]!).toFixed(1)}V${(y(picture.greatest[i]!) - 0.5).toFixed(1)}`,
    )
    .join('');
  return (
    <svg width={width} height={height} aria-hidden className="text-ink">
      <path d={path} stroke="currentColor" strokeWidth={1} fill="none" />
    </svg>
  );
}
