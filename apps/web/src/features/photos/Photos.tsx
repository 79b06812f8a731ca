import { useState } from 'react';
import { Picture } from './Picture';
import { PhotoSheet } from './PhotoSheet';
import type { ShownPhoto } from './usePhotos';

/** Photos side by side, each larger when tapped. */
export function Photos({
  photos,
  titleOf,
  size = 'h-28 w-36',
}: {
  readonly photos: readonly ShownPhoto[];
  readonly titleOf: (photo: ShownPhoto) => string;
  /** Classes of height and width. */
  readonly size?: string;
}) {
  const [open, setOpen] = useState<string | null>(null);
  const shown = photos.find(({ id }) => id === open);
  return (
    <>
      <ul className="flex flex-wrap gap-2">
        {photos.map((photo) => {
          const title = titleOf(photo);
          const refused = photo.waiting !== null && photo.waiting.why !== null;
          return (
            <li key={photo.id}>
              <button
                type="button"
                aria-label={photo.caption === '' ? title : `${title}: ${photo.caption}`}
                onClick={() => setOpen(photo.id)}
                className={`bg-raised hover:border-ink block border ${refused ? 'border-clash' : 'border-line'}`}
              >
                <Picture id={photo.id} words="" className={`object-cover ${size}`} />
              </button>
              {(photo.caption !== '' || photo.waiting !== null) && (
                <span className={`block max-w-36 text-[13px] ${refused ? 'text-clash' : 'text-dim'}`}>
                  {refused ? 'Not stored' : photo.waiting !== null ? 'Not sent yet' : photo.caption}
                </span>
              )}
            </li>
          );
        })}
      </ul>
      {shown !== undefined && (
        <PhotoSheet key={shown.id} photo={shown} title={titleOf(shown)} onClose={() => setOpen(null)} />
      )}
    </>
  );
}
