import type { RouteName } from '@grim-lantern/contract';
import type { DBSchema, IDBPDatabase } from 'idb';
import { openDB } from 'idb';

/** What was read, as the server told it. */
export interface Copy {
  readonly content: unknown;
  /** When, ISO 8601. */
  readonly at: string;
}

interface CopiesDb extends DBSchema {
  copies: { key: string; value: Copy; indexes: { at: string } };
}

/** What is worth having without a network: who is signed in, lists, and all that a job is worked on with. */
const copied: readonly RouteName[] = [
  'session',
  'workshop',
  'jobs',
  'job',
  'events',
  'circuit',
  'centres',
  'relayEntries',
  'traces',
  'photos',
];

/** Whether a reply is kept: not what came since some event, nor what was searched for once. */
export function isCopied(name: RouteName, address: string): boolean {
  return copied.includes(name) && !/[?&](after|search|cursor)=[^&]/.test(address);
}

/** What has not been read for so long is not wanted at the vehicle any more. */
const keptMilliseconds = 30 * 86_400_000;

/**
 * Copies of what this device has read from the server, by address: shown while the server is out of reach. They belong to
 * whoever is signed in, and go with them. Where the browser keeps nothing there are none.
 */
export function openCopies() {
  let opened: Promise<IDBPDatabase<CopiesDb>> | null = null;
  const db = () =>
    (opened ??= openDB<CopiesDb>('grim-lantern-copies', 1, {
      upgrade(fresh) {
        fresh.createObjectStore('copies').createIndex('at', 'at');
      },
    }).then(async (open) => {
      const since = new Date(Date.now() - keptMilliseconds).toISOString();
      const old = open.transaction('copies', 'readwrite').store.index('at');
      // Only those are read: the first request of the page waits for this.
      for await (const cursor of old.iterate(IDBKeyRange.upperBound(since))) await cursor.delete();
      return open;
    }));
  const quietly = <T>(work: Promise<T>): Promise<T | undefined> => work.catch(() => undefined);
  return {
    keep: (address: string, content: unknown) =>
      quietly(
        (async () => {
          await (await db()).put('copies', { content, at: new Date().toISOString() }, address);
        })(),
      ),
    of: (address: string): Promise<Copy | undefined> =>
      quietly((async () => (await db()).get('copies', address))()),
    has: async (address: string): Promise<boolean> =>
      (await quietly((async () => (await db()).count('copies', address))())) === 1,
    /** Of somebody who is no longer signed in here. */
    forgetAll: () => quietly((async () => (await db()).clear('copies'))()),
  };
}

export const copies = openCopies();
