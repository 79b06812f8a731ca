import { jobEventSchema } from '@grim-lantern/contract';
import type { DBSchema, IDBPDatabase } from 'idb';
import { openDB } from 'idb';
import { lasting } from './browserStorage';
import type { Outgoing, OutboxState, Refused } from './outbox';
import { emptyOutbox, entryOf } from './outbox';

/** An entry as the browser keeps it. Its key counts up: the order does not rest on a clock. */
interface Kept extends Outgoing {
  readonly id: string;
  readonly state: 'waiting' | 'refused' | 'stored';
  readonly why?: string;
  readonly code?: string;
  /** When it was stored, in milliseconds since 1970. */
  readonly storedAt?: number;
}

interface OutboxDb extends DBSchema {
  entries: { key: number; value: Kept; indexes: { id: string; jobId: string } };
}

/** What the browser keeps of the outbox, one row an entry: two windows each add their own, and neither writes over the other's. */
export interface KeptOutbox {
  /** What was there when the page was opened: left behind by earlier pages, or another window's. */
  readonly remembered: OutboxState;
  /** Brings what is kept in line with a change of the outbox. */
  readonly remember: (before: OutboxState, after: OutboxState) => Promise<void>;
  /** Entries of a job that the server has stored within the last two days, in the order made. */
  readonly storedOf: (jobId: string) => Promise<readonly Outgoing[]>;
}

/** For so long an entry is kept after it was stored: a server restored to yesterday gets it again. */
const keptMilliseconds = 2 * 86_400_000;
const nothingKept = 'This browser keeps nothing over a reload (its storage is full or switched off).';

/** Opens it. Where the browser's storage is denied, nothing is kept, and `unkept` says so. */
export async function openKeptOutbox(): Promise<KeptOutbox> {
  try {
    const db = await openDB<OutboxDb>('grim-lantern', 1, {
      upgrade(fresh) {
        const entries = fresh.createObjectStore('entries', { autoIncrement: true });
        entries.createIndex('id', 'id', { unique: true });
        entries.createIndex('jobId', 'jobId');
      },
    });
    await takeOver(db);
    await forgetOld(db);
    const all = (await db.getAll('entries')).filter(({ event }) => jobEventSchema.safeParse(event).success);
    // Else the browser may clear it when the disk is full.
    void navigator.storage?.persist?.().catch(() => undefined);
    return {
      remembered: {
        ...emptyOutbox,
        waiting: all.filter(({ state }) => state === 'waiting').map(outgoing),
        refused: all.filter(({ state }) => state === 'refused').map(refused),
      },
      remember: (before, after) => remember(db, before, after),
      async storedOf(jobId) {
        const rows = await db.getAllFromIndex('entries', 'jobId', jobId);
        return rows.filter(({ state }) => state === 'stored').map(outgoing);
      },
    };
  } catch {
    return {
      remembered: { ...emptyOutbox, unkept: nothingKept },
      remember: () => Promise.resolve(),
      storedOf: () => Promise.resolve([]),
    };
  }
}

const outgoing = (kept: Outgoing): Outgoing => entryOf(kept, kept.event);
const refused = (kept: Kept): Refused => ({ ...outgoing(kept), why: kept.why ?? '', code: kept.code ?? '' });

/** @throws {Error} where the browser does not store it: the sentence for the page */
async function remember(db: IDBPDatabase<OutboxDb>, before: OutboxState, after: OutboxState): Promise<void> {
  const writes: Promise<unknown>[] = [];
  const transaction = db.transaction('entries', 'readwrite', { durability: 'strict' });
  const put = async (kept: Kept) => {
    const key = await transaction.store.index('id').getKey(kept.id);
    await (key === undefined ? transaction.store.add(kept) : transaction.store.put(kept, key));
  };
  for (const entry of news(after.waiting, before.waiting)) {
    writes.push(put({ ...outgoing(entry), id: entry.event.id, state: 'waiting' }));
  }
  for (const entry of news(after.refused, before.refused)) {
    writes.push(put({ ...entry, id: entry.event.id, state: 'refused' }));
  }
  const here = new Set([...after.waiting, ...after.refused].map(({ event }) => event.id));
  for (const entry of before.waiting) {
    const { id } = entry.event;
    if (!here.has(id)) writes.push(put({ ...outgoing(entry), id, state: 'stored', storedAt: Date.now() }));
  }
  for (const { event } of before.refused) {
    if (here.has(event.id)) continue;
    const dropped = async () => {
      const key = await transaction.store.index('id').getKey(event.id);
      if (key !== undefined) await transaction.store.delete(key);
    };
    writes.push(dropped());
  }
  try {
    await Promise.all([...writes, transaction.done]);
  } catch {
    throw new Error(nothingKept);
  }
}

const news = <T>(after: readonly T[], before: readonly T[]) => after.filter((each) => !before.includes(each));

async function forgetOld(db: IDBPDatabase<OutboxDb>): Promise<void> {
  const transaction = db.transaction('entries', 'readwrite');
  for await (const cursor of transaction.store) {
    const { state, storedAt = 0 } = cursor.value;
    if (state === 'stored' && Date.now() - storedAt > keptMilliseconds) await cursor.delete();
  }
  await transaction.done;
}

/** Earlier versions kept an entry a key in the local storage: each moves once. */
async function takeOver(db: IDBPDatabase<OutboxDb>): Promise<void> {
  const prefix = 'grim-lantern/outbox/';
  const found = lasting
    .keys()
    .filter((key) => key.startsWith(prefix))
    .flatMap((key) => {
      const entry = readOutgoing(lasting.getItem(key));
      return entry === null ? [] : [{ key, ...entry }];
    })
    .sort((one, another) => one.event.at.localeCompare(another.event.at));
  for (const { key, jobId, event } of found) {
    const known = await db.getKeyFromIndex('entries', 'id', event.id);
    if (known === undefined) await db.add('entries', { id: event.id, jobId, event, state: 'waiting' });
    lasting.removeItem(key);
  }
}

function readOutgoing(stored: string | null): Outgoing | null {
  try {
    const { jobId, event } = JSON.parse(stored ?? '{}') as { jobId?: unknown; event?: unknown };
    const parsed = jobEventSchema.safeParse(event);
    return typeof jobId === 'string' && parsed.success ? { jobId, event: parsed.data } : null;
  } catch {
    return null;
  }
}
