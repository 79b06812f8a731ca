import { jobPageSchema } from '@grim-lantern/contract';
import { randomUUID } from 'node:crypto';
import { workHere } from '../src/work/work';
import type { TestServer } from './testServer';
import { demo, testServer } from './testServer';

let server: TestServer;
beforeAll(async () => {
  server = await testServer(workHere);
});
afterAll(() => server.close());

test('a line carries where the job stands, worked out beside the requests and anew after news', async () => {
  const title = 'Fuse 17 keeps blowing';
  const line = async () =>
    jobPageSchema.parse((await server.http.get('/api/jobs').query({ search: title }).expect(200)).body)
      .jobs[0]!;
  await expect(until(line, ({ fresh }) => fresh)).resolves.toMatchObject({ stage: 'searching' });
  const { standing, id } = await line();
  expect(standing!.suspects).toHaveLength(3);
  const sum = standing!.suspects.reduce((total, { probability }) => total + probability, 0);
  expect(sum).toBeGreaterThan(0.1);
  expect(sum).toBeLessThanOrEqual(1.0001);
  const event = { id: randomUUID(), author: demo.technicians[0]!.id, at: '2026-11-24T07:00:00.000Z' };
  await server.http
    .post(`/api/jobs/${id}/events`)
    .send({ events: [{ ...event, type: 'point-refused', point: 'hinge' }] })
    .expect(200);
  expect((await line()).fresh).toBe(false);
  await until(line, ({ fresh }) => fresh);
});

/** Asks until it is so. */
async function until<T>(ask: () => Promise<T>, so: (found: T) => boolean): Promise<T> {
  for (let tries = 0; tries < 100; tries++) {
    const found = await ask();
    if (so(found)) return found;
    await new Promise((resolve) => setTimeout(resolve, 100));
  }
  throw new Error('It did not come about.');
}
