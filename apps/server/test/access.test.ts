import type { Role, Session } from '@grim-lantern/contract';
import { randomUUID } from 'node:crypto';
import { Secret, TOTP } from 'otpauth';
import type { Device, TestServer } from './testServer';
import { addPerson as addTo, demo, password, testServer } from './testServer';

let server: TestServer;
beforeAll(async () => {
  server = await testServer();
});
afterAll(() => server.close());

const sessionOn = async (device: Device) => (await device.get('/api/session').expect(200)).body as Session;
/** A workshop of its own, its owner signed in. */
const otherWorkshop = () => server.ownWorkshop();
const addPerson = (owner: Device, role: Role) => addTo(owner, role, server.device());

describe('signing in', () => {
  test('with a password, in any case of the login; out again; and nothing is told without it', async () => {
    const { login } = await otherWorkshop();
    const device = server.device();
    expect(await sessionOn(device)).toMatchObject({ person: null, workshop: null });
    await device.get('/api/workshop').expect(401);
    await device.post('/api/session').send({ login: login.toUpperCase(), password }).expect(200);
    expect(await sessionOn(device)).toMatchObject({
      person: { name: 'R. Okafor', role: 'owner', password: true, pin: false },
      workshop: { name: 'Quay Street Garage' },
    });
    await device.get('/api/workshop').expect(200);
    await device.delete('/api/session').expect(200);
    await device.get('/api/workshop').expect(401);
  });

  test('no token, password or PIN is stored as it is', async () => {
    const { device } = await otherWorkshop();
    const [, cookie] = /lantern-session=([^;]+)/.exec(
      (
        (await device.post('/api/session/demo').send({ person: demo.technicians[0]!.id })).headers[
          'set-cookie'
        ] as unknown as string[]
      ).join(),
    )!;
    const { sequelize } = server.database;
    const [[row]] = await sequelize.query(
      `SELECT string_agg(s::text, '') || (SELECT string_agg(t::text, '') FROM technicians t) AS all FROM sessions s`,
    );
    const all = (row as { all: string }).all;
    expect(all).not.toContain(cookie);
    expect(all).not.toContain(Buffer.from(cookie!).toString('hex'));
    expect(all).not.toContain(password);
    expect(all).toContain('$argon2id$');
  });

  test('a wrong password and an unknown login get the same words; after six wrong ones even the right one waits', async () => {
    const { login } = await otherWorkshop();
    const device = server.device();
    const attempt = (body: object) => device.post('/api/session').send(body);
    const unknown = await attempt({ login: 'nobody-at-all', password }).expect(401);
    for (let i = 0; i < 6; i++) {
      expect((await attempt({ login, password: 'wrong' }).expect(401)).body).toEqual(unknown.body);
    }
    const wait = await attempt({ login, password }).expect(429);
    expect((wait.body as { message: string }).message).toMatch(/wait \d+ minutes|wait a minute/);
  });

  test('with a PIN on a shared device only, by those who have signed in there', async () => {
    const { device, login } = await otherWorkshop();
    const other = await addPerson(device, 'technician');
    for (const each of [device, other.device]) {
      await each.put('/api/session/secrets').send({ password, pin: '2468' }).expect(200);
    }
    const tablet = server.device();
    const pin = (person: string) => tablet.post('/api/session/pin').send({ person, pin: '2468' });
    await tablet.post('/api/session').send({ login, password }).expect(200);
    const owner = (await sessionOn(tablet)).person!.id;
    await pin(owner).expect(401);
    await tablet.post('/api/session').send({ login, password, shared: true }).expect(200);
    expect((await sessionOn(tablet)).device.map(({ id }) => id)).toEqual([owner]);
    await pin(other.id).expect(401);
    await tablet.post('/api/session').send({ login: other.login, password }).expect(200);
    await pin(owner).expect(200);
    expect((await sessionOn(tablet)).person!.id).toBe(owner);
    await pin(other.id).expect(200);
    await tablet.post('/api/session/pin').send({ person: other.id, pin: '1357' }).expect(401);
    await server.device().post('/api/session/pin').send({ person: owner, pin: '2468' }).expect(401);
  });

  test('with a second factor, once one is set', async () => {
    const { device, login } = await otherWorkshop();
    const secret = new Secret({ size: 20 }).base32;
    const now = () => new TOTP({ secret: Secret.fromBase32(secret) }).generate();
    const set = (body: object) => device.put('/api/session/secrets').send(body);
    await set({ password, secondFactor: { secret, code: '000000' } }).expect(401);
    await set({ password: 'wrong', secondFactor: { secret, code: now() } }).expect(401);
    await set({ password, secondFactor: { secret, code: now() } }).expect(200);
    const elsewhere = server.device();
    const attempt = (body: object) => elsewhere.post('/api/session').send({ login, ...body });
    expect((await attempt({ password }).expect(401)).body).toMatchObject({ code: 'sign-in/code' });
    const code = now();
    await attempt({ password, code }).expect(200);
    await attempt({ password, code }).expect(401);
  });

  test('everywhere ends with one tap, and when a password is changed elsewhere', async () => {
    const { device, login } = await otherWorkshop();
    const phone = server.device();
    await phone.post('/api/session').send({ login, password }).expect(200);
    await device
      .put('/api/session/secrets')
      .send({ password, newPassword: `${password} too` })
      .expect(200);
    await phone.get('/api/workshop').expect(401);
    await device.get('/api/workshop').expect(200);
    await device.delete('/api/sessions').expect(200);
    await device.get('/api/workshop').expect(401);
  });

  test('the demo’s people sign in with one tap on the server’s own machine, and from nowhere else', async () => {
    const outside = server.device().get('/api/session').set('host', '192.168.7.4');
    expect(((await outside.expect(200)).body as Session).demo).toEqual([]);
    await server
      .device()
      .post('/api/session/demo')
      .set('host', '192.168.7.4')
      .send({ person: demo.technicians[0]!.id })
      .expect(401);
    expect((await sessionOn(server.device())).demo).toHaveLength(demo.technicians.length);
  });
});

describe('people', () => {
  test('choose a password by a link that works once; a new link ends the one before', async () => {
    const { device } = await otherWorkshop();
    const { token, id } = await addPerson(device, 'technician');
    const body = { token, login: `x-${randomUUID()}`, password };
    await server.device().post('/api/links').send(body).expect(404);
    const renew = async () =>
      ((await device.post(`/api/people/${id}/link`).expect(200)).body as { token: string }).token;
    const [first, second] = [await renew(), await renew()];
    await server.device().post('/api/links/look').send({ token: first }).expect(404);
    const about = await server.device().post('/api/links/look').send({ token: second }).expect(200);
    expect(about.body).toMatchObject({ workshop: 'Quay Street Garage', role: 'technician' });
    await server
      .device()
      .post('/api/links')
      .send({ ...body, token: second, password: 'short' })
      .expect(422);
    await server
      .device()
      .post('/api/links')
      .send({ ...body, token: second })
      .expect(200);
  });

  test('who has left is signed out at once, and does not come back by password, PIN or link', async () => {
    const { device } = await otherWorkshop();
    const gone = await addPerson(device, 'technician');
    const change = { name: 'The technician', role: 'technician', active: false };
    await device.put(`/api/people/${gone.id}`).send(change).expect(200);
    await gone.device.get('/api/workshop').expect(401);
    await gone.device.post('/api/session').send({ login: gone.login, password }).expect(401);
    await device.post(`/api/people/${gone.id}/link`).expect(404);
  });

  test('the last owner stays one, even where two send each other away at once', async () => {
    const { device } = await otherWorkshop();
    const self = (await sessionOn(device)).person!;
    const put = (by: Device, id: string) =>
      by.put(`/api/people/${id}`).send({ name: 'X', role: 'technician', active: true });
    expect((await put(device, self.id).expect(422)).body).toMatchObject({ code: 'person/last-owner' });
    const second = await addPerson(device, 'owner');
    const both = await Promise.all([put(device, second.id), put(second.device, self.id)]);
    expect(both.filter(({ status }) => status === 200)).toHaveLength(1);
  });

  test('the data of who has left is deleted on request; their work stays, under a number', async () => {
    const { device } = await otherWorkshop();
    const gone = await addPerson(device, 'technician');
    await device.delete(`/api/people/${gone.id}`).expect(422);
    const change = { name: 'The technician', role: 'technician', active: false };
    await device.put(`/api/people/${gone.id}`).send(change).expect(200);
    const reply = await device.delete(`/api/people/${gone.id}`).expect(200);
    expect(reply.body).toMatchObject({ id: gone.id, name: 'Person 1', login: null });
    const everything = JSON.stringify([
      (await device.get('/api/people')).body,
      (await device.get('/api/audit')).body,
      (await device.get('/api/workshop')).body,
    ]);
    expect(everything).not.toContain('The technician');
    expect(everything).not.toContain(gone.login);
    expect(everything).toContain('Person 1');
  });

  test('what was done is written down, and can be neither changed nor removed', async () => {
    const { device } = await otherWorkshop();
    await addPerson(device, 'apprentice');
    const { lines } = (await device.get('/api/audit').expect(200)).body as { lines: { what: string }[] };
    expect(lines.map(({ what }) => what)).toEqual([
      'Chose a password and signed in',
      'Added as apprentice',
      'Signed in',
    ]);
    const { sequelize } = server.database;
    await expect(sequelize.query(`UPDATE audit_lines SET what = 'x'`)).rejects.toThrow(/only grows/);
  });
});

describe('a request', () => {
  const body = { name: 'X', service: 'Y', rest: { limitAmps: 0.05, batteryAmpHours: 70 }, version: 0 };
  const put = () => server.http.put(`/api/vehicles/${randomUUID()}`);

  test.each([
    ['of a page on another site', { origin: 'http://elsewhere.example' }],
    ['of a page of another port', { origin: 'http://127.0.0.1:1' }],
    ['of a page without an origin', { origin: 'null' }],
    ['that the browser calls cross-site', { 'sec-fetch-site': 'cross-site' }],
    ['for a name that somebody pointed here', { host: 'rebound.example' }],
  ])('%s changes and reads nothing', async (_what, headers: Record<string, string>) => {
    expect((await put().set(headers).send(body).expect(403)).body).toMatchObject({
      code: 'request/other-site',
    });
    const reply = await server.http.get('/api/workshop').set(headers).expect(403);
    expect(JSON.stringify(reply.body)).not.toContain('Saltpan');
  });

  test('with somebody else’s name under it is refused until they have signed in on the device', async () => {
    const device = await server.signedIn(1);
    const circuit = demo.circuits[0]!;
    const job = {
      id: randomUUID(),
      vehicleId: circuit.vehicleId,
      circuitId: circuit.id,
      title: 'Dead',
      author: demo.technicians[2]!.id,
      at: '2026-11-24T07:00:00.000Z',
      complaintEventId: randomUUID(),
      complaint: 'All.',
    };
    expect((await device.post('/api/jobs').send(job).expect(403)).body).toMatchObject({
      code: 'author/not-here',
    });
    for (const person of [2, 1]) {
      await device.post('/api/session/demo').send({ person: demo.technicians[person]!.id }).expect(200);
    }
    await device.post('/api/jobs').send(job).expect(200);
  });
});
