import type { Session } from '@grim-lantern/contract';
import 'fake-indexeddb/auto';
import { loadSession, signOut } from '../../src/data/access';
import { copies, openCopies } from '../../src/data/copies';
import { copyOpenJobs, keepJobCopies } from '../../src/data/jobCopies';
import { jobsSlice, loadJob } from '../../src/data/jobs';
import { addressOf, request, whenLinkChanges } from '../../src/data/request';
import { createStore } from '../../src/data/store';
import { newId } from '../../src/data/newId';
import { library, libraryJob, summary } from '../demo';
import { keepsNothing } from './keptOutboxes';

const [first] = libraryJob.events;
const stored = { ...first!, sequence: 1 };
const jobId = summary.id;
const params = { jobId };
const sessionOf = (id: string): Session => ({
  person: { id, name: 'A. Person', role: 'technician', password: true, pin: false, secondFactor: false },
  workshop: { id: newId(), name: 'W' },
  demo: [],
  device: [],
  empty: false,
});
const person = newId();

/** What the server would answer, by address; and whether it can be reached. */
let answers: Record<string, unknown> = {};
let mood: 'well' | 'gone' | 'failing' | 'signed out' = 'well';
let link: (string | null)[] = [];
beforeEach(async () => {
  await copies.forgetAll();
  mood = 'well';
  link = [];
  whenLinkChanges((copiedAt) => link.push(copiedAt));
  answers = {
    [addressOf('session')]: sessionOf(person),
    [addressOf('job', { params })]: summary,
    [addressOf('events', { params })]: { events: [stored] },
    [addressOf('circuit', { params: { circuitId: summary.circuitId } })]: {
      id: summary.circuitId,
      vehicleId: summary.vehicle.id,
      circuit: library,
    },
  };
  globalThis.fetch = ((address: string) => {
    if (mood === 'gone') return Promise.reject(new TypeError('no route'));
    if (mood === 'failing')
      return Promise.resolve(Response.json({ code: 'server/broken', message: 'x' }, { status: 500 }));
    if (mood === 'signed out')
      return Promise.resolve(Response.json({ code: 'sign-in/needed', message: 'x' }, { status: 401 }));
    const answer = answers[address];
    return Promise.resolve(
      answer === undefined
        ? Response.json({ code: 'request/unknown', message: 'x' }, { status: 404 })
        : Response.json(answer),
    );
  }) as typeof fetch;
});

test('what was read is shown while the server is out of reach, and said to be a copy', async () => {
  const read = await request('events', { params });
  expect(read).toMatchObject({ status: 'done', reply: { events: [{ id: first!.id }] } });
  mood = 'gone';
  expect(await request('events', { params })).toEqual(read);
  expect(link.at(-1)).toMatch(/^\d{4}-/);
  mood = 'well';
  await request('events', { params });
  expect(link.at(-1)).toBeNull();
});

test.each([
  ['was never read', 'gone', { params: { jobId: newId() } }],
  ['is only what came since', 'gone', { params, query: { after: 1 } }],
  ['the server fails on', 'failing', { params }],
  ['nobody is signed in for', 'signed out', { params }],
] as const)('nothing is shown for what %s', async (_what, then, parts) => {
  answers[addressOf('events', { params, query: { after: 1 } })] = { events: [] };
  await request('events', parts);
  mood = then;
  await request('events', { params });
  expect((await request('events', parts)).status).toBe('out-of-reach');
});

test('a list is copied, a search is not', async () => {
  const list = { show: 'all', order: 'opened', search: '', mine: '0', cursor: '' };
  const asked = [list, { ...list, search: 'horn' }, { ...list, cursor: 'x' }];
  for (const query of asked) {
    answers[addressOf('jobs', { query })] = { jobs: [], next: null };
    await request('jobs', { query });
  }
  mood = 'gone';
  const answered = await Promise.all(asked.map((query) => request('jobs', { query })));
  expect(answered.map(({ status }) => status)).toEqual(['done', 'out-of-reach', 'out-of-reach']);
});

test('what has not been read for a month goes when the page is opened', async () => {
  const kept = openCopies();
  await kept.keep('/fresh', 1);
  jest.useFakeTimers({ now: Date.now() - 31 * 86_400_000, doNotFake: ['setImmediate', 'queueMicrotask'] });
  await kept.keep('/old', 1);
  jest.useRealTimers();
  const later = openCopies();
  expect(await later.has('/fresh')).toBe(true);
  expect(await later.has('/old')).toBe(false);
});

test('what was copied for one person is not there for the next', async () => {
  const store = createStore(keepsNothing);
  await store.dispatch(loadSession());
  await request('events', { params });
  await store.dispatch(loadSession());
  expect(await copies.has(addressOf('events', { params }))).toBe(true);
  answers[addressOf('session')] = sessionOf(newId());
  await store.dispatch(loadSession());
  expect(await copies.has(addressOf('events', { params }))).toBe(false);
  expect(await copies.has(addressOf('session'))).toBe(true);
});

test('signing out leaves no copy', async () => {
  const store = createStore(keepsNothing);
  await store.dispatch(loadSession());
  await request('events', { params });
  answers[addressOf('signOut')] = { ...sessionOf(person), person: null, workshop: null };
  expect(signOut.fulfilled.match(await store.dispatch(signOut()))).toBe(true);
  expect(await copies.has(addressOf('events', { params }))).toBe(false);
  expect(await copies.has(addressOf('session'))).toBe(false);
});

test('a job that is open goes on from its last entry without the server, whoever made it', async () => {
  const store = createStore(keepsNothing);
  const end = keepJobCopies(store);
  await store.dispatch(loadJob(jobId));
  const more = { ...stored, id: newId(), sequence: 2 };
  store.dispatch(jobsSlice.actions.eventsArrived({ jobId, events: [more] }));
  await new Promise((resolve) => setTimeout(resolve, 50));
  end();
  mood = 'gone';
  const later = createStore(keepsNothing);
  await later.dispatch(loadJob(jobId));
  const job = later.getState().jobs[jobId];
  expect(job).toMatchObject({ status: 'ready', log: [{ sequence: 1 }, { id: more.id, sequence: 2 }] });
});

test('jobs that are still worked on are copied beforehand; closed ones are not', async () => {
  await copyOpenJobs([{ ...summary, id: newId(), stage: 'proven' }, summary]);
  mood = 'gone';
  expect((await request('job', { params })).status).toBe('done');
  expect((await request('circuit', { params: { circuitId: summary.circuitId } })).status).toBe('done');
});

test('a job is copied anew when it has news, whatever the clocks say', async () => {
  await copyOpenJobs([summary]);
  const asked: string[] = [];
  const answering = globalThis.fetch;
  globalThis.fetch = ((address: string) => {
    asked.push(address);
    return answering(address);
  }) as typeof fetch;
  await copyOpenJobs([{ ...summary, lastAt: '2099-01-01T00:00:00.000Z' }]);
  expect(asked).toEqual([]);
  await copyOpenJobs([{ ...summary, lastAt: '2001-01-01T00:00:00.000Z', lastSequence: 9 }]);
  const photos = addressOf('photos', { params: { vehicleId: summary.vehicle.id } });
  expect(asked).toEqual([photos, addressOf('events', { params }), addressOf('job', { params })]);
});
