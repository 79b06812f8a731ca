import type { Circuit } from '@grim-lantern/core';
import { placeById } from '@grim-lantern/core';
import { Camera } from 'lucide-react';
import { use, useState } from 'react';
import { Sheet } from '../../ui/Sheet';
import { AddPhoto } from './AddPhoto';
import { PhotoContext } from './PhotoContext';
import { Photos } from './Photos';
import { Picture } from './Picture';
import type { ShownPhoto } from './usePhotos';
import { usePhotos } from './usePhotos';

/** The photos of where the hand goes: of the place, and of the part; the newest stands as the key, or a camera where there is none. */
export function PhotosHere({
  circuit,
  place,
  part,
}: {
  readonly circuit: Circuit;
  readonly place: string | null;
  readonly part: string | null;
}) {
  const context = use(PhotoContext);
  const photos = usePhotos(context?.vehicleId ?? null);
  const [open, setOpen] = useState(false);
  if (context === null || (place === null && part === null)) return null;
  const { vehicleId, jobId } = context;
  const own = (photos ?? []).filter(
    ({ shows, of, removed }) =>
      !removed && ((shows === 'place' && of === place) || (shows === 'part' && of === part)),
  );
  const newest = own.at(-1);
  const nameOf = (kind: 'place' | 'part', id: string) =>
    (kind === 'place' ? placeById(circuit, id)?.name : circuit.parts.find((each) => each.id === id)?.name) ??
    id;
  const titleOf = ({ shows, of }: ShownPhoto) => nameOf(shows === 'part' ? 'part' : 'place', of ?? '');
  const subjects = (['part', 'place'] as const).flatMap((kind) => {
    const of = kind === 'part' ? part : place;
    return of === null ? [] : [{ kind, of }];
  });
  return (
    <>
      <button
        type="button"
        aria-label={
          newest === undefined ? 'Photos of this place: none yet' : `Photos of this place: ${own.length}`
        }
        title="Photos of this place"
        className="text-dim hover:text-ink flex h-11 w-11 shrink-0 items-center justify-center"
        onClick={() => setOpen(true)}
      >
        {newest === undefined ? (
          <Camera size={22} aria-hidden />
        ) : (
          <Picture id={newest.id} words="" className="border-line h-11 w-11 border object-cover" />
        )}
      </button>
      {open && (
        <Sheet
          title="Photos"
          description="Where it is, and what it looks like there: for you, and for whoever comes next."
          width="max-w-[640px]"
          onClose={() => setOpen(false)}
        >
          {subjects.map(({ kind, of }) => (
            <section key={kind} className="mb-4 flex flex-col gap-2" aria-label={nameOf(kind, of)}>
              <h3 className="text-lg font-semibold">{nameOf(kind, of)}</h3>
              <Photos photos={own.filter(({ shows }) => shows === kind)} titleOf={titleOf} />
              <AddPhoto about={{ vehicleId, jobId, shows: kind, of }} />
            </section>
          ))}
        </Sheet>
      )}
    </>
  );
}
