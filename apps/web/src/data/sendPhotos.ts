import { photosSlice } from './photos';
import type { WaitingPhoto } from './photoShelf';
import { photoShelf } from './photoShelf';
import { addressOf, answerOf } from './request';
import type { Store } from './store';

const patienceMilliseconds = 60_000;

/** Sends the photos that wait, one after another; one that the server refuses is put aside. Ends early where it is out of reach. */
export async function sendPhotos(store: Store): Promise<void> {
  const { photos, session } = store.getState();
  for (const photo of photos.waiting) {
    if (photo.why !== null || photo.workshopId !== session.workshopId) continue;
    const picture = await photoShelf.picture(photo.id);
    if (picture === undefined) continue;
    const { id: photoId, vehicleId, author, at, shows, of, jobId, caption } = photo;
    const query = {
      author,
      at,
      shows,
      caption,
      ...(of === null ? {} : { of }),
      ...(jobId === null ? {} : { job: jobId }),
    };
    const answer = await answerOf(
      'addPhoto',
      addressOf('addPhoto', { params: { vehicleId, photoId }, query }),
      {
        headers: { 'content-type': 'application/octet-stream' },
        body: picture,
        signal: AbortSignal.timeout(patienceMilliseconds),
      },
    );
    if (answer.status === 'out-of-reach') return;
    if (answer.status === 'done') {
      await photoShelf.keepPicture(photoId, picture);
      await photoShelf.let(photoId);
      store.dispatch(photosSlice.actions.photoStored(answer.reply));
    } else await sayOfWaiting(store, { ...photo, why: answer.problem.message });
  }
}

/** Changes what is said of a photo that waits, here and on the shelf. */
export async function sayOfWaiting(store: Pick<Store, 'dispatch'>, photo: WaitingPhoto): Promise<void> {
  store.dispatch(photosSlice.actions.waitingChanged(photo));
  await photoShelf.say(photo);
}
