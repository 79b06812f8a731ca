import { routes, signInRefusals } from '@grim-lantern/contract';
import type { JobEvent } from '@grim-lantern/core';
import { randomUUID } from 'node:crypto';
import { loadDemo } from '../src/demo/demo';
import { migrate } from '../src/database/migrate';
import { author, event, reading, rest } from './events';
import type { TestServer } from './testServer';
import { demo, demoRoot, libraryCircuit, testServer } from './testServer';

let server: TestServer;
let jobId: string;
beforeAll(async () => {
  server = await testServer();
});
afterAll(() => server.close());

const append = (events: readonly unknown[]) => server.http.post(`/api/jobs/${jobId}/events`).send({ events });
const stored = async () =>
  (
    (await server.http.get(`/api/jobs/${jobId}/events`)).body as {
      events: (JobEvent & { sequence: number })[];
    }
  ).events;

beforeEach(async () => {
  jobId = randomUUID();
  const body = {
    id: jobId,
    vehicleId: demo.circuits[0]!.vehicleId,
    circuitId: demo.circuits[0]!.id,
    title: 'Step lamp dead',
    author,
    at: '2026-11-24T07:00:00.000Z',
    complaintEventId: randomUUID(),
    complaint: 'Since Monday.',
  };
  await server.http.post('/api/jobs').send(body).expect(200);
});

describe('a job’s log', () => {
  test('numbers events without gaps, from the complaint on', async () => {
    await append([reading(), reading(), event({ type: 'point-refused', point: 'hinge' })]).expect(200);
    expect((await stored()).map(({ sequence, type }) => [sequence, type])).toEqual([
      [1, 'complaint-set'],
      [2, 'reading-taken'],
      [3, 'reading-taken'],
      [4, 'point-refused'],
    ]);
  });

  test('stores an event once however often it is sent, alone or among others', async () => {
    const twice = reading();
    await append([twice]).expect(200);
    const again = await append([twice, reading()]).expect(200);
    expect((again.body as { events: { sequence: number }[] }).events.map(({ sequence }) => sequence)).toEqual(
      [2, 3],
    );
    await append([twice]).expect(200);
    expect(await stored()).toHaveLength(3);
  });

  test('refuses the same id with other contents', async () => {
    const first = reading();
    await append([first]).expect(200);
    const refused = await append([{ ...first, typed: '13' }]).expect(409);
    expect(refused.body).toMatchObject({ code: 'event/id-taken', field: 'events.0.id' });
  });

  test('gives two technicians who write at once every number once', async () => {
    await Promise.all(Array.from({ length: 12 }, () => append([reading()]).expect(200)));
    expect((await stored()).map(({ sequence }) => sequence)).toEqual(
      Array.from({ length: 13 }, (_each, i) => i + 1),
    );
  });

  test('gives only what came after a sequence number', async () => {
    await append([reading(), reading()]).expect(200);
    const later = await server.http.get(`/api/jobs/${jobId}/events?after=2`).expect(200);
    expect((later.body as { events: { sequence: number }[] }).events.map(({ sequence }) => sequence)).toEqual(
      [3],
    );
    await server.http.get(`/api/jobs/${jobId}/events?after=x`).expect(422);
  });

  test('withdraws a reading of this job, and nothing else', async () => {
    const good = reading();
    await append([good, event({ type: 'reading-withdrawn', reading: good.id, why: 'wrong pin' })]).expect(
      200,
    );
    const refused = await append([
      event({ type: 'reading-withdrawn', reading: randomUUID(), why: 'x' }),
    ]).expect(422);
    expect(refused.body).toMatchObject({ code: 'reading/unknown', field: 'events.0.reading' });
  });
});

describe('bad input stores nothing and names the field', () => {
  const cases: [string, () => unknown, number, string][] = [
    ['a reading of 1e9 V', () => reading(1e9), 422, 'events.0.value.value'],
    [
      'a reading that is not a number',
      () => ({ ...reading(), value: { kind: 'number', value: 'NaN' } }),
      422,
      'events.0.value.value',
    ],
    ['volts that no meter shows', () => reading(900), 422, 'events.0.value'],
    ['10,000 characters typed', () => ({ ...reading(), typed: '9'.repeat(10_000) }), 422, 'events.0.typed'],
    ['nothing typed', () => ({ ...reading(), typed: '' }), 422, 'events.0.typed'],
    [
      'a point that the circuit lacks',
      () => event({ type: 'point-refused', point: 'W99@to' }),
      422,
      'events.0.point',
    ],
    ['an unknown kind of event', () => ({ ...reading(), type: 'guess' }), 422, 'events.0.type'],
    ['a field too many', () => ({ ...reading(), mood: 'good' }), 422, 'events.0'],
    ['a stranger', () => ({ ...reading(), author: randomUUID() }), 403, 'events.0.author'],
    ['a time that is none', () => ({ ...reading(), at: 'noon' }), 422, 'events.0.at'],
  ];

  test.each(cases)('%s', async (_what, make, status, field) => {
    const before = await stored();
    const refused = await append([reading(), make()].slice(1)).expect(status);
    const { message, field: named } = refused.body as { message: string; field: string };
    expect(named).toBe(field);
    expect(message).toMatch(/^[^\n]{10,300}\.$/);
    expect(await stored()).toEqual(before);
  });

  test('one bad event among good ones stores none of them', async () => {
    await append([reading(), reading(1e9), reading()]).expect(422);
    expect(await stored()).toHaveLength(1);
  });

  test('a body that is no JSON, or far too large', async () => {
    const post = () => server.http.post(`/api/jobs/${jobId}/events`).set('content-type', 'application/json');
    expect((await post().send('{"events": [').expect(400)).body).toMatchObject({ code: 'request/not-json' });
    expect(
      (
        await post()
          .send(JSON.stringify({ x: 'y'.repeat(6e6) }))
          .expect(413)
      ).body,
    ).toMatchObject({ code: 'request/too-large' });
  });

  test('jobs, circuits and addresses that are not there', async () => {
    await server.http.get(`/api/jobs/${randomUUID()}`).expect(404);
    await server.http.get('/api/jobs/1').expect(404);
    await server.http.get(`/api/circuits/${randomUUID()}`).expect(404);
    expect((await server.http.get('/api/nothing').expect(404)).body).toMatchObject({
      code: 'request/no-such-address',
    });
  });
});

describe('a complaint', () => {
  test('with HTML in it is kept and given back as the text that it is', async () => {
    const text = '<img src=x onerror=alert(1)> & "quotes"';
    await append([event({ type: 'complaint-set', text })]).expect(200);
    const reply = await server.http.get(`/api/jobs/${jobId}/events?after=1`);
    expect(reply.headers['content-type']).toMatch(/^application\/json/);
    expect((reply.body as { events: unknown[] }).events[0]).toMatchObject({ text });
  });

  test('opens a job once, and refuses the id for another', async () => {
    const body = {
      id: randomUUID(),
      vehicleId: demo.circuits[0]!.vehicleId,
      circuitId: demo.circuits[0]!.id,
      title: 'Dead',
      author,
      at: '2026-11-24T07:00:00.000Z',
      complaintEventId: randomUUID(),
      complaint: 'All of it.',
    };
    await server.http.post('/api/jobs').send(body).expect(200);
    await server.http.post('/api/jobs').send(body).expect(200);
    await server.http
      .post('/api/jobs')
      .send({ ...body, title: 'Alive' })
      .expect(409);
    await server.http
      .post('/api/jobs')
      .send({ ...body, id: randomUUID(), circuitId: randomUUID() })
      .expect(404);
    expect((await server.http.get(`/api/jobs/${body.id}`)).body).toMatchObject({
      title: 'Dead',
      lastSequence: 1,
    });
  });
});

describe('the schema', () => {
  test('is migrated once, the demo loaded once', async () => {
    expect(await migrate(server.database)).toEqual([]);
    expect(await loadDemo(server.database, demoRoot)).toBe(0);
  });

  test('carries the workshop in every table but the migrations’ own', async () => {
    const [rows] = await server.database.sequelize.query(`
      SELECT t.table_name FROM information_schema.tables t WHERE t.table_schema = 'public'
        AND NOT EXISTS (SELECT 1 FROM information_schema.columns c
          WHERE c.table_name = t.table_name AND c.column_name = 'workshop_id')`);
    expect((rows as { table_name: string }[]).map((row) => row.table_name).sort()).toEqual([
      'schema_migrations',
      'workshops',
    ]);
  });

  test('refuses what the application should never send', async () => {
    const insert = (sql: string) => server.database.sequelize.query(sql);
    await expect(
      insert(`INSERT INTO vehicles VALUES ('${demo.id}', '${randomUUID()}', '', '')`),
    ).rejects.toThrow(/check/);
    await expect(
      insert(`INSERT INTO technicians VALUES ('${randomUUID()}', '${randomUUID()}', 'X')`),
    ).rejects.toThrow(/foreign key/);
  });
});

test('every route of the contract is in the description, with its refusals', async () => {
  const { paths } = (await server.http.get('/api/openapi.json').expect(200)).body as {
    paths: Record<string, Record<string, { operationId: string; responses: object; requestBody?: object }>>;
  };
  for (const [name, route] of Object.entries(routes)) {
    const operation = paths[route.path]?.[route.method];
    expect(operation?.operationId).toBe(name);
    const common = route.who === 'anybody' ? {} : signInRefusals;
    const refusals = Object.keys({ ...common, ...route.refusals });
    expect(Object.keys(operation?.responses ?? {})).toEqual(['200', ...refusals]);
    expect(operation?.requestBody !== undefined).toBe(
      'body' in route || ('bytes' in route && route.bytes === 'body'),
    );
  }
});

describe('a circuit file', () => {
  const { vehicleId } = demo.circuits[0]!;
  const add = (record: object) => server.http.post('/api/circuits').send(record);
  const count = async () =>
    ((await server.http.get('/api/workshop')).body as { circuits: unknown[] }).circuits.length;

  test('is added once, and can be worked on', async () => {
    const before = await count();
    const record = { id: randomUUID(), vehicleId, circuit: libraryCircuit };
    await add(record).expect(200);
    await add(record).expect(200);
    expect(await count()).toBe(before + 1);
    expect((await server.http.get(`/api/circuits/${record.id}`).expect(200)).body).toEqual(record);
    const changed = { ...record, circuit: { ...libraryCircuit, name: 'Another' } };
    expect((await add(changed).expect(409)).body).toMatchObject({ code: 'circuit/id-taken', field: 'id' });
    const stray = { ...record, id: randomUUID(), vehicleId: randomUUID() };
    expect((await add(stray).expect(404)).body).toMatchObject({ field: 'vehicleId' });
  });

  test('with an unknown terminal is refused whole, with the path of the field', async () => {
    const before = await count();
    const [first, ...others] = libraryCircuit.sections;
    const circuit = { ...libraryCircuit, sections: [{ ...first, to: 'F99.feed' }, ...others] };
    const refused = await add({ id: randomUUID(), vehicleId, circuit }).expect(422);
    expect(refused.body).toMatchObject({
      field: 'circuit.sections.0.to',
      message: 'circuit.sections.0.to: Expected a terminal of this circuit: got “F99.feed”.',
    });
    expect(await count()).toBe(before);
  });
});

test('the page may run no script but its own, and every reply has an id of its own', async () => {
  const { headers } = await server.http.get('/api/health').expect(200);
  const other = await server.http.get('/api/health').expect(200);
  expect(headers['x-request-id']).toMatch(/^[0-9a-f-]{36}$/);
  expect(other.headers['x-request-id']).not.toBe(headers['x-request-id']);
  expect(headers['content-security-policy']).toContain("script-src 'self'");
  expect(headers['x-powered-by']).toBeUndefined();
});

describe('the order of work', () => {
  const cause = () => event({ type: 'cause-found', suspect: 'BM', text: 'output dead' });

  test('a module is not named before its list is read or skipped, in one request or over several', async () => {
    const refused = await append([cause()]).expect(422);
    expect(refused.body).toMatchObject({ code: 'job/order', field: 'events.0' });
    expect((refused.body as { message: string }).message).toMatch(/supplies and grounds of BM/);
    expect(await stored()).toHaveLength(1);
    const skip = event({ type: 'checklist-skipped', module: 'BM', why: 'read last week' });
    await append([skip, cause()]).expect(200);
    expect((await stored()).map(({ type }) => type)).toEqual([
      'complaint-set',
      'checklist-skipped',
      'cause-found',
    ]);
  });

  test('nothing is closed as proven without the measurement that proves it', async () => {
    const close = event({ type: 'job-closed', proven: true, why: '' });
    await append([close]).expect(422);
    const found = event({ type: 'cause-found', suspect: 'W17', text: 'rubbed' });
    const repair = event({ type: 'repair-done', steps: ['joined'], text: '' });
    const fuse = (outcome: string) =>
      event({
        type: 'reading-taken',
        test: { instrument: 'fresh-fuse', at: 'F17' },
        state: { ...rest, controls: { ...rest.controls, key: 'run', saloon: 'on' } },
        value: { kind: 'outcome', outcome },
        typed: outcome,
      });
    await append([fuse('blows'), found, repair]).expect(200);
    await append([close]).expect(422);
    await append([fuse('holds'), close]).expect(200);
    // The same again, as after a lost reply: nothing changes.
    await append([close]).expect(200);
  });

  test('a correction names an earlier reading of the job', async () => {
    const wrong = reading(1.2);
    const correction = { ...reading(12.5), corrects: randomUUID() };
    expect((await append([wrong, correction]).expect(422)).body).toMatchObject({
      code: 'reading/unknown',
      field: 'events.1.corrects',
    });
    const own = reading(12.5);
    await append([{ ...own, corrects: own.id }]).expect(422);
    await append([wrong, { ...reading(12.5), corrects: wrong.id }]).expect(200);
  });

  test('a current is withdrawn like a reading, once it is stored too; a reading does not correct one', async () => {
    const current = event({
      type: 'current-read',
      fuse: null,
      pulled: null,
      amps: 0.4,
      by: 'clamp',
      state: rest,
    });
    await append([current]).expect(200);
    await append([{ ...reading(12.5), corrects: current.id }]).expect(422);
    await append([event({ type: 'reading-withdrawn', reading: current.id, why: 'entered in error' })]).expect(
      200,
    );
    const [complaint] = await stored();
    await append([
      event({ type: 'reading-withdrawn', reading: complaint!.id, why: 'entered in error' }),
    ]).expect(422);
  });
});
