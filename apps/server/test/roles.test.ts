import { routes } from '@grim-lantern/contract';
import type { Member, Role, Route } from '@grim-lantern/contract';
import { randomBytes, randomUUID } from 'node:crypto';
import { png } from './picture';
import type { Device, TestServer } from './testServer';
import { addPerson as addTo, demo, password, setupToken, testServer } from './testServer';

let server: TestServer;
beforeAll(async () => {
  server = await testServer();
});
afterAll(() => server.close());

/** A workshop of its own, its owner signed in. */
const otherWorkshop = () => server.ownWorkshop();
const addPerson = (owner: Device, role: Role) => addTo(owner, role, server.device());

describe('who may what', () => {
  /** Every route with ids filled in; those of another workshop, as somebody would try who has seen them. */
  const attempts = (ids: Readonly<Record<string, string>>) =>
    (Object.entries(routes) as [string, Route][])
      .filter(([, { who }]) => who !== 'anybody')
      .map(([name, route]) => ({
        name,
        route,
        path: route.path.replace(/\{(\w+)\}/g, (_match, key: string) => ids[key] ?? randomUUID()),
      }));
  const send = (device: Device, { route, path }: ReturnType<typeof attempts>[number]) =>
    device[route.method](route.bytes === 'body' ? `${path}?author=${randomUUID()}` : path).send(
      route.body === undefined ? undefined : {},
    );

  test('each route lets in the roles that it names, and nobody without a sign-in', async () => {
    const { device: owner } = await otherWorkshop();
    const people = {
      owner,
      technician: (await addPerson(owner, 'technician')).device,
      apprentice: (await addPerson(owner, 'apprentice')).device,
    };
    const nobody = server.device();
    for (const attempt of attempts({})) {
      expect([attempt.name, (await send(nobody, attempt)).status]).toEqual([attempt.name, 401]);
      if (attempt.name === 'signOutEverywhere') continue;
      for (const [role, device] of Object.entries(people)) {
        const reply = await send(device, attempt);
        const { status } = reply;
        const refused = status === 403 && (reply.body as { code: string }).code === 'role/not-allowed';
        expect([attempt.name, role, refused]).toEqual([
          attempt.name,
          role,
          !(attempt.route.who as readonly string[]).includes(role),
        ]);
        expect(status).toBeLessThan(500);
      }
    }
  });

  test('nothing of another workshop is told, changed or removed by its ids', async () => {
    const { device } = await otherWorkshop();
    const { models } = server.database;
    const taken = `author=${demo.technicians[0]!.id}&at=2026-11-24T15:00:00.000Z&shows=vehicle`;
    await server.http
      .put(`/api/vehicles/${demo.circuits[0]!.vehicleId}/photos/${randomUUID()}?${taken}`)
      .set('content-type', 'application/octet-stream')
      .send(png())
      .expect(200);
    const [job, centre, trace, photo] = await Promise.all([
      models.Job.findOne({ rejectOnEmpty: true }),
      models.Centre.findOne({ rejectOnEmpty: true }),
      models.Trace.findOne({ rejectOnEmpty: true }),
      models.Photo.findOne({ rejectOnEmpty: true }),
    ]);
    const ids = {
      jobId: job.id,
      vehicleId: job.vehicleId,
      circuitId: job.circuitId,
      centreId: centre.id,
      traceId: trace.id,
      photoId: photo.id,
      technicianId: demo.technicians[0]!.id,
      personId: demo.technicians[0]!.id,
    };
    const before = await everything();
    for (const attempt of attempts(ids)) {
      if (!attempt.route.path.includes('{')) continue;
      const reply = await send(device, attempt);
      expect([attempt.name, reply.status]).toEqual([attempt.name, expect.any(Number)]);
      expect([403, 404, 422]).toContain(reply.status);
    }
    // With a body that fits, a vehicle's id makes a vehicle of one's own: the other keeps its name.
    const mine = { name: 'Mine', service: 'x', rest: { limitAmps: 0.05, batteryAmpHours: 70 }, version: 0 };
    await device.put(`/api/vehicles/${job.vehicleId}`).send(mine).expect(200);
    await device
      .put(`/api/centres/${centre.id}`)
      .send({ vehicleId: centre.vehicleId, centre: centre.document, version: 0 });
    for (const list of ['/api/jobs', '/api/workshop', '/api/people', '/api/audit']) {
      const text = JSON.stringify((await device.get(list).expect(200)).body);
      expect(text).not.toMatch(/Saltpan|Oduya/);
    }
    expect(await everything()).toEqual(before);
  });

  /** The demo workshop's rows. */
  async function everything() {
    const { models } = server.database;
    const where = { workshopId: demo.id };
    const all = [models.Vehicle, models.Centre, models.Job, models.Technician, models.Circuit] as const;
    return Promise.all(
      all.map(async (model) =>
        (await (model as typeof models.Vehicle).findAll({ where, order: ['id'] })).map((row) => row.toJSON()),
      ),
    );
  }

  test('an apprentice measures, and leaves cause, repair, customer and closing to a technician', async () => {
    const { device: owner } = await otherWorkshop();
    const apprentice = await addPerson(owner, 'apprentice');
    const vehicleId = randomUUID();
    const vehicle = {
      name: 'Van',
      service: 'post',
      rest: { limitAmps: 0.05, batteryAmpHours: 70 },
      version: 0,
    };
    await owner.put(`/api/vehicles/${vehicleId}`).send(vehicle).expect(200);
    await apprentice.device.put(`/api/vehicles/${vehicleId}`).send(vehicle).expect(403);
    const file = await server.http.get(`/api/circuits/${demo.circuits[0]!.id}`);
    const { circuit } = file.body as { circuit: object };
    const circuitId = randomUUID();
    await owner.post('/api/circuits').send({ id: circuitId, vehicleId, circuit }).expect(200);
    const at = '2026-11-24T07:00:00.000Z';
    const jobId = randomUUID();
    await apprentice.device
      .post('/api/jobs')
      .send({
        id: jobId,
        vehicleId,
        circuitId,
        title: 'Dead',
        author: apprentice.id,
        at,
        complaintEventId: randomUUID(),
        complaint: 'All.',
      })
      .expect(200);
    const append = (device: Device, event: object) =>
      device
        .post(`/api/jobs/${jobId}/events`)
        .send({ events: [{ id: randomUUID(), author: apprentice.id, at, ...event }] });
    await append(apprentice.device, { type: 'point-refused', point: 'hinge' }).expect(200);
    const closing = { type: 'job-closed', proven: false, why: 'x' };
    expect((await append(apprentice.device, closing).expect(403)).body).toMatchObject({
      code: 'role/not-allowed',
    });
    const { members } = (await owner.get('/api/people').expect(200)).body as { members: Member[] };
    await append(owner, { ...closing, author: members.find(({ role }) => role === 'owner')!.id }).expect(200);
  });

  test('a workshop is made with the link that the start command printed, once', async () => {
    const attempt = (token: string) =>
      server
        .device()
        .post('/api/setup')
        .send({
          token,
          workshop: { name: 'X', currency: 'EUR', hourlyRate: 1, askFrom: 1 },
          owner: { name: 'Y', login: `z-${randomUUID()}`, password },
        });
    const closed = { code: 'setup/closed' };
    expect((await attempt(randomBytes(32).toString('base64url')).expect(403)).body).toMatchObject(closed);
    await attempt(setupToken).expect(200);
    expect((await attempt(setupToken).expect(403)).body).toMatchObject(closed);
  });
});
