import { checkedTraceHeader } from '@grim-lantern/contract';
import type { TraceRecord } from '@grim-lantern/contract';
import { seededRandom, traceFileReader, writeTraceFile } from '@grim-lantern/core';
import type { Trace } from '@grim-lantern/core';
import { randomUUID } from 'node:crypto';
import type { TestServer } from './testServer';
import { demo, testServer } from './testServer';

let server: TestServer;
let jobId: string;
beforeAll(async () => {
  server = await testServer();
  const { jobs } = (await server.http.get('/api/jobs')).body as { jobs: { id: string; title: string }[] };
  jobId = jobs.find(({ title }) => /fan fuse/i.test(title))!.id;
});
afterAll(() => server.close());

const author = demo.technicians[0]!.id;
const about = { name: 'Fan', fuse: 'F30', side: 'after', at: '2026-11-24T15:00:00.000Z' } as const;

/** More than one piece's worth of samples: doubles that no decimals shorten. */
function trace(count: number): Trace {
  const random = seededRandom(4);
  return {
    times: Float64Array.from({ length: count }, (_each, i) => i / 1000),
    channels: [
      { name: 'Clamp', unit: 'A', values: Float64Array.from({ length: count }, () => 11 + random()) },
      {
        name: 'Battery',
        unit: 'V',
        values: Float64Array.from({ length: count }, (_each, i) => 12 + (i % 7) / 10),
      },
    ],
  };
}
const bytesOf = (count: number) => Buffer.concat(writeTraceFile(trace(count), about));
const put = (bytes: Buffer, id: string = randomUUID(), query = `?author=${author}`) =>
  server.http
    .put(`/api/jobs/${jobId}/traces/${id}${query}`)
    .set('content-type', 'application/octet-stream')
    .send(bytes);
const list = async () =>
  ((await server.http.get(`/api/jobs/${jobId}/traces`).expect(200)).body as { traces: TraceRecord[] }).traces;
const fetched = async (id: string) => {
  const reply = await server.http.get(`/api/traces/${id}/file`).buffer(true).expect(200);
  return reply.body as Buffer;
};

test('a recording is kept in pieces and comes back byte for byte; twice sent, it is stored once', async () => {
  const bytes = bytesOf(600_000);
  expect(bytes.length).toBeGreaterThan(5e6);
  const id = randomUUID();
  const reply = await put(bytes, id).expect(200);
  expect(reply.body).toMatchObject({ id, jobId, ...about, kept: true, samples: 600_000, seconds: 599.999 });
  expect((await fetched(id)).equals(bytes)).toBe(true);
  const [pieces] = await server.database.sequelize.query(
    `SELECT length(bytes) AS size FROM trace_pieces WHERE trace_id = '${id}'`,
  );
  expect((pieces as { size: number }[]).length).toBe(2);
  await put(bytes, id).expect(200);
  await put(bytesOf(50), id).expect(409);
  expect((await list()).filter((each) => each.id === id)).toHaveLength(1);
});

test('the picture that goes with the list keeps the least and the greatest', async () => {
  const [first] = await list();
  expect(first).toMatchObject({ side: 'before', fuse: 'F30', samples: 12_000 });
  const { picture } = first!;
  // The demo's fan: nothing before it is switched on, its inrush, then 19 A and climbing.
  expect(Math.min(...picture.least)).toBeLessThan(0.4);
  expect(Math.max(...picture.greatest)).toBeGreaterThan(40);
  expect(picture.seconds.at(-1)!).toBeGreaterThan(235);
});

test('it is filed under another side, put aside and taken back', async () => {
  const id = randomUUID();
  await put(bytesOf(500), id).expect(200);
  const file = (filing: unknown) => server.http.put(`/api/traces/${id}`).send(filing as object);
  await file({ side: 'left', kept: false }).expect(200);
  expect((await list()).find((each) => each.id === id)).toMatchObject({ side: 'left', kept: false });
  await file({ side: 'left', kept: true }).expect(200);
  const refused = await file({ side: 'middle', kept: true }).expect(422);
  expect((refused.body as { message: string }).message).toMatch(/^side: Expected before, after/);
});

describe('refused, with nothing stored', () => {
  const unchanged = async (work: () => Promise<unknown>) => {
    const before = await list();
    await work();
    expect(await list()).toEqual(before);
  };
  const whole = bytesOf(500);

  test.each([
    ['cut off', whole.subarray(0, whole.length - 7), /samples end early/],
    ['no header', Buffer.from('Time,A\n1,2\n'), /The document: Expected|Expected/],
    ['empty', Buffer.alloc(0), /header ends early/],
    ['more behind it', Buffer.concat([whole, Buffer.from('x')]), /More follows/],
  ])('a file that is %s', async (_what, bytes, sentence) => {
    await unchanged(async () => {
      const reply = await put(bytes).expect(422);
      expect((reply.body as { message: string }).message).toMatch(sentence);
    });
  });

  test('a header that promises more than it may hold, before any of it is made room for', async () => {
    const { header } = readBack(whole);
    const huge = { ...header, samples: 2e7, channels: Array.from({ length: 9 }, () => header.channels[0]) };
    await unchanged(async () => {
      const reply = await put(Buffer.from(`${JSON.stringify(huge)}\n`)).expect(422);
      expect((reply.body as { message: string }).message).toMatch(
        /samples: Expected at most 40 million numbers/,
      );
    });
  });

  test('a header of three hundred bytes that stands for millions of samples', async () => {
    const { header } = readBack(whole);
    const even = { encoding: 'even', perSecond: 5, bytes: 0, name: 'a', unit: 'A' };
    const time = { encoding: 'even', perSecond: 1000, bytes: 0 };
    await unchanged(async () => {
      const bytes = Buffer.from(`${JSON.stringify({ ...header, samples: 2e7, time, channels: [even] })}\n`);
      const reply = await put(bytes).expect(422);
      expect((reply.body as { message: string }).message).toMatch(/channels.0.encoding: Expected decimal/);
    });
  });

  test('without an author of this workshop, or for a job that there is not', async () => {
    await unchanged(async () => {
      await put(whole, randomUUID(), '').expect(422);
      await put(whole, randomUUID(), `?author=${randomUUID()}`).expect(403);
      await server.http.put(`/api/jobs/${randomUUID()}/traces/${randomUUID()}?author=${author}`).expect(404);
    });
    await server.http.get(`/api/traces/${randomUUID()}/file`).expect(404);
  });
});

function readBack(bytes: Buffer) {
  const reader = traceFileReader(checkedTraceHeader);
  reader.push(bytes);
  const found = reader.end();
  if ('refused' in found) throw new Error(found.refused);
  return found;
}
