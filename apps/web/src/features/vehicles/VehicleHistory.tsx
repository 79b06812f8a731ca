import type { HistoryLine } from '@grim-lantern/contract';
import { format } from 'date-fns';
import { useState } from 'react';
import { request, whyNot } from '../../data/request';

/** Who changed what about a vehicle and its fuse boxes: asked for when it is opened. */
export function VehicleHistory({ vehicleId }: { readonly vehicleId: string }) {
  const [found, setFound] = useState<readonly HistoryLine[] | string>('Fetching …');
  const fetch = async () => {
    const answer = await request('vehicleHistory', { params: { vehicleId } });
    setFound(answer.status === 'done' ? answer.reply.lines : whyNot(answer));
  };
  return (
    <details
      className="border-line mt-6 border-t print:hidden"
      onToggle={({ currentTarget }) => {
        if (currentTarget.open) void fetch();
      }}
    >
      <summary className="min-h-12 cursor-pointer py-2 text-2xl font-semibold">Who changed what</summary>
      {typeof found === 'string' && <p className="text-dim">{found}</p>}
      {typeof found !== 'string' && (
        <ol aria-label="Changes">
          {found.map(({ at, who, about, changes }) => (
            <li key={`${at} ${about}`} className="border-line flex flex-wrap gap-x-4 border-b py-2">
              <time dateTime={at} className="text-dim w-40 shrink-0">
                {format(new Date(at), 'd MMM yyyy HH:mm')}
              </time>
              <div className="min-w-0 grow basis-60 break-words">
                <p>
                  {who ?? 'With the first data'}: {about}
                </p>
                <ul>
                  {changes.map((change) => (
                    <li key={change.what} className="text-dim">
                      <Change {...change} />
                    </li>
                  ))}
                </ul>
              </div>
            </li>
          ))}
        </ol>
      )}
    </details>
  );
}

function Change({ what, before, after }: HistoryLine['changes'][number]) {
  if (before === '' && after === '') return what;
  if (before === '') return `${what}: ${after} entered`;
  if (after === '') return `${what}: ${before} taken out`;
  return `${what}: ${before} → ${after}`;
}
