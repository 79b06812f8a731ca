import type { HistoryLine, Settings, Station } from '@grim-lantern/contract';
import { randomUUID } from 'node:crypto';
import type { TestServer } from './testServer';
import { demo, password, testServer } from './testServer';

let server: TestServer;
beforeAll(async () => {
  server = await testServer();
});
afterAll(() => server.close());

test('units and the usual limit at rest are kept with the workshop; others are refused by field', async () => {
  const { device } = await server.ownWorkshop();
  const name = 'Quay Street Garage';
  const settings: Settings = {
    ...{ name, currency: 'GBP', hourlyRate: 60, askFrom: 50 },
    ...{ lengths: 'ft', sizes: 'AWG', restLimitAmps: 0.03 },
  };
  await device.put('/api/workshop/settings').send(settings).expect(200);
  expect((await device.get('/api/workshop').expect(200)).body).toMatchObject(settings);
  for (const [field, value] of [
    ['lengths', 'yd'],
    ['sizes', 'AWG '],
    ['restLimitAmps', 0],
  ] as const) {
    const reply = await device.put('/api/workshop/settings').send({ ...settings, [field]: value });
    expect([reply.status, (reply.body as { field: string }).field]).toEqual([422, field]);
  }
});

test('a lost tablet is signed out from afar, loses its PINs, and keeps its name', async () => {
  const { device: owner, login } = await server.ownWorkshop();
  const tablet = server.device();
  await tablet.post('/api/session').send({ login, password, shared: true }).expect(200);
  await tablet.put('/api/session/secrets').send({ password, pin: '2468' }).expect(200);
  // The change of secrets has signed the others out: the owner's own device signs in again.
  await owner.post('/api/session').send({ login, password }).expect(200);
  const listed = async () =>
    ((await owner.get('/api/stations').expect(200)).body as { stations: Station[] }).stations;
  const shared = (await listed()).find((each) => each.shared)!;
  expect(shared).toMatchObject({ name: '', people: ['R. Okafor'] });
  const change = (body: object, id = shared.id) => owner.put(`/api/stations/${id}`).send(body);
  await change({ name: 'At the lift', signOut: false }).expect(200);
  await tablet.get('/api/workshop').expect(200);
  await change({ name: 'At the lift', signOut: true }).expect(200);
  await tablet.get('/api/workshop').expect(401);
  expect((await tablet.get('/api/session').expect(200)).body).toMatchObject({ person: null, device: [] });
  expect((await listed()).some(({ id }) => id === shared.id)).toBe(false);
  await tablet.post('/api/session').send({ login, password }).expect(200);
  expect((await listed()).find(({ id }) => id === shared.id)).toMatchObject({
    name: 'At the lift',
    shared: false,
  });
  expect((await change({ name: 'x', signOut: true }, randomUUID()).expect(404)).body).toMatchObject({
    code: 'station/unknown',
  });
});

test('a vehicle’s history says who changed what, cavity by cavity, also what was removed and brought back', async () => {
  const vehicleId = demo.circuits[0]!.vehicleId;
  const cavity = (number: string, ratingAmps: number) => ({
    number,
    label: `Lamp ${number}`,
    labelled: { ratingAmps, style: 'mini blade' },
    fitted: null,
    column: 1,
    row: Number(number),
    kind: 'fuse',
  });
  const id = randomUUID();
  const box = { name: 'Behind the seat', rows: 4, columns: 1, cavities: [cavity('1', 10), cavity('2', 15)] };
  const save = async (centre: object, version: number) => {
    const document = { place: '', turned: 0, ...centre };
    await server.http.put(`/api/centres/${id}`).send({ vehicleId, centre: document, version }).expect(200);
  };
  await save(box, 0);
  await save({ ...box, cavities: [cavity('1', 10), cavity('2', 20), cavity('3', 5)] }, 1);
  await server.http.delete(`/api/centres/${id}`).expect(200);
  await save({ ...box, cavities: [cavity('2', 20), cavity('3', 5)] }, 3);
  const reply = await server.http.get(`/api/vehicles/${vehicleId}/history`).expect(200);
  const { lines } = reply.body as { lines: HistoryLine[] };
  const own = lines.filter(({ about }) => about === 'Fuse box Behind the seat');
  expect(own.every(({ who }) => typeof who === 'string')).toBe(true);
  const words = own.map(({ changes }) => changes.map(({ what, before, after }) => [what, before, after]));
  const of = (number: string, amps: number) => `Lamp ${number}, ${amps} A mini blade, at 1/${number}`;
  expect(words).toEqual([
    [
      ['Cavity 1', of('1', 10), ''],
      ['Brought back', '', ''],
    ],
    [['Removed', '', '']],
    [
      ['Cavity 2', of('2', 15), of('2', 20)],
      ['Cavity 3', '', of('3', 5)],
    ],
    [['Entered', '', '']],
  ]);
});
