import { randomUUID } from 'node:crypto';
import { loadDemo } from '../src/demo';
import type { TestServer } from './testServer';
import { demo, demoRoot, testServer } from './testServer';

let server: TestServer;
beforeAll(async () => {
  server = await testServer();
});
afterAll(() => server.close());

describe('the kit of a technician', () => {
  const [technician] = demo.technicians;
  const keep = (id: string, kit: unknown) =>
    server.http.put(`/api/technicians/${id}/kit`).send(kit as object);

  test('is kept with the technician, on whatever the workshop is opened', async () => {
    const kit = {
      without: ['clamp'],
      preferred: ['voltmeter'],
      swaps: 'never',
      limiter: { kind: 'lamp', watts: 5 },
    };
    expect((await keep(technician!.id, kit).expect(200)).body).toMatchObject({ id: technician!.id, kit });
    const reply = await server.http.get('/api/workshop').expect(200);
    const { technicians } = reply.body as { technicians: { id: string; kit: unknown }[] };
    expect(technicians.find(({ id }) => id === technician!.id)!.kit).toEqual(kit);
    expect(technicians.filter(({ kit: other }) => other === null)).toHaveLength(technicians.length - 1);
  });

  test('is refused where it does not fit, or nobody owns it', async () => {
    const refused = await keep(technician!.id, { without: ['crystal ball'] }).expect(422);
    expect(refused.body).toMatchObject({ code: 'request/field', field: 'without.0' });
    await keep(randomUUID(), { without: [] }).expect(404);
    await keep('nobody', { without: [] }).expect(404);
  });
});

test('the demo brings what is missing, and leaves alone what is there', async () => {
  const { models } = server.database;
  const before = await models.JobEvent.count();
  const [lost, ...others] = await models.Job.findAll();
  await models.JobEvent.destroy({ where: { jobId: lost!.id } });
  await lost!.destroy();
  // What was added to another job stays as it is.
  await others[0]!.update({ title: 'Renamed by hand' });
  expect((await loadDemo(server.database, demoRoot)).loaded).toBe(1);
  expect((await loadDemo(server.database, demoRoot)).loaded).toBe(0);
  expect(await models.JobEvent.count()).toBe(before);
  expect(await models.Job.count({ where: { title: 'Renamed by hand' } })).toBe(1);
});
