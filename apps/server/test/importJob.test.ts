import { linesType, progressLineSchema } from '@grim-lantern/contract';
import type { JobEvent } from '@grim-lantern/core';
import { randomUUID } from 'node:crypto';
import { reading } from './events';
import type { TestServer } from './testServer';
import { libraryCircuit, testServer } from './testServer';

let server: TestServer;
beforeAll(async () => {
  server = await testServer();
});
afterAll(() => server.close());

describe('a job from another workshop', () => {
  const origin = () => ({
    jobId: randomUUID(),
    openedAt: '2026-11-20T08:00:00.000Z',
    circuitId: randomUUID(),
    vehicle: { id: randomUUID(), name: 'Larkfield Courier 2.0 van, 2016', service: 'toy library' },
    technicians: [{ id: randomUUID(), name: 'K. Nyberg' }],
  });
  const file = (from = origin()) => ({
    format: 'grim-lantern/job',
    version: 1,
    title: 'Step lamp dead',
    circuit: libraryCircuit,
    events: [{ ...reading(), author: from.technicians[0]!.id }],
    origin: from,
  });
  const takeIn = (body: unknown) => server.http.post('/api/jobs/import').send(body as object);

  test('is taken in whole, and again without change', async () => {
    const body = file();
    const { jobId: id, circuitId, vehicle } = body.origin;
    const summary = { id, circuitId, vehicle, title: 'Step lamp dead', lastSequence: 1 };
    expect((await takeIn(body).expect(200)).body).toMatchObject(summary);
    expect((await takeIn(body).expect(200)).body).toMatchObject(summary);
    const log = (await server.http.get(`/api/jobs/${id}/events`)).body as { events: JobEvent[] };
    expect(log.events).toMatchObject(body.events);
    const repository = await server.http.get(`/api/circuits/${circuitId}`);
    expect((repository.body as { circuit: unknown }).circuit).toEqual(libraryCircuit);
  });

  test('tells how far it is, in lines, and ends with what it would have said without', async () => {
    const inLines = async (body: ReturnType<typeof file>) => {
      const reply = await takeIn(body).set('accept', linesType).buffer(true).expect(200);
      expect(reply.type).toBe(linesType);
      const lines = reply.text.trimEnd().split('\n');
      return lines.map((line) => progressLineSchema.parse(JSON.parse(line)));
    };
    const body = file();
    const [author] = body.origin.technicians;
    const many = Array.from({ length: 1200 }, () => ({ ...reading(), author: author!.id }));
    const long = { ...body, events: many };
    const lines = await inLines(long);
    expect(lines.slice(0, -1)).toEqual([0, 500, 1000, 1200].map((done) => ({ done, of: 1200 })));
    expect(lines.at(-1)).toEqual({ reply: (await takeIn(long).expect(200)).body as unknown });
    // What fails under way is told in the last line, and nothing of it is stored.
    const other = file();
    const taken = { ...other, events: [...other.events.map((event) => ({ ...event, id: many[0]!.id }))] };
    const failed = await inLines(taken);
    expect(failed.at(-1)).toMatchObject({ status: 409, problem: { code: 'event/id-taken' } });
    await server.http.get(`/api/jobs/${other.origin.jobId}`).expect(404);
  });

  test('is refused whole when an event does not fit, an author is unknown or the circuit differs', async () => {
    const body = file();
    const misfit = { ...body.events[0]!, test: { instrument: 'voltmeter', at: 'F99.load' } };
    await takeIn({ ...body, events: [misfit] }).expect(422);
    await takeIn({ ...body, origin: { ...body.origin, technicians: [] } }).expect(422);
    await server.http.get(`/api/jobs/${body.origin.jobId}`).expect(404);
    await server.http.get(`/api/circuits/${body.origin.circuitId}`).expect(404);
    await takeIn(body).expect(200);
    const other = { ...body, circuit: { ...libraryCircuit, name: 'Other' } };
    expect((await takeIn(other).expect(409)).body).toMatchObject({ code: 'circuit/id-taken' });
  });

  test('goes through the order of work like one entered by hand, also when it is added to what is there', async () => {
    const body = file();
    const at = { author: body.origin.technicians[0]!.id, at: '2026-11-24T09:00:00.000Z' };
    const closing = { id: randomUUID(), ...at, type: 'job-closed', proven: true, why: '' };
    const early = { ...body, events: [...body.events, closing] };
    expect((await takeIn(early).expect(422)).body).toMatchObject({ code: 'job/order', field: 'events.1' });
    await server.http.get(`/api/jobs/${body.origin.jobId}`).expect(404);
    await takeIn(body).expect(200);
    await takeIn(early).expect(422);
    expect((await server.http.get(`/api/jobs/${body.origin.jobId}`)).body).toMatchObject({ lastSequence: 1 });
  });

  test('of five thousand events is stored whole within the page’s patience, and by two at once only once', async () => {
    const body = file();
    const [first] = body.events;
    const events = Array.from({ length: 5000 }, () => ({ ...first!, id: randomUUID() }));
    // Here the checks run on the server's own thread, which can then be slow to connect: both find a connection open.
    await Promise.all(Array.from({ length: 6 }, () => server.http.get('/api/workshop').expect(200)));
    const started = Date.now();
    const replies = await Promise.all([takeIn({ ...body, events }), takeIn({ ...body, events })]);
    expect(replies.map(({ status }) => status)).toEqual([200, 200]);
    expect(Date.now() - started).toBeLessThan(20_000);
    const { events: log } = (await server.http.get(`/api/jobs/${body.origin.jobId}/events`)).body as {
      events: { sequence: number }[];
    };
    expect(log.map(({ sequence }) => sequence)).toEqual(events.map((_each, index) => index + 1));
  });
});
