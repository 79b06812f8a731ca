import type { JobSummary, SharedReport } from '@grim-lantern/contract';
import { randomUUID } from 'node:crypto';
import { png } from './picture';
import type { Device, TestServer } from './testServer';
import { addPerson, demo, testServer } from './testServer';

let server: TestServer;
let technician: Device;
let jobId: string;
beforeAll(async () => {
  server = await testServer();
  technician = server.http;
  const { models } = server.database;
  jobId = (await models.Job.findOne({ where: { workshopId: demo.id }, rejectOnEmpty: true })).id;
});
afterAll(() => server.close());

const link = (id = jobId) => `/api/jobs/${id}/report-link`;
const look = (token: string) => server.device().post('/api/reports/look').send({ token });
const make = async (days = 30) =>
  (await technician.post(link()).send({ days }).expect(200)).body as { token: string; expiresAt: string };

test('shows the report of one job to somebody without a sign-in, and of the workshop only what it prints', async () => {
  expect((await technician.get(link()).expect(200)).body).toEqual({ until: null });
  const { token, expiresAt } = await make();
  expect(Date.parse(expiresAt) - Date.now()).toBeGreaterThan(29.9 * 86_400_000);
  expect((await technician.get(link()).expect(200)).body).toEqual({ until: expiresAt });
  const shared = (await look(token).expect(200)).body as SharedReport;
  expect(shared.job.id).toBe(jobId);
  expect(shared.events.length).toBeGreaterThan(0);
  expect(shared.circuit.sections.length).toBeGreaterThan(0);
  expect(Object.keys(shared.workshop).sort()).toEqual([
    'currency',
    'hourlyRate',
    'lengths',
    'name',
    'technicians',
  ]);
  const authors = new Set(shared.events.map(({ author }) => author));
  expect(shared.workshop.technicians.every(({ id }) => authors.has(id))).toBe(true);
  for (const person of shared.workshop.technicians)
    expect(Object.keys(person).sort()).toEqual(['id', 'name']);
  // It opens nothing else.
  const device = server.device();
  await device.get(`/api/jobs/${jobId}`).set('authorization', `Bearer ${token}`).expect(401);
  await device.get(link()).expect(401);
});

test('shows the photos of that job to whoever has the link: none that was put away, of another job, or without a link', async () => {
  const { vehicle } = (await technician.get(`/api/jobs/${jobId}`).expect(200)).body as JobSummary;
  const picture = png(8, 6);
  const keep = async (said: Readonly<Record<string, string>>) => {
    const id = randomUUID();
    await technician
      .put(`/api/vehicles/${vehicle.id}/photos/${id}`)
      .query({ author: demo.technicians[0]!.id, at: '2026-11-24T15:00:00.000Z', ...said })
      .set('content-type', 'application/octet-stream')
      .send(picture)
      .expect(200);
    return id;
  };
  const reading = randomUUID();
  const [meter, away, vehicleOnly] = [
    await keep({ shows: 'reading', of: reading, job: jobId, caption: 'Needle shakes' }),
    await keep({ shows: 'job', job: jobId }),
    await keep({ shows: 'vehicle' }),
  ];
  await technician.put(`/api/photos/${away}`).send({ caption: '', removed: true }).expect(200);
  const { token } = await make();
  const shared = (await look(token).expect(200)).body as SharedReport;
  expect(shared.photos).toEqual([
    { id: meter, shows: 'reading', of: reading, at: '2026-11-24T15:00:00.000Z', caption: 'Needle shakes' },
  ]);
  const device = server.device();
  const fetched = (photo: string, by = token) =>
    device.post('/api/reports/photo').send({ token: by, photo }).buffer(true);
  const reply = await fetched(meter).expect(200);
  expect(reply.headers['content-type']).toBe('image/png');
  expect((reply.body as Buffer).equals(picture)).toBe(true);
  for (const other of [away, vehicleOnly, randomUUID()]) await fetched(other).expect(404);
  await fetched(meter, 'x'.repeat(token.length)).expect(404);
  await technician.delete(link()).expect(200);
  await fetched(meter).expect(404);
});

test('an earlier link, one that was ended and one that is too old show nothing', async () => {
  const [first, second] = [await make(), await make()];
  expect((await look(first.token).expect(404)).body).toMatchObject({ code: 'report-link/unknown' });
  await look(second.token).expect(200);
  expect((await technician.delete(link()).expect(200)).body).toEqual({ until: null });
  await look(second.token).expect(404);
  const third = await make(1);
  await server.database.sequelize.query(`UPDATE report_links SET expires_at = now() - interval '1 second'`);
  await look(third.token).expect(404);
  expect((await technician.get(link()).expect(200)).body).toEqual({ until: null });
});

test('is made for a job of one’s own workshop alone, by somebody trained, and written down', async () => {
  await technician.post(link(randomUUID())).send({ days: 3 }).expect(404);
  const refused = await technician.post(link()).send({ days: 0 }).expect(422);
  expect(refused.body).toMatchObject({ field: 'days', message: 'days: Expected at least 1 day.' });
  const { device: owner } = await server.ownWorkshop();
  await owner.post(link()).send({ days: 3 }).expect(404);
  const { device: apprentice } = await addPerson(owner, 'apprentice', server.device());
  await apprentice.post(link()).send({ days: 3 }).expect(403);
  await make();
  const [[line]] = await server.database.sequelize.query(
    `SELECT what FROM audit_lines WHERE workshop_id = '${demo.id}' ORDER BY number DESC LIMIT 1`,
  );
  expect(line).toEqual({ what: 'Made a link to a report' });
});

test('no token is stored as it is', async () => {
  const { token } = await make();
  const [[row]] = await server.database.sequelize.query(
    "SELECT string_agg(l::text, '') AS all FROM report_links l",
  );
  expect((row as { all: string }).all).not.toContain(token);
});
