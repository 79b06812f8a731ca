import type { PhotoRecord } from '@grim-lantern/contract';
import { mostPhotoBytes } from '@grim-lantern/contract';
import { randomBytes, randomUUID } from 'node:crypto';
import { png } from './picture';
import type { Device, TestServer } from './testServer';
import { addPerson, demo, testServer } from './testServer';

let server: TestServer;
let jobId: string;
const { vehicleId } = demo.circuits[0]!;
beforeAll(async () => {
  server = await testServer();
  const { jobs } = (await server.http.get('/api/jobs')).body as {
    jobs: { id: string; vehicle: { id: string } }[];
  };
  jobId = jobs.find(({ vehicle }) => vehicle.id === vehicleId)!.id;
});
afterAll(() => server.close());

const author = demo.technicians[0]!.id;
const at = '2026-11-24T15:00:00.000Z';

const put = (
  bytes: Buffer,
  id: string = randomUUID(),
  said: Readonly<Record<string, string>> = {},
  device: Device = server.http,
  vehicle = vehicleId,
) =>
  device
    .put(`/api/vehicles/${vehicle}/photos/${id}`)
    .query({ author, at, shows: 'vehicle', ...said })
    .set('content-type', 'application/octet-stream')
    .send(bytes);
const list = async (device: Device = server.http) =>
  ((await device.get(`/api/vehicles/${vehicleId}/photos`).expect(200)).body as { photos: PhotoRecord[] })
    .photos;

test('a photo is kept with what it shows, comes back byte for byte, and twice sent is stored once', async () => {
  const [bytes, id] = [png(40, 30), randomUUID()];
  const said = { shows: 'part', of: 'C7', job: jobId, caption: 'Pin 2 is green' };
  const reply = await put(bytes, id, said).expect(200);
  const expected = {
    id,
    vehicleId,
    jobId,
    author,
    at,
    shows: 'part',
    of: 'C7',
    caption: 'Pin 2 is green',
    width: 40,
    height: 30,
    type: 'image/png',
    removed: false,
  };
  expect(reply.body).toEqual(expected);
  await put(bytes, id, said).expect(200);
  expect((await list()).filter((each) => each.id === id)).toEqual([expected]);
  const file = await server.http.get(`/api/photos/${id}/file`).buffer(true).expect(200);
  expect((file.body as Buffer).equals(bytes)).toBe(true);
  expect(file.headers['content-type']).toBe('image/png');
  expect(file.headers['content-security-policy']).toContain("default-src 'none'");
  // The same id with another picture is somebody's mistake.
  await put(png(), id).expect(409);
});

test('put away it is out of sight, not gone; its words can be changed', async () => {
  const id = randomUUID();
  await put(png(), id).expect(200);
  const file = (filing: object, device: Device = server.http) => device.put(`/api/photos/${id}`).send(filing);
  await file({ caption: 'Left sill', removed: true }).expect(200);
  expect((await list()).find((each) => each.id === id)).toMatchObject({
    caption: 'Left sill',
    removed: true,
  });
  await server.http.get(`/api/photos/${id}/file`).expect(200);
  await file({ caption: 'Left sill', removed: false }).expect(200);
  expect((await list()).find((each) => each.id === id)).toMatchObject({ removed: false });
  await expect(server.database.sequelize.query(`DELETE FROM photos WHERE id = '${id}'`)).rejects.toThrow();
});

test.each([
  ['no picture', Buffer.from('%PDF-1.7'), {}, 422, /JPEG, PNG or WebP/],
  [
    'a drawing that could carry a script',
    Buffer.from('<svg xmlns="http://www.w3.org/2000/svg"/>'),
    {},
    422,
    /JPEG/,
  ],
  ['nothing', Buffer.alloc(0), {}, 422, /JPEG/],
  ['half a picture', png().subarray(0, 12), {}, 422, /JPEG/],
  ['too large', Buffer.concat([png(), randomBytes(mostPhotoBytes)]), {}, 413, /3 MB/],
  ['of nothing known', png(), { shows: 'weather' }, 422, /vehicle, diagram/],
  ['of a job elsewhere', png(), { job: randomUUID() }, 404, /no such job/],
  ['by a stranger', png(), { author: randomUUID() }, 403, /signed in/],
  ['with NUL', png(), { caption: 'a\0b' }, 422, /./],
])('%s is refused in one sentence, and nothing is stored', async (_what, bytes, said, status, sentence) => {
  const before = await list();
  const reply = await put(bytes, randomUUID(), said).expect(status);
  expect((reply.body as { message: string }).message).toMatch(sentence);
  expect(await list()).toEqual(before);
});

test('a photo is shown to people of its own workshop only; an apprentice takes one, and files none', async () => {
  const id = randomUUID();
  await put(png(), id).expect(200);
  const { device: stranger } = await server.ownWorkshop();
  await stranger.get(`/api/photos/${id}/file`).expect(404);
  await stranger.get(`/api/vehicles/${vehicleId}/photos`).expect(404);
  await stranger.put(`/api/photos/${id}`).send({ caption: '', removed: true }).expect(404);
  await server.device().get(`/api/photos/${id}/file`).expect(401);
  const { device: owner } = await server.ownWorkshop();
  const { device: apprentice, id: apprenticeId } = await addPerson(owner, 'apprentice', server.device());
  const own = randomUUID();
  await owner
    .put(`/api/vehicles/${own}`)
    .send({ name: 'Van', service: 'post', rest: { limitAmps: 0.05, batteryAmpHours: 70 }, version: 0 })
    .expect(200);
  const photo = randomUUID();
  await put(png(), photo, { author: apprenticeId }, apprentice, own).expect(200);
  await apprentice.put(`/api/photos/${photo}`).send({ caption: '', removed: true }).expect(403);
});
