import type { SharedReport } from '@grim-lantern/contract';
import type { Circuit, JobState } from '@grim-lantern/core';
import { instruction, placeById, readingWords } from '@grim-lantern/core';
import { format } from 'date-fns';
import type { PictureOf } from '../photos/PictureSource';

/** A photo of a job, with what it shows in words. */
export interface ReportPhoto {
  readonly id: string;
  readonly words: string;
}

/** What a photo of the job shows: the meter at a reading, a place, a part; undefined for the job as a whole. */
function shownIn(
  circuit: Circuit,
  { readings }: JobState,
  { shows, of }: SharedReport['photos'][number],
): string | undefined {
  if (of === null) return undefined;
  if (shows !== 'reading')
    return placeById(circuit, of)?.name ?? circuit.parts.find((each) => each.id === of)?.name;
  const reading = readings.find(({ id }) => id === of);
  return reading === undefined ? 'Meter' : `${instruction(circuit, reading.test)}: ${readingWords(reading)}`;
}

/** The photos of a job, each with what it shows and when. */
export function reportPhotos(
  circuit: Circuit,
  job: JobState,
  photos: SharedReport['photos'],
): readonly ReportPhoto[] {
  return photos.map((photo) => {
    const words = [shownIn(circuit, job, photo), photo.caption, format(photo.at, 'd MMM, HH:mm')];
    return { id: photo.id, words: words.filter((each) => each !== undefined && each !== '').join(', ') };
  });
}

/** A picture as a PDF takes it; null where it cannot be had. */
export async function pictureAddress({ id }: ReportPhoto, pictureOf: PictureOf): Promise<string | null> {
  const picture = await pictureOf(id);
  if (picture === null) return null;
  return new Promise((done) => {
    const reader = new FileReader();
    reader.addEventListener('load', () => done(typeof reader.result === 'string' ? reader.result : null));
    reader.addEventListener('error', () => done(null));
    reader.readAsDataURL(picture);
  });
}
