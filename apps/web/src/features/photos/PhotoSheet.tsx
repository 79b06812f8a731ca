import { format } from 'date-fns';
import { useState } from 'react';
import { useStore } from 'react-redux';
import { photoShelf } from '../../data/photoShelf';
import { filePhoto, photosSlice, pictureOf } from '../../data/photos';
import { sayOfWaiting } from '../../data/sendPhotos';
import type { Store } from '../../data/store';
import { useAppDispatch, useAppSelector } from '../../data/store';
import { download, fileName } from '../../ui/download';
import { Sheet } from '../../ui/Sheet';
import { Picture } from './Picture';
import type { ShownPhoto } from './usePhotos';

/** One photo, large: its words, who took it, and what became of it. */
export function PhotoSheet({
  photo,
  title,
  onClose,
}: {
  readonly photo: ShownPhoto;
  readonly title: string;
  readonly onClose: () => void;
}) {
  const dispatch = useAppDispatch();
  const store = useStore() as Store;
  const [caption, setCaption] = useState(photo.caption);
  const [trouble, setTrouble] = useState<string | null>(null);
  const author = useAppSelector(({ workshop }) =>
    workshop.status === 'ready'
      ? workshop.workshop.technicians.find(({ id }) => id === photo.author)?.name
      : undefined,
  );
  const { waiting, removed } = photo;
  const file = (filing: { readonly caption: string; readonly removed: boolean }) => {
    setTrouble(null);
    if (waiting !== null) void sayOfWaiting(store, { ...waiting, caption: filing.caption });
    else
      dispatch(filePhoto({ id: photo.id, ...filing }))
        .unwrap()
        .catch((why: unknown) => setTrouble(`Not saved. ${String(why)}`));
  };
  return (
    <Sheet
      title={title}
      description={[author, format(photo.at, 'd MMM yyyy, HH:mm')].filter(Boolean).join(' · ')}
      width="max-w-[900px]"
      onClose={onClose}
    >
      <Picture
        id={photo.id}
        words={photo.caption === '' ? title : photo.caption}
        className="bg-raised mx-auto mb-3 max-h-[62vh] min-h-40 w-full object-contain"
      />
      <form
        className="flex flex-wrap items-end gap-2"
        onSubmit={(event) => {
          event.preventDefault();
          file({ caption: caption.trim(), removed });
        }}
      >
        <label className="flex grow flex-col gap-1">
          <span className="text-dim text-[15px]">What it shows</span>
          <input
            className="field w-full"
            maxLength={300}
            value={caption}
            onChange={({ target }) => setCaption(target.value)}
          />
        </label>
        <button type="submit" className="key" disabled={caption.trim() === photo.caption}>
          Save
        </button>
        {waiting === null && (
          <button
            type="button"
            className="key border-line"
            onClick={() => file({ caption: photo.caption, removed: !removed })}
          >
            {removed ? 'Bring it back' : 'Put it away'}
          </button>
        )}
      </form>
      {trouble !== null && (
        <p role="alert" className="text-clash mt-2">
          {trouble}
        </p>
      )}
      {waiting?.why === null && (
        <p className="text-dim mt-2">It is kept on this device and sent when the server is there.</p>
      )}
      {waiting !== null && waiting.why !== null && (
        <div role="alert" className="mt-2 flex flex-wrap items-center gap-2">
          <p className="text-clash grow">Not stored: {waiting.why}</p>
          <button
            type="button"
            className="key"
            onClick={() => void sayOfWaiting(store, { ...waiting, why: null })}
          >
            Send it again
          </button>
          <button
            type="button"
            className="key"
            onClick={() =>
              void pictureOf(photo.id).then(
                (picture) => picture !== null && download(fileName(`${title} ${photo.id}`, 'jpg'), picture),
              )
            }
          >
            Save it as a file
          </button>
          <button
            type="button"
            className="key"
            onClick={() => {
              onClose();
              void photoShelf.let(photo.id);
              dispatch(photosSlice.actions.waitingDropped(photo.id));
            }}
          >
            Throw it away
          </button>
        </div>
      )}
    </Sheet>
  );
}
