import { use } from 'react';
import { AddPhoto } from './AddPhoto';
import { PhotoContext } from './PhotoContext';
import { Photos } from './Photos';
import { usePhotos } from './usePhotos';

interface OfReading {
  /** The id of its event. */
  readonly reading: string;
  /** What was read, in words. */
  readonly what: string;
}

/** The photos of the meter at one reading; nothing where there are none. */
export function ReadingPhotos({ reading, what }: OfReading) {
  const context = use(PhotoContext);
  const photos = usePhotos(context?.vehicleId ?? null);
  const own = (photos ?? []).filter(
    ({ shows, of, removed }) => shows === 'reading' && of === reading && !removed,
  );
  if (own.length === 0) return null;
  return <Photos photos={own} titleOf={() => `Meter: ${what}`} size="h-12 w-16" />;
}

/** Takes a photo of the meter at one reading. */
export function MeterCamera({ reading, what }: OfReading) {
  const context = use(PhotoContext);
  if (context === null || context.jobId === null) return null;
  const about = {
    vehicleId: context.vehicleId,
    jobId: context.jobId,
    shows: 'reading',
    of: reading,
  } as const;
  return <AddPhoto about={about} label={`Photo of the meter: ${what}`} bare />;
}
