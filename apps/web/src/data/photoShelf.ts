import type { PhotoSubject } from '@grim-lantern/contract';
import type { DBSchema, IDBPDatabase } from 'idb';
import { openDB } from 'idb';

/** A photo that was taken here and is not known to be stored. */
export interface WaitingPhoto {
  readonly id: string;
  readonly workshopId: string;
  readonly vehicleId: string;
  readonly author: string;
  readonly at: string;
  readonly shows: PhotoSubject;
  readonly of: string | null;
  readonly jobId: string | null;
  readonly caption: string;
  readonly width: number;
  readonly height: number;
  /** Why the server would not take it; null while it waits for its turn. */
  readonly why: string | null;
}

interface ShelfDb extends DBSchema {
  waiting: { key: string; value: { readonly photo: WaitingPhoto; readonly picture: Blob } };
  pictures: { key: string; value: { readonly picture: Blob; readonly at: string }; indexes: { at: string } };
}

/** Pictures that came from the server are shown without it for so long. */
const keptMilliseconds = 30 * 86_400_000;

/**
 * What this device has of photos: those on their way to the server, until they are stored, and pictures that were shown. Where
 * the browser keeps nothing, this page does for as long as it is open.
 */
export function openPhotoShelf() {
  let opened: Promise<IDBPDatabase<ShelfDb>> | null = null;
  const memory = new Map<string, { photo: WaitingPhoto; picture: Blob }>();
  const db = () =>
    (opened ??= openDB<ShelfDb>('grim-lantern-photos', 1, {
      upgrade(fresh) {
        fresh.createObjectStore('waiting');
        fresh.createObjectStore('pictures').createIndex('at', 'at');
      },
    }).then(async (open) => {
      const since = new Date(Date.now() - keptMilliseconds).toISOString();
      const old = open.transaction('pictures', 'readwrite').store.index('at');
      for await (const cursor of old.iterate(IDBKeyRange.upperBound(since))) await cursor.delete();
      return open;
    }));
  const quietly = <T>(work: () => Promise<T>): Promise<T | undefined> => work().catch(() => undefined);
  return {
    /** Those that were left behind by earlier pages. */
    async waiting(): Promise<readonly WaitingPhoto[]> {
      const rows = (await quietly(async () => (await db()).getAll('waiting'))) ?? [];
      return rows.map(({ photo }) => photo).sort((one, other) => (one.at < other.at ? -1 : 1));
    },
    /** @returns whether it outlives this page */
    async keep(photo: WaitingPhoto, picture: Blob): Promise<boolean> {
      memory.set(photo.id, { photo, picture });
      const key = await quietly(async () => (await db()).put('waiting', { photo, picture }, photo.id));
      return key !== undefined;
    },
    /** The same, with what is said of it changed. */
    async say(photo: WaitingPhoto): Promise<void> {
      const picture = await this.picture(photo.id);
      if (picture !== undefined) await this.keep(photo, picture);
    },
    /** Once it is stored, or thrown away by hand. */
    async let(id: string): Promise<void> {
      memory.delete(id);
      await quietly(async () => (await db()).delete('waiting', id));
    },
    async picture(id: string): Promise<Blob | undefined> {
      const here = memory.get(id)?.picture;
      if (here !== undefined) return here;
      const row = await quietly(async () => (await db()).get('waiting', id));
      return row?.picture ?? (await quietly(async () => (await db()).get('pictures', id)))?.picture;
    },
    async keepPicture(id: string, picture: Blob): Promise<void> {
      const at = new Date().toISOString();
      await quietly(async () => (await db()).put('pictures', { picture, at }, id));
    },
    /** Of somebody who is no longer signed in here; what waits stays. */
    forgetPictures: () => quietly(async () => (await db()).clear('pictures')),
  };
}

export const photoShelf = openPhotoShelf();
