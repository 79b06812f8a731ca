import type { JobEvent } from '@grim-lantern/core';
import { IDBFactory } from 'fake-indexeddb';
import 'fake-indexeddb/auto';
import fc from 'fast-check';
import { newId } from '../../src/data/newId';
import { corrected, wordsOf } from '../../src/features/outbox/corrected';
import { loadJob, takeBack } from '../../src/data/jobs';
import { openKeptOutbox } from '../../src/data/keptOutbox';
import type { Outgoing, Refused } from '../../src/data/outbox';
import { outboxSlice } from '../../src/data/outbox';
import { createStore } from '../../src/data/store';
import { library, libraryJob, summary } from '../demo';

const { eventMade, eventsStored, eventRefused, sentAgain, thrownAway } = outboxSlice.actions;

function made(at = '2026-11-24T09:00:00.000Z', jobId = libraryJob.id): Outgoing {
  const author = libraryJob.events[0]!.author;
  return { jobId, event: { id: newId(), author, at, type: 'point-refused', point: 'hinge' } };
}
const reading = (typed: string, value: number) => ({
  id: newId(),
  author: libraryJob.events[0]!.author,
  at: '2026-11-24T09:00:00.000Z',
  type: 'reading-taken' as const,
  test: { instrument: 'voltmeter' as const, at: 'F17.load' },
  state: { controls: {}, batteryConnected: true, apart: [], cavities: {} },
  value: { kind: 'number' as const, value },
  typed,
});
const refusal = (outgoing: Outgoing, code = 'request/field'): Refused => ({
  ...outgoing,
  why: 'No such point.',
  code,
});
const open = async () => createStore(await openKeptOutbox());
/** Until the browser has written what it was given. */
const written = () => new Promise((resolve) => setTimeout(resolve, 60));
/** What a page loaded now would find. */
const remembered = async () => {
  await written();
  return (await openKeptOutbox()).remembered;
};

beforeEach(() => {
  localStorage.clear();
  globalThis.indexedDB = new IDBFactory();
});

test('what is waiting outlives the page, in the order made, whatever the clock says', async () => {
  const store = await open();
  const times = ['2026-11-24T09:00:00.000Z', '2026-11-24T08:00:00.000Z', '2027-01-01T00:00:00.000Z'];
  const entries = times.map((at) => made(at));
  for (const entry of entries) store.dispatch(eventMade(entry));
  expect((await remembered()).waiting).toEqual(entries);
  const elsewhere = { ...made(), workshopId: newId() };
  store.dispatch(eventMade(elsewhere));
  expect((await remembered()).waiting).toEqual([...entries, elsewhere]);
  store.dispatch(eventsStored([elsewhere.event.id]));
  store.dispatch(eventsStored([entries[1]!.event.id]));
  expect((await remembered()).waiting).toEqual([entries[0], entries[2]]);
});

test('two windows on one job: neither loses what the other has waiting', async () => {
  const [one, other] = [await open(), await open()];
  const [first, second, third] = [made(), made(), made()];
  one.dispatch(eventMade(first));
  await written();
  other.dispatch(eventMade(second));
  await written();
  one.dispatch(eventMade(third));
  expect((await remembered()).waiting).toEqual([first, second, third]);
  one.dispatch(eventsStored([first.event.id, third.event.id]));
  expect((await remembered()).waiting).toEqual([second]);
  other.dispatch(eventsStored([second.event.id]));
  expect((await remembered()).waiting).toEqual([]);
});

test('a refused entry stays, through reloads, until it is sent again or thrown away', async () => {
  const store = await open();
  const [good, bad, worse] = [made(), made(), made()];
  for (const entry of [good, bad, worse]) store.dispatch(eventMade(entry));
  for (const entry of [bad, worse]) store.dispatch(eventRefused(refusal(entry)));
  expect(await remembered()).toMatchObject({ waiting: [good], refused: [refusal(bad), refusal(worse)] });
  store.dispatch(thrownAway(worse.event.id));
  const late = { ...bad.event, at: '2026-11-25T09:00:00.000Z' };
  store.dispatch(sentAgain({ id: bad.event.id, event: late }));
  expect(await remembered()).toMatchObject({
    waiting: [good, { jobId: bad.jobId, event: late }],
    refused: [],
  });
});

test('whatever happens, in whatever order: what the browser keeps is what the page shows', async () => {
  type Step = { readonly what: 'made' | 'stored' | 'refused' | 'again' | 'away'; readonly which: number };
  const step = fc.record({
    what: fc.constantFrom<Step['what']>('made', 'made', 'stored', 'refused', 'again', 'away'),
    which: fc.nat(5),
  });
  await fc.assert(
    fc.asyncProperty(fc.array(step, { maxLength: 14 }), async (steps) => {
      globalThis.indexedDB = new IDBFactory();
      const store = await open();
      for (const { what, which } of steps) {
        const { waiting, refused } = store.getState().outbox;
        const [out, back] = [waiting[which], refused[which]];
        if (what === 'made') store.dispatch(eventMade(made()));
        if (what === 'stored' && out !== undefined) store.dispatch(eventsStored([out.event.id]));
        if (what === 'refused' && out !== undefined) store.dispatch(eventRefused(refusal(out)));
        if (what === 'again' && back !== undefined) {
          store.dispatch(sentAgain({ id: back.event.id, event: back.event }));
        }
        if (what === 'away' && back !== undefined) store.dispatch(thrownAway(back.event.id));
      }
      const ids = (list: readonly Outgoing[]) => list.map(({ event }) => event.id).sort();
      const { waiting, refused } = store.getState().outbox;
      const kept = await remembered();
      expect([ids(kept.waiting), ids(kept.refused)]).toEqual([ids(waiting), ids(refused)]);
    }),
    { numRuns: 25 },
  );
});

test('a browser that keeps nothing is told at once; the entries stay on the page', async () => {
  globalThis.indexedDB = {
    open: () => {
      throw new Error('denied');
    },
  } as unknown as IDBFactory;
  const store = await open();
  const entry = made();
  store.dispatch(eventMade(entry));
  const { waiting, unkept } = store.getState().outbox;
  expect(waiting).toEqual([entry]);
  expect(unkept).toMatch(/keeps nothing/);
});

test('a storage that becomes full is told, and the entry stays on the page', async () => {
  const kept = await openKeptOutbox();
  const store = createStore({ ...kept, remember: () => Promise.reject(new Error('It is full.')) });
  const entry = made();
  store.dispatch(eventMade(entry));
  await written();
  expect(store.getState().outbox).toMatchObject({ waiting: [entry], unkept: 'It is full.' });
});

test('what earlier versions kept is taken over once; what cannot be an entry is left alone', async () => {
  const old = made();
  localStorage.setItem(`grim-lantern/outbox/${old.event.id}`, JSON.stringify(old));
  localStorage.setItem('grim-lantern/outbox/1', '{"jobId": 1');
  localStorage.setItem('another/outbox/3', JSON.stringify(made()));
  expect((await remembered()).waiting).toEqual([old]);
  expect((await remembered()).waiting).toEqual([old]);
  expect(Object.keys(localStorage).sort()).toEqual(['another/outbox/3', 'grim-lantern/outbox/1']);
});

test('a server restored to yesterday gets again what it had stored from here', async () => {
  const store = await open();
  const entries = [made(), made(), made(undefined, newId())];
  for (const entry of entries) store.dispatch(eventMade(entry));
  store.dispatch(eventsStored(entries.map(({ event }) => event.id)));
  await written();
  const again = await open();
  const log = [{ ...entries[0]!.event, sequence: 1 }];
  again.dispatch(loadJob.fulfilled({ summary, circuit: library, log }, 'x', libraryJob.id));
  await again.dispatch(takeBack(libraryJob.id));
  expect(again.getState().outbox.waiting).toEqual([entries[1]]);
});

describe('a refused entry that is mended', () => {
  const jobId = libraryJob.id;
  const event = reading('12,4 V', 12.4);

  test('carries the words typed anew, and the value that they say', () => {
    const again = corrected(refusal({ jobId, event }), '11.9 V');
    expect(again).toEqual({ ...event, typed: '11.9 V', value: { kind: 'number', value: 11.9 } });
    expect(corrected(refusal({ jobId, event }), 'eleven')).toMatch(/^Reading: expected volts/);
  });

  test('gets the time now where its own was refused, an id of its own where another has its', () => {
    const late = corrected(refusal({ jobId, event }, 'event/time'), event.typed) as JobEvent;
    expect(Date.now() - Date.parse(late.at)).toBeLessThan(5000);
    expect(late).toEqual({ ...event, at: late.at });
    const other = corrected(refusal({ jobId, event }, 'event/id-taken'), event.typed) as JobEvent;
    expect(other).toEqual({ ...event, id: other.id });
    expect(other.id).not.toBe(event.id);
  });

  test('what was tapped has no words; what was written has', () => {
    expect(wordsOf(made().event)).toBeNull();
    expect(wordsOf({ ...event, value: { kind: 'outcome', outcome: 'bright' } })).toBeNull();
    expect(wordsOf(event)).toBe('12,4 V');
  });
});
