import { copies } from './copies';
import { photoShelf } from './photoShelf';

/** Of somebody who is no longer signed in here, all that was read goes from this device; what waits to be sent stays. */
export async function forgetRead(): Promise<void> {
  await Promise.all([copies.forgetAll(), photoShelf.forgetPictures()]);
}
