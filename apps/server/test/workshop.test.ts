import type { Workshop } from '@grim-lantern/contract';
import { randomUUID } from 'node:crypto';
import { loadDemo } from '../src/demo/demo';
import type { TestServer } from './testServer';
import { demo, demoRoot, libraryCircuit, testServer } from './testServer';

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
    await keep(randomUUID(), { without: [] }).expect(403);
    await keep('nobody', { without: [] }).expect(404);
  });
});

test('the demo is loaded into an empty database only: what was deleted does not come back', async () => {
  const { models, sequelize } = server.database;
  const [lost] = await models.Job.findAll();
  // Nothing of the product can: only who has the database itself, its own guards put out of action.
  await sequelize.transaction(async (transaction) => {
    await sequelize.query('SET LOCAL session_replication_role = replica', { transaction });
    await models.JobEvent.destroy({ where: { jobId: lost!.id }, transaction });
    await lost!.destroy({ transaction });
  });
  const before = await models.JobEvent.count();
  expect(await loadDemo(server.database, demoRoot)).toBe(0);
  expect(await models.JobEvent.count()).toBe(before);
  expect(await models.Job.count({ where: { id: lost!.id } })).toBe(0);
});

test.each(['job_events', 'jobs', 'circuits', 'relay_entries', 'vehicles', 'fuse_centres', 'audit_lines'])(
  'the database removes nothing from %s',
  async (table) => {
    const { sequelize } = server.database;
    await expect(sequelize.query(`DELETE FROM ${table}`)).rejects.toThrow(/only grows/);
    await expect(sequelize.query(`TRUNCATE ${table} CASCADE`)).rejects.toThrow(/only grows/);
  },
);

describe('vehicles and their fuse centres', () => {
  const { vehicleId } = demo.circuits[0]!;
  const cavity = (number: string, row: number) => ({
    kind: 'fuse',
    number,
    label: 'pump',
    column: 1,
    row,
    labelled: { style: 'mini blade', ratingAmps: 7.5 },
    fitted: null,
  });
  const centre = {
    name: 'Box',
    place: 'dash',
    columns: 1,
    rows: 2,
    turned: 180,
    cavities: [cavity('1', 1), cavity('2', 2)],
  };
  const keep = (id: string, body: unknown) => server.http.put(`/api/centres/${id}`).send(body as object);

  const vehicle = {
    name: 'Larkfield Courier 2.0 van, 2015',
    service: 'toy library',
    plate: 'TL 42',
    vin: 'LKF00000000001234',
    mileageKm: 84_500,
    notes: '',
    archived: false,
    rest: { limitAmps: 0.03, batteryAmpHours: 62 },
  };
  const put = (id: string, body: object) => server.http.put(`/api/vehicles/${id}`).send(body);

  test('a new vehicle is kept, and kept again with another rest limit; what was there before stays', async () => {
    const id = randomUUID();
    await put(id, { ...vehicle, version: 0 }).expect(200);
    const changed = { ...vehicle, rest: { ...vehicle.rest, limitAmps: 0.04 }, version: 1 };
    expect((await put(id, changed).expect(200)).body).toEqual({ id, ...changed, version: 2 });
    const reply = await server.http.get('/api/workshop');
    expect((reply.body as { vehicles: unknown[] }).vehicles).toContainEqual({ id, ...changed, version: 2 });
    const none = { ...changed, version: 2, rest: { ...vehicle.rest, limitAmps: 0 } };
    expect((await put(id, none).expect(422)).body).toMatchObject({ field: 'rest.limitAmps' });
    const [rows] = await server.database.sequelize.query(
      `SELECT version, content->>'rest_limit_amps' AS amps FROM earlier_versions WHERE id = '${id}'`,
    );
    expect(rows).toEqual([{ version: 1, amps: '0.03' }]);
  });

  test('of two who change a vehicle at once the second is told; the same twice is the same', async () => {
    const id = randomUUID();
    await put(id, { ...vehicle, version: 0 }).expect(200);
    const mine = { ...vehicle, plate: 'TL 43', version: 1 };
    const both = await Promise.all([put(id, mine), put(id, { ...vehicle, notes: 'wet', version: 1 })]);
    expect(both.map(({ status }) => status).sort()).toEqual([200, 409]);
    const won = both.find(({ status }) => status === 200)!.body as { plate: string };
    const again = won.plate === 'TL 43' ? mine : { ...vehicle, notes: 'wet', version: 1 };
    expect((await put(id, again).expect(200)).body).toEqual(won);
  });

  test('a centre is kept, changed, removed and brought back; a change of an older version is told', async () => {
    const id = randomUUID();
    const listed = async () =>
      (
        (await server.http.get(`/api/vehicles/${vehicleId}/centres`).expect(200)).body as {
          centres: { id: string }[];
        }
      ).centres.find((each) => each.id === id);
    const turned = (degrees: number, version: number) => ({
      vehicleId,
      centre: { ...centre, turned: degrees },
      version,
    });
    await keep(id, turned(180, 0)).expect(200);
    await keep(id, turned(90, 1)).expect(200);
    expect(await listed()).toMatchObject({ version: 2, removed: false, centre: { turned: 90 } });
    expect((await keep(id, turned(270, 1)).expect(409)).body).toMatchObject({ code: 'centre/changed' });
    await server.http.delete(`/api/centres/${id}`).expect(200);
    await server.http.delete(`/api/centres/${id}`).expect(200);
    expect(await listed()).toMatchObject({ version: 3, removed: true });
    await keep(id, turned(90, 3)).expect(200);
    expect(await listed()).toMatchObject({ version: 4, removed: false });
    await server.http.delete(`/api/centres/${randomUUID()}`).expect(404);
  });

  test('twelve who change boxes at once wait for each other, and nobody for ever', async () => {
    const ids = Array.from({ length: 12 }, () => randomUUID());
    const replies = await Promise.all(ids.map((id) => keep(id, { vehicleId, centre, version: 0 })));
    expect(replies.map(({ status }) => status)).toEqual(ids.map(() => 200));
  });

  test('one that does not fit together is refused whole, naming the cavity', async () => {
    const id = randomUUID();
    const twice = { ...centre, cavities: [cavity('1', 1), cavity('1', 1)] };
    const reply = await keep(id, { vehicleId, centre: twice, version: 0 }).expect(422);
    expect(reply.body).toMatchObject({ field: 'centre.cavities.1' });
    await keep(id, { vehicleId: randomUUID(), centre, version: 0 }).expect(404);
    await keep(id, { vehicleId, centre: { ...centre, turned: 45 }, version: 0 }).expect(422);
    await server.http.get(`/api/vehicles/${randomUUID()}/centres`).expect(404);
  });
});

describe('what was found out about a relay', () => {
  const { vehicleId } = demo.circuits[0]!;
  const author = demo.technicians[0]!.id;
  const entry = {
    vehicleId,
    centre: 'Body centre',
    cavity: 'K4',
    author,
    at: '2026-11-25T08:00:00.000Z',
    entry: { type: 'bench', readings: { coilOhms: 88, celsius: 50, openAtRest: 'OL' } },
  };
  const add = (id: string, body: unknown) => server.http.put(`/api/relay-entries/${id}`).send(body as object);
  const listed = async () =>
    (
      (await server.http.get(`/api/vehicles/${vehicleId}/relay-entries`).expect(200)).body as {
        entries: unknown[];
      }
    ).entries;

  test('an entry is stored once however often it is sent, and never changed', async () => {
    const id = randomUUID();
    for (let sent = 0; sent < 2; sent++) {
      expect((await add(id, entry).expect(200)).body).toEqual({ id, ...entry });
    }
    const changed = { ...entry, entry: { type: 'bench', readings: { coilOhms: 60 } } };
    expect((await add(id, changed).expect(409)).body).toMatchObject({ code: 'relay-entry/id-taken' });
    expect((await listed()).filter((each) => (each as { id: string }).id === id)).toEqual([{ id, ...entry }]);
  });

  test('a field that does not fit is named; nothing is stored', async () => {
    const before = (await listed()).length;
    const bad: readonly (readonly [unknown, number, string])[] = [
      [{ ...entry, entry: { type: 'bench', readings: { coilOhms: -1 } } }, 422, 'entry.readings.coilOhms'],
      [{ ...entry, author: randomUUID() }, 403, 'author'],
      [{ ...entry, vehicleId: randomUUID() }, 404, 'vehicleId'],
      [
        {
          ...entry,
          entry: {
            type: 'layout',
            layout: {
              pins: [
                { role: 'supply', column: 1, row: 1, across: true },
                { role: 'coilFeed', column: 1, row: 1, across: true },
              ],
            },
          },
        },
        422,
        'entry.layout.pins.1',
      ],
    ];
    for (const [body, status, field] of bad) {
      expect((await add(randomUUID(), body).expect(status)).body).toMatchObject({ field });
    }
    expect(await listed()).toHaveLength(before);
  });
});

describe('revisions of a circuit', () => {
  const vehicleId = demo.circuits[0]!.vehicleId;
  const drawn = { author: demo.technicians[0]!.id, at: '2026-11-24T08:00:00.000Z', why: 'a splice found' };
  const add = (record: object) => server.http.post('/api/circuits').send(record);
  const listed = async () =>
    ((await server.http.get('/api/workshop')).body as Workshop).circuits.map(({ id, revision, latest }) => ({
      id,
      revision,
      latest,
    }));

  test('one follows another, is stored as it was written, and the list says which is the last', async () => {
    const [first, second] = [randomUUID(), randomUUID()];
    await add({ id: first, vehicleId, circuit: libraryCircuit }).expect(200);
    const changed = { ...libraryCircuit, name: 'Saloon lighting, mended' };
    const record = {
      id: second,
      vehicleId,
      circuit: changed,
      follows: first,
      source: '# as typed\n12 V',
      drawn,
    };
    await add(record).expect(200);
    await add(record).expect(200);
    expect((await server.http.get(`/api/circuits/${second}`)).body).toEqual(record);
    expect(await listed()).toEqual(
      expect.arrayContaining([
        { id: first, revision: 1, latest: second },
        { id: second, revision: 2, latest: second },
      ]),
    );
  });

  test('of two at once one is stored, and the other is told; nothing of either is lost', async () => {
    const first = randomUUID();
    await add({ id: first, vehicleId, circuit: libraryCircuit }).expect(200);
    const answers = await Promise.all(
      ['one', 'other'].map((name) =>
        add({ id: randomUUID(), vehicleId, circuit: { ...libraryCircuit, name }, follows: first, drawn }),
      ),
    );
    expect(answers.map(({ status }) => status).sort()).toEqual([200, 409]);
    expect(answers.find(({ status }) => status === 409)?.body).toMatchObject({ code: 'circuit/followed' });
  });

  test('it follows one that is there, of its own vehicle, by a technician of the workshop', async () => {
    const other = demo.circuits.find((each) => each.vehicleId !== vehicleId)!;
    const record = { id: randomUUID(), vehicleId, circuit: libraryCircuit };
    await add({ ...record, follows: randomUUID() }).expect(404);
    await add({ ...record, follows: other.id }).expect(422);
    await add({ ...record, drawn: { ...drawn, author: randomUUID() } }).expect(403);
    expect((await listed()).some(({ id }) => id === record.id)).toBe(false);
  });
});

describe('a job that goes on with a later revision', () => {
  const vehicleId = demo.circuits[0]!.vehicleId;
  const author = demo.technicians[0]!.id;
  const at = '2026-11-24T08:00:00.000Z';
  const openedOn = async (circuitId: string) => {
    const jobId = randomUUID();
    const job = { id: jobId, vehicleId, circuitId, title: 'Step lamp dead', author, at };
    await server.http
      .post('/api/jobs')
      .send({ ...job, complaintEventId: randomUUID(), complaint: 'Since Monday.' })
      .expect(200);
    return jobId;
  };
  const append = (jobId: string, ...events: readonly object[]) =>
    server.http
      .post(`/api/jobs/${jobId}/events`)
      .send({ events: events.map((each) => ({ id: randomUUID(), author, at, ...each })) });

  test('is on it from then on: its new points are taken, an old entry sent again is no trouble', async () => {
    const [first, second] = [randomUUID(), randomUUID()];
    const without = libraryCircuit.parts.find(({ kind }) => kind === 'splice')!;
    const renamed = {
      ...libraryCircuit,
      parts: libraryCircuit.parts.map((part) => (part.id === without.id ? { ...part, id: 'SX' } : part)),
      sections: libraryCircuit.sections.map((section) => ({
        ...section,
        from: section.from.replace(`${without.id}.`, 'SX.'),
        to: section.to.replace(`${without.id}.`, 'SX.'),
      })),
    };
    await server.http
      .post('/api/circuits')
      .send({ id: first, vehicleId, circuit: libraryCircuit })
      .expect(200);
    const record = { id: second, vehicleId, circuit: renamed, follows: first };
    await server.http.post('/api/circuits').send(record).expect(200);
    const jobId = await openedOn(first);
    const state = {
      controls: { key: 'off', saloon: 'off', 'rear-door': 'closed' },
      batteryConnected: true,
      apart: [],
      cavities: {},
    };
    const volts = (point: string) => ({
      id: randomUUID(),
      type: 'reading-taken',
      test: { instrument: 'voltmeter', at: point },
      state,
      value: { kind: 'number', value: 12.4 },
      typed: '12.4',
    });
    const old = volts(`${without.id}.x`);
    await append(jobId, old).expect(200);
    await append(jobId, volts('SX.x')).expect(422);
    await append(jobId, { type: 'circuit-followed', circuit: second }, volts('SX.x')).expect(200);
    await append(jobId, old).expect(200);
    expect((await server.http.get(`/api/jobs/${jobId}`)).body).toMatchObject({ circuitId: second });
  });

  test('not with an earlier one, nor with another circuit', async () => {
    const [first, second] = [randomUUID(), randomUUID()];
    await server.http
      .post('/api/circuits')
      .send({ id: first, vehicleId, circuit: libraryCircuit })
      .expect(200);
    await server.http
      .post('/api/circuits')
      .send({ id: second, vehicleId, circuit: { ...libraryCircuit, name: 'Later' }, follows: first })
      .expect(200);
    const jobId = await openedOn(second);
    await append(jobId, { type: 'circuit-followed', circuit: first }).expect(422);
    await append(jobId, { type: 'circuit-followed', circuit: demo.circuits[0]!.id }).expect(422);
    expect((await server.http.get(`/api/jobs/${jobId}`)).body).toMatchObject({ circuitId: second });
  });
});
