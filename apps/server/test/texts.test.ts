import { eventsSchema, jobSummarySchema } from '@grim-lantern/contract';
import fc from 'fast-check';
import { randomUUID } from 'node:crypto';
import type { TestServer } from './testServer';
import { demo, testServer } from './testServer';

let server: TestServer;
beforeAll(async () => {
  server = await testServer();
});
afterAll(() => server.close());

const [circuit] = demo.circuits;
const newJob = (change: object = {}) => ({
  id: randomUUID(),
  vehicleId: circuit!.vehicleId,
  circuitId: circuit!.id,
  title: 'Lamp dead',
  author: demo.technicians[0]!.id,
  at: '2026-11-24T07:00:00.000Z',
  complaintEventId: randomUUID(),
  complaint: 'All of it.',
  ...change,
});
const open = (job: object) => server.http.post('/api/jobs').send(job);

/** Characters that some layer below would stumble over, among ordinary ones. */
const text = fc
  .array(
    fc.oneof(
      fc.constantFrom(
        '\0',
        '\ud800',
        '\udfff',
        '😀',
        '\u202e',
        '"',
        '\\',
        '\u0085',
        '\ufeff',
        '%',
        '$1',
        ' ',
      ),
      fc.string({ unit: 'binary', maxLength: 3 }),
    ),
    { minLength: 1, maxLength: 12 },
  )
  .map((pieces) => pieces.join(''));
const year = fc.constantFrom('0000', '0001', '1969', '1999', '2025', '2099', '2100', '9999');
const time = fc
  .tuple(year, fc.constantFrom('Z', '+14:00', '-12:00'))
  .map(([y, offset]) => `${y}-12-31T23:59:59.999${offset}`);
/** An id that nothing else has, in either case. */
const newId = (upper: boolean) => (upper ? randomUUID().toUpperCase() : randomUUID());

test('whatever is stored can be read again; whatever cannot be is refused with a sentence, never with a failure', async () => {
  await fc.assert(
    fc.asyncProperty(text, text, fc.option(time), fc.boolean(), async (title, complaint, at, upper) => {
      const [jobId, complaintEventId] = [newId(upper), newId(upper)];
      const job = newJob({ title, complaint, id: jobId, complaintEventId, ...(at === null ? {} : { at }) });
      const reply = await open(job);
      expect([200, 422]).toContain(reply.status);
      if (reply.status === 422) {
        expect((reply.body as { message: string }).message).toMatch(/^[^\n]{10,260}\.$/);
        return;
      }
      jobSummarySchema.parse(reply.body);
      const { events } = eventsSchema.parse(
        (await server.http.get(`/api/jobs/${jobId}/events`).expect(200)).body,
      );
      expect(events[0]).toMatchObject({ id: complaintEventId.toLowerCase(), text: complaint.trim() });
      // The same again is the same job, whichever way its ids are written.
      await open({ ...job, id: jobId.toUpperCase() }).expect(200);
    }),
    { numRuns: 60 },
  );
  const list = await server.http.get('/api/jobs').expect(200);
  for (const job of (list.body as { jobs: unknown[] }).jobs) jobSummarySchema.parse(job);
});

test.each<[string, object, string]>([
  ['a NUL', { title: 'a\0b' }, 'title'],
  ['half an emoji', { complaint: '😀'.slice(0, 1) }, 'complaint'],
  ['the year 0', { at: '0000-01-01T00:00:00.000Z' }, 'at'],
  ['the year 9999', { at: '9999-12-31T23:59:59.999Z' }, 'at'],
])('%s is refused by the name of its field', async (_what, change, field) => {
  const reply = await open(newJob(change)).expect(422);
  expect(reply.body).toMatchObject({ code: 'request/field', field });
});

test('a broken text deep in a document, or in the name of a field, is found too', async () => {
  const reply = await open({ ...newJob(), extra: { list: [{ 'a\0': 1 }] } }).expect(422);
  expect(reply.body).toMatchObject({ field: 'extra.list.0' });
});

test('words of the language are no ids of a circuit', async () => {
  const jobId = randomUUID();
  await open(newJob({ id: jobId })).expect(200);
  for (const word of ['constructor', '__proto__', 'toString']) {
    const event = {
      id: randomUUID(),
      author: demo.technicians[0]!.id,
      at: '2026-11-24T08:00:00.000Z',
      type: 'cause-found',
      suspect: word,
      text: 'x',
    };
    await server.http
      .post(`/api/jobs/${jobId}/events`)
      .send({ events: [event] })
      .expect(422);
  }
});

test('a clock that is ahead is told; what was entered long ago is taken', async () => {
  const ahead = new Date(Date.now() + 2 * 86_400_000).toISOString();
  const reply = await open(newJob({ at: ahead })).expect(422);
  expect(reply.body).toMatchObject({ code: 'event/time', field: 'at' });
  await open(newJob({ at: new Date(Date.now() - 9 * 86_400_000).toISOString() })).expect(200);
  await open(newJob({ at: new Date(Date.now() + 3_600_000).toISOString() })).expect(200);
});
