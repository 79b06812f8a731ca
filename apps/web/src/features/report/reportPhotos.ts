import type { Circuit } from '@grim-lantern/core';
import { placeById } from '@grim-lantern/core';
import { format } from 'date-fns';
import { pictureOf } from '../../data/photos';
import type { ShownPhoto } from '../photos/usePhotos';

/** A photo of a job, with what it shows in words. */
export interface ReportPhoto {
  readonly id: string;
  readonly words: string;
}

/** Those of one job that were not put away, each with what it shows and when. */
export function reportPhotos(
  circuit: Circuit,
  jobId: string,
  photos: readonly ShownPhoto[],
): readonly ReportPhoto[] {
  return photos
    .filter((each) => each.jobId === jobId && !each.removed)
    .map(({ id, of, caption, at }) => {
      const where =
        of === null
          ? undefined
          : (placeById(circuit, of)?.name ?? circuit.parts.find((each) => each.id === of)?.name);
      const words = [where, caption, format(at, 'd MMM, HH:mm')].filter((each) => each !== undefined);
      return { id, words: words.filter((each) => each !== '').join(', ') };
    });
}

/** A picture as a PDF takes it; null where it cannot be had. */
export async function pictureAddress({ id }: ReportPhoto): Promise<string | null> {
  const picture = await pictureOf(id);
  if (picture === null) return null;
  return new Promise((done) => {
    const reader = new FileReader();
    reader.addEventListener('load', () => done(typeof reader.result === 'string' ? reader.result : null));
    reader.addEventListener('error', () => done(null));
    reader.readAsDataURL(picture);
  });
}
