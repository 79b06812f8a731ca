import type { Session } from '@grim-lantern/contract';
import type { JobEvent, LoggedEvent } from '@grim-lantern/core';
import { newId } from '../../src/data/newId';
import { loadSession } from '../../src/data/access';
import { loadJob } from '../../src/data/jobs';
import { outboxSlice } from '../../src/data/outbox';
import { startPost } from '../../src/data/post';
import { createStore } from '../../src/data/store';
import { keepsNothing } from './keptOutboxes';
import { library, libraryJob, summary } from '../demo';

/** A server of one job, which stores each event once, and can be made to fail. */
class FakeServer {
  readonly log: LoggedEvent[] = [];
  requests = 0;
  mood: 'well' | 'gone' | 'answer lost' = 'well';
  refuses: (event: JobEvent) => boolean = () => false;
  /** What it fails on, with status 500. */
  breaksOn: (event: JobEvent) => boolean = () => false;

  readonly fetch = (address: string, init?: { method?: string; body?: string }): Promise<Response> => {
    this.requests++;
    if (this.mood === 'gone') return Promise.reject(new TypeError('no route'));
    const reply = init?.method === 'POST' ? this.append(init.body ?? '{}') : this.read(address);
    return this.mood === 'answer lost' ? Promise.reject(new TypeError('cut off')) : Promise.resolve(reply);
  };

  private append(body: string): Response {
    const { events } = JSON.parse(body) as { events: JobEvent[] };
    if (events.some(this.breaksOn)) {
      return Response.json({ code: 'server/broken', message: 'The server failed.' }, { status: 500 });
    }
    if (events.some(this.refuses)) {
      return Response.json({ code: 'request/field', message: 'It does not fit.' }, { status: 422 });
    }
    for (const event of events) {
      if (this.log.every(({ id }) => id !== event.id)) {
        this.log.push({ ...event, sequence: this.log.length + 1 });
      }
    }
    return Response.json({ events: this.log.filter(({ id }) => events.some((event) => event.id === id)) });
  }

  private read(address: string): Response {
    const after = Number(new URL(address, 'http://workshop').searchParams.get('after'));
    return Response.json({ events: this.log.filter(({ sequence }) => sequence > after) });
  }
}

/** Another job, of which this server knows nothing but what is sent. */
const otherJob = newId();

const nobody: Session = { person: null, workshop: null, demo: [], device: [], empty: false };

const author = libraryJob.events[0]!.author;
const refusing = (point: string): JobEvent => ({
  id: newId(),
  author,
  at: '2026-11-24T09:00:00.000Z',
  type: 'point-refused',
  point,
});
const jobId = libraryJob.id;

function open(server: FakeServer) {
  localStorage.clear();
  globalThis.fetch = server.fetch as typeof fetch;
  const store = createStore(keepsNothing);
  store.dispatch(loadJob.fulfilled({ summary, circuit: library, log: [] }, 'x', jobId));
  const end = startPost(store, () => jobId);
  const make = (event: JobEvent) => store.dispatch(outboxSlice.actions.eventMade({ jobId, event }));
  const log = () => {
    const job = store.getState().jobs[jobId];
    return job?.status === 'ready' ? job.log : [];
  };
  return { store, make, log, end };
}

let page: ReturnType<typeof open>;
let server: FakeServer;
beforeEach(() => {
  jest.useFakeTimers();
  server = new FakeServer();
  page = open(server);
});
afterEach(() => {
  page.end();
  jest.useRealTimers();
});

test('entries are stored and numbered in the order made', async () => {
  const events = ['hinge', 'floor-duct', 'sill'].map(refusing);
  events.forEach(page.make);
  await jest.advanceTimersByTimeAsync(100);
  expect(page.log().map(({ id, sequence }) => [id, sequence])).toEqual(
    events.map(({ id }, index) => [id, index + 1]),
  );
  expect(page.store.getState().outbox.waiting).toEqual([]);
});

test('while the server is gone entries wait and the page says so; they go out when it is back', async () => {
  server.mood = 'gone';
  page.make(refusing('hinge'));
  await jest.advanceTimersByTimeAsync(5000);
  expect(page.store.getState().outbox).toMatchObject({ trouble: 'The server cannot be reached.' });
  page.make(refusing('sill'));
  const tried = server.requests;
  await jest.advanceTimersByTimeAsync(60_000);
  // Waits grow to 8 s: a server coming back is not stormed.
  expect(server.requests - tried).toBeLessThanOrEqual(10);
  server.mood = 'well';
  await jest.advanceTimersByTimeAsync(9000);
  expect(server.log).toHaveLength(2);
  expect(page.store.getState().outbox).toMatchObject({ trouble: null, waiting: [] });
});

test('an answer that is lost does not store an entry twice', async () => {
  server.mood = 'answer lost';
  page.make(refusing('hinge'));
  await jest.advanceTimersByTimeAsync(3000);
  expect(server.log).toHaveLength(1);
  server.mood = 'well';
  await jest.advanceTimersByTimeAsync(9000);
  expect(server.log).toHaveLength(1);
  expect(page.log()).toHaveLength(1);
});

test('one entry that does not fit is taken out alone; those around it are stored', async () => {
  const [first, bad, last] = ['hinge', 'moon', 'sill'].map(refusing);
  server.refuses = ({ id }) => id === bad!.id;
  server.mood = 'gone';
  [first!, bad!, last!].forEach(page.make);
  await jest.advanceTimersByTimeAsync(100);
  server.mood = 'well';
  await jest.advanceTimersByTimeAsync(9000);
  expect(server.log.map(({ id }) => id)).toEqual([first!.id, last!.id]);
  expect(page.store.getState().outbox).toMatchObject({
    waiting: [],
    refused: [{ event: { id: bad!.id }, why: 'It does not fit.', code: 'request/field' }],
  });
});

test('what another technician did arrives, once', async () => {
  await jest.advanceTimersByTimeAsync(100);
  server.log.push({ ...refusing('hinge'), sequence: 1 });
  await jest.advanceTimersByTimeAsync(6000);
  expect(page.log()).toHaveLength(1);
});

test('an entry that the server fails on holds up no other: neither of another job nor, after a while, of its own', async () => {
  const [before, bad, after] = ['hinge', 'moon', 'sill'].map(refusing);
  const elsewhere = refusing('floor-duct');
  server.breaksOn = ({ id }) => id === bad!.id;
  server.mood = 'gone';
  [before!, bad!, after!].forEach(page.make);
  page.store.dispatch(outboxSlice.actions.eventMade({ jobId: otherJob, event: elsewhere }));
  await jest.advanceTimersByTimeAsync(100);
  server.mood = 'well';
  await jest.advanceTimersByTimeAsync(3000);
  expect(server.log.map(({ id }) => id)).toEqual([elsewhere.id]);
  await jest.advanceTimersByTimeAsync(60_000);
  expect(server.log.map(({ id }) => id)).toEqual([elsewhere.id, before!.id, after!.id]);
  expect(page.store.getState().outbox).toMatchObject({ trouble: 'The server failed.', refused: [] });
  expect(page.store.getState().outbox.waiting.map(({ event }) => event.id)).toEqual([bad!.id]);
  // It is mended: what waited goes out.
  server.breaksOn = () => false;
  await jest.advanceTimersByTimeAsync(9000);
  expect(page.store.getState().outbox).toMatchObject({ trouble: null, waiting: [] });
});

test('what was entered for another workshop waits until somebody of it is signed in here again', async () => {
  const [mine, theirs] = [newId(), newId()];
  const signIn = (id: string) =>
    page.store.dispatch(loadSession.fulfilled({ ...nobody, workshop: { id, name: 'Workshop' } }, 'x'));
  signIn(mine);
  const [own, foreign] = [refusing('hinge'), refusing('sill')];
  page.store.dispatch(outboxSlice.actions.eventMade({ workshopId: theirs, jobId: otherJob, event: foreign }));
  page.store.dispatch(outboxSlice.actions.eventMade({ workshopId: mine, jobId, event: own }));
  await jest.advanceTimersByTimeAsync(9000);
  expect(server.log.map(({ id }) => id)).toEqual([own.id]);
  expect(page.store.getState().outbox.waiting.map(({ event }) => event.id)).toEqual([foreign.id]);
  signIn(theirs);
  await jest.advanceTimersByTimeAsync(9000);
  expect(server.log.map(({ id }) => id)).toEqual([own.id, foreign.id]);
});

describe('a job that was opened without the server', () => {
  const jobId = newId();
  const at = '2026-11-24T09:00:00.000Z';
  const complaint: JobEvent = { id: newId(), author, at, type: 'complaint-set', text: 'dark' };
  const opens = {
    ...{ id: jobId, vehicleId: newId(), circuitId: newId(), title: 'Dark', complaint: 'dark' },
    ...{ author, at, complaintEventId: complaint.id },
  };
  const refusal = Response.json({ code: 'circuit/unknown', message: 'No such circuit.' }, { status: 404 });
  const playedAgainst = async (answer: () => Response) => {
    const asked: string[] = [];
    globalThis.fetch = ((address: string, init?: { method?: string; body?: string }) => {
      asked.push(`${init?.method} ${address.replace(jobId, 'ID')}`);
      if (address === '/api/jobs' && init?.method === 'POST') return Promise.resolve(answer());
      if (init?.method !== 'POST') return Promise.resolve(Response.json({}, { status: 404 }));
      const { events } = JSON.parse(init.body ?? '{}') as { events: JobEvent[] };
      return Promise.resolve(
        Response.json({ events: events.map((each, k) => ({ ...each, sequence: k + 2 })) }),
      );
    }) as typeof fetch;
    const store = createStore(keepsNothing);
    store.dispatch(outboxSlice.actions.eventMade({ jobId, event: complaint, opens }));
    store.dispatch(outboxSlice.actions.eventMade({ jobId, event: refusing('floor') }));
    const end = startPost(store, () => null);
    await jest.advanceTimersByTimeAsync(100);
    end();
    return { asked: asked.filter((each) => each.startsWith('POST')), outbox: store.getState().outbox };
  };

  test('is opened first, then its entries follow; its complaint goes with the opening', async () => {
    const { asked, outbox } = await playedAgainst(() => Response.json({ ...summary, id: jobId }));
    expect(asked).toEqual(['POST /api/jobs', 'POST /api/jobs/ID/events']);
    expect(outbox.waiting).toEqual([]);
  });

  test('that the server will not open is put aside with its sentence, and what was entered in it stays', async () => {
    const { asked, outbox } = await playedAgainst(() => refusal.clone());
    expect(asked[0]).toBe('POST /api/jobs');
    expect(outbox.refused[0]).toMatchObject({ why: 'No such circuit.', opens: { title: 'Dark' } });
    expect([...outbox.waiting, ...outbox.refused]).toHaveLength(2);
  });
});
