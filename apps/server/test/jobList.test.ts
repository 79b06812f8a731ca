import { jobPageSchema } from '@grim-lantern/contract';
import type { JobSummary } from '@grim-lantern/contract';
import { randomUUID } from 'node:crypto';
import type { TestServer } from './testServer';
import { demo, testServer } from './testServer';

let server: TestServer;
beforeAll(async () => {
  server = await testServer();
});
afterAll(() => server.close());

const [circuit] = demo.circuits;
const author = demo.technicians[0]!.id;
const at = '2026-11-24T07:00:00.000Z';

/** A page of the list, as the contract has it. */
async function page(query: Readonly<Record<string, string>> = {}, device = server.http) {
  const reply = await device.get('/api/jobs').query(query).expect(200);
  return jobPageSchema.parse(reply.body);
}
/** All pages, one after another. */
async function all(query: Readonly<Record<string, string>> = {}): Promise<readonly JobSummary[]> {
  const found: JobSummary[] = [];
  for (let cursor: string | null = ''; cursor !== null;) {
    const { jobs, next }: Awaited<ReturnType<typeof page>> = await page({ ...query, cursor });
    found.push(...jobs);
    cursor = next;
  }
  return found;
}
async function open(title: string, openedAt = at): Promise<string> {
  const id = randomUUID();
  const job = {
    id,
    vehicleId: circuit!.vehicleId,
    circuitId: circuit!.id,
    title,
    author,
    at: openedAt,
    complaintEventId: randomUUID(),
    complaint: 'All of it.',
  };
  await server.http.post('/api/jobs').send(job).expect(200);
  return id;
}
const append = (jobId: string, ...facts: object[]) =>
  server.http
    .post(`/api/jobs/${jobId}/events`)
    .send({ events: facts.map((fact) => ({ id: randomUUID(), author, at, ...fact })) })
    .expect(200);
const titles = (jobs: readonly JobSummary[]) => jobs.map(({ title }) => title);

test('every job comes once, in order, however many pages that takes, also where many were opened at one moment', async () => {
  const made = await Promise.all(Array.from({ length: 120 }, (_each, i) => open(`Paged ${i % 3}`)));
  const found = await all();
  expect(new Set(found.map(({ id }) => id)).size).toBe(found.length);
  for (const id of made) expect(found.some((each) => each.id === id)).toBe(true);
  const times = found.map(({ openedAt }) => openedAt);
  expect(times).toEqual([...times].sort().reverse());
  const worked = (await all({ order: 'worked on' })).map(({ lastAt }) => lastAt);
  expect(worked).toEqual([...worked].sort().reverse());
});

test('a search finds what has every word, in the title or of the vehicle, and takes no word as a pattern', async () => {
  const id = await open('Horn 100% dead _ twice');
  expect((await all({ search: 'horn LIBRARY' })).map((job) => job.id)).toEqual([id]);
  expect((await all({ search: '100%' })).map((job) => job.id)).toEqual([id]);
  expect((await all({ search: '_ twice' })).map((job) => job.id)).toEqual([id]);
  expect(await all({ search: "horn'; DROP TABLE jobs; --" })).toEqual([]);
  expect(await all({ search: 'horn nothing-like-that' })).toEqual([]);
});

test('filters follow the stage, which follows the events', async () => {
  const id = await open('Staged');
  const stage = async () => (await server.http.get(`/api/jobs/${id}`)).body as JobSummary;
  const shownIn = async (show: string) => (await all({ show, search: 'Staged' })).length === 1;
  expect(await shownIn('open')).toBe(true);
  await append(id, { type: 'customer-asked', text: 'the headliner down', amount: 50 });
  expect((await stage()).stage).toBe('waiting for the customer');
  expect([await shownIn('waiting'), await shownIn('open'), await shownIn('closed')]).toEqual([
    true,
    true,
    false,
  ]);
  await append(id, { type: 'customer-answered', agreed: true, amount: 50, text: '' });
  expect((await stage()).stage).toBe('searching');
  await append(id, { type: 'cause-found', suspect: 'W17', text: 'chafed' });
  expect((await stage()).stage).toBe('cause found');
  await append(id, { type: 'job-closed', proven: false, why: 'Sold as it is.' });
  expect((await stage()).stage).toBe('closed unproven');
  expect([await shownIn('waiting'), await shownIn('open'), await shownIn('closed')]).toEqual([
    false,
    false,
    true,
  ]);
  await append(id, { type: 'job-reopened' });
  expect((await stage()).stage).toBe('searching');
});

test('an archived job is out of the lists, keeps its log, and comes back', async () => {
  const id = await open('Archived one');
  const archive = (archived: boolean, device = server.http) =>
    device.put(`/api/jobs/${id}/archived`).send({ archived });
  await archive(true).expect(200);
  expect(titles(await all({ search: 'Archived' }))).toEqual([]);
  expect(titles(await all({ show: 'archived' }))).toEqual(['Archived one']);
  await append(id, { type: 'point-refused', point: 'hinge' });
  await archive(false).expect(200);
  expect(titles(await all({ search: 'Archived' }))).toEqual(['Archived one']);
  await archive(true, await server.signedIn(3)).expect(403);
});

test('“mine” are those with an entry of one’s own', async () => {
  const other = await server.signedIn(1);
  const id = await open('Mine or not');
  const mine = async () => (await page({ mine: '1', search: 'Mine or not' }, other)).jobs.length;
  expect(await mine()).toBe(0);
  const event = {
    id: randomUUID(),
    author: demo.technicians[1]!.id,
    at,
    type: 'point-refused',
    point: 'hinge',
  };
  await other
    .post(`/api/jobs/${id}/events`)
    .send({ events: [event] })
    .expect(200);
  expect(await mine()).toBe(1);
});

test('a cursor that is none gets one sentence', async () => {
  for (const cursor of [
    'x',
    Buffer.from('[1]').toString('base64url'),
    Buffer.from('{}').toString('base64url'),
  ]) {
    const reply = await server.http.get('/api/jobs').query({ cursor }).expect(422);
    expect(reply.body).toMatchObject({ field: 'cursor' });
  }
});

test('a word that very many jobs hold and one that few hold find theirs, in order, letters of any case', async () => {
  const { sequelize } = server.database;
  // More than are looked up by their letters.
  await sequelize.query(
    `INSERT INTO jobs (workshop_id, id, vehicle_id, circuit_id, title, opened_at)
      SELECT $workshop, gen_random_uuid(), $vehicle, $circuit,
          'Lamp of bay ' || i || ' flickers', now() - make_interval(days => 300, mins => i) FROM generate_series(1, 450) i`,
    { bind: { workshop: demo.id, vehicle: circuit!.vehicleId, circuit: circuit!.id } },
  );
  const common = await all({ search: 'FLICKERS' });
  expect(titles(common)).toEqual(Array.from({ length: 450 }, (_each, i) => `Lamp of bay ${i + 1} flickers`));
  expect(titles(await all({ search: '444 Lamp' }))).toEqual(['Lamp of bay 444 flickers']);
  expect(titles(await all({ search: 'flickers 45' }))).toEqual(
    common.map(({ title }) => title).filter((title) => title.includes('45')),
  );
  expect(titles(await all({ search: 'bay%flickers' }))).toEqual([]);
});
