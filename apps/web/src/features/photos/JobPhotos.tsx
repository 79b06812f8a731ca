import type { Circuit } from '@grim-lantern/core';
import { pointWords } from '@grim-lantern/core';
import { use } from 'react';
import { AddPhoto } from './AddPhoto';
import { PhotoContext } from './PhotoContext';
import { Photos } from './Photos';
import { usePhotos } from './usePhotos';

/** What was photographed in a job: the damage, the repair. It stands in the report. */
export function JobPhotos({ circuit }: { readonly circuit: Circuit }) {
  const context = use(PhotoContext);
  const photos = usePhotos(context?.vehicleId ?? null);
  if (context === null || context.jobId === null) return null;
  const own = (photos ?? []).filter(({ jobId, removed }) => jobId === context.jobId && !removed);
  return (
    <section aria-label="Photos" className="border-line my-3 flex flex-col gap-2 border-t pt-3">
      <h3 className="text-lg font-semibold">Photos</h3>
      <p className="text-dim text-[15px]">The damage before, the repair after: they stand in the report.</p>
      <Photos
        photos={own}
        titleOf={({ shows, of }) =>
          of === null
            ? 'Photo of this job'
            : shows === 'reading'
              ? 'Meter at a reading'
              : pointWords(circuit, of)
        }
      />
      <AddPhoto about={{ vehicleId: context.vehicleId, jobId: context.jobId, shows: 'job', of: null }} />
    </section>
  );
}
