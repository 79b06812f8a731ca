import { createHash, randomUUID } from 'node:crypto';
import { Writable } from 'node:stream';
import { extract, pack } from 'tar-stream';
import { exportWorkshop } from '../src/archive/exportWorkshop';
import { workHere } from '../src/work/work';
import { png } from './picture';
import type { Device, TestServer } from './testServer';
import { demo, testServer } from './testServer';

let from: TestServer;
let to: TestServer;
beforeAll(async () => {
  [from, to] = await Promise.all([testServer(), testServer()]);
});
afterAll(() => Promise.all([from.close(), to.close()]));

type Files = Map<string, Buffer>;

async function exported(device: Device): Promise<Buffer> {
  const reply = await device
    .get('/api/archive')
    .buffer(true)
    .parse((response, done) => {
      const parts: Buffer[] = [];
      response.on('data', (part: Buffer) => parts.push(part));
      response.on('end', () => done(null, Buffer.concat(parts)));
    })
    .expect(200);
  return reply.body as Buffer;
}
async function filesOf(tar: Buffer): Promise<Files> {
  const files: Files = new Map();
  const reader = extract();
  reader.end(tar);
  for await (const entry of reader) {
    const parts: Buffer[] = [];
    for await (const part of entry) parts.push(part as Buffer);
    files.set(entry.header.name, Buffer.concat(parts));
  }
  return files;
}
async function packed(files: Files): Promise<Buffer> {
  const tar = pack();
  for (const [name, bytes] of files) tar.entry({ name }, bytes);
  tar.finalize();
  const parts: Buffer[] = [];
  for await (const part of tar) parts.push(part as Buffer);
  return Buffer.concat(parts);
}
const send = (device: Device, tar: Buffer) =>
  device.put('/api/archive').set('content-type', 'application/x-tar').send(tar);

/** An empty workshop on the other installation, its owner signed in. */
const emptyWorkshop = async () => (await to.ownWorkshop()).device;

test('a workshop that is exported, imported elsewhere and exported again is the same, file for file', async () => {
  const vehicleId = demo.circuits[0]!.vehicleId;
  // A revision, so that one circuit follows another; a box that was removed stays behind.
  const kept = await from.http.get(`/api/circuits/${demo.circuits[0]!.id}`).expect(200);
  const { circuit } = kept.body as { circuit: object };
  const revision = { id: randomUUID(), vehicleId, circuit, follows: demo.circuits[0]!.id };
  await from.http.post('/api/circuits').send(revision).expect(200);
  // A job that went on with it.
  const list = await from.http.get('/api/jobs').expect(200);
  const { jobs: all } = list.body as { jobs: { id: string; circuitId: string }[] };
  const job = all.find((each) => each.circuitId === demo.circuits[0]!.id)!;
  const stamp = { id: randomUUID(), author: demo.technicians[0]!.id, at: '2026-11-24T08:00:00.000Z' };
  await from.http
    .post(`/api/jobs/${job.id}/events`)
    .send({ events: [{ ...stamp, type: 'circuit-followed', circuit: revision.id }] })
    .expect(200);
  // A photo that hangs on the job, and one that was put away.
  const taken = { author: stamp.author, at: stamp.at, shows: 'part', of: 'C7', caption: 'Pin 2' };
  const photos = [randomUUID(), randomUUID()];
  for (const photo of photos)
    await from.http
      .put(`/api/vehicles/${vehicleId}/photos/${photo}`)
      .query({ ...taken, job: job.id })
      .set('content-type', 'application/octet-stream')
      .send(png())
      .expect(200);
  await from.http.put(`/api/photos/${photos[0]}`).send({ caption: 'Pin 2', removed: true }).expect(200);
  const before = await exported(from.http);
  expect((await exported(from.http)).equals(before)).toBe(true);
  const owner = await emptyWorkshop();
  const { jobs } = (await send(owner, before).expect(200)).body as { jobs: number };
  expect(jobs).toBe(6);
  const [one, other] = await Promise.all([filesOf(before), filesOf(await exported(owner))]);
  expect([...other.keys()]).toEqual([...one.keys()]);
  expect([...one.keys()].filter((name) => name.endsWith('.trace')).length).toBeGreaterThan(0);
  expect([...one.keys()].filter((name) => name.endsWith('.picture')).length).toBe(2);
  for (const [name, bytes] of one) {
    // The importing owner is one person more, and the manifest has that file's sum.
    if (name === 'people.json' || name === 'manifest.json') continue;
    expect([name, other.get(name)!.equals(bytes)]).toEqual([name, true]);
  }
  // Nobody came with access; the work carries their names.
  const { members } = (await owner.get('/api/people')).body as {
    members: { name: string; active: boolean }[];
  };
  expect(members.filter(({ active }) => active).map(({ name }) => name)).toEqual(['R. Okafor']);
  expect(members).toContainEqual(expect.objectContaining({ name: 'M. Oduya', active: false }));
});

test('whoever stops reading an export and goes away ends that export only', async () => {
  const failed: unknown[] = [];
  const note = (error: unknown) => failed.push(error);
  process.on('unhandledRejection', note).on('uncaughtException', note);
  for (const wait of [0, 5, 50, 200]) {
    // Takes one piece and never another.
    const slow = new Writable({ highWaterMark: 1, write: () => undefined });
    const done = exportWorkshop({ database: from.database, workshopId: demo.id, work: workHere }, slow);
    setTimeout(() => slow.destroy(), wait);
    await expect(done).rejects.toThrow(/Premature close/);
  }
  await new Promise((resolve) => setTimeout(resolve, 100));
  process.off('unhandledRejection', note).off('uncaughtException', note);
  expect(failed).toEqual([]);
});

describe('an archive is refused whole, naming the file', () => {
  const cases: [string, (files: Files) => void, string | undefined][] = [
    [
      'with a file that was changed',
      (files) => files.set('workshop.json', Buffer.from('{}')),
      'workshop.json',
    ],
    [
      'with a job that is missing',
      (files) => files.delete([...files.keys()].find((name) => name.startsWith('jobs/'))!),
      'jobs/',
    ],
    [
      'with a file that belongs to no archive',
      (files) => files.set('../../etc/x', Buffer.from('')),
      '../../etc/x',
    ],
    ['without a manifest', (files) => files.delete('manifest.json'), undefined],
  ];
  test.each(cases)('%s', async (_what, spoil, field) => {
    const files = await filesOf(await exported(from.http));
    spoil(files);
    const owner = await emptyWorkshop();
    const reply = await send(owner, await packed(files)).expect(422);
    const { field: named = '' } = reply.body as { field?: string };
    expect(named.startsWith(field ?? '')).toBe(true);
    expect(((await owner.get('/api/workshop')).body as { vehicles: unknown[] }).vehicles).toEqual([]);
  });

  test('with a job that is closed as proven before it was', async () => {
    const files = await filesOf(await exported(from.http));
    const [name, bytes] = [...files].find(
      ([each, content]) => each.startsWith('jobs/') && !content.includes('"proven"'),
    )!;
    const job = JSON.parse(bytes.toString()) as { events: { author: string }[] };
    const { author } = job.events[0]!;
    const closing = { id: randomUUID(), author, at: '2026-11-24T09:00:00.000Z', type: 'job-closed' };
    job.events.push({ ...closing, proven: true, why: '' } as (typeof job.events)[number]);
    files.set(name, Buffer.from(JSON.stringify(job)));
    const manifest = JSON.parse(files.get('manifest.json')!.toString()) as { files: Record<string, string> };
    manifest.files[name] = createHash('sha256').update(files.get(name)!).digest('hex');
    files.set('manifest.json', Buffer.from(JSON.stringify(manifest)));
    const owner = await emptyWorkshop();
    expect((await send(owner, await packed(files)).expect(422)).body).toMatchObject({ code: 'job/order' });
    expect(((await owner.get('/api/workshop')).body as { vehicles: unknown[] }).vehicles).toEqual([]);
  });

  test('that is none, and one for a workshop that has vehicles', async () => {
    const owner = await emptyWorkshop();
    await send(owner, Buffer.from('no tar at all'.repeat(100))).expect(422);
    const reply = await send(to.http, await exported(from.http)).expect(409);
    expect(reply.body).toMatchObject({ code: 'archive/not-empty' });
  });
});
