import { setupSchema } from '@grim-lantern/contract';
import type { Role } from '@grim-lantern/contract';
import type { Circuit } from '@grim-lantern/core';
import { randomUUID } from 'node:crypto';
import { once } from 'node:events';
import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import pg from 'pg';
import { pino } from 'pino';
import request from 'supertest';
import { setUp } from '../src/access/people';
import { createApp } from '../src/app';
import { openDatabase } from '../src/database/database';
import { openGuarded } from '../src/database/guarded';
import { migrate } from '../src/database/migrate';
import { loadDemo } from '../src/demo/demo';
import type { Work } from '../src/work/work';
import { workHere } from '../src/work/work';

export const demoRoot = join(__dirname, '../../../demo');
export const demo = JSON.parse(readFileSync(join(demoRoot, 'workshop.json'), 'utf8')) as {
  id: string;
  technicians: { id: string }[];
  circuits: { id: string; vehicleId: string }[];
};
export const libraryCircuit = JSON.parse(
  readFileSync(join(demoRoot, 'circuits/travelling-library.json'), 'utf8'),
) as Circuit;

/** An empty database of its own, in the cluster that `./lantern test` has started. */
export async function emptyDatabase() {
  const admin = process.env['TEST_DATABASE_URL'];
  if (admin === undefined) throw new Error('These tests require TEST_DATABASE_URL: run ./lantern test.');
  const name = `unit_${randomUUID().replaceAll('-', '')}`;
  const client = new pg.Client(admin);
  await client.connect();
  await client.query(`CREATE DATABASE ${name}`);
  const url = new URL(admin);
  url.pathname = `/${name}`;
  return {
    url: url.toString(),
    async drop() {
      await client.query(`DROP DATABASE ${name} WITH (FORCE)`);
      await client.end();
    },
  };
}

/** Checks bodies; where jobs stand, which takes seconds, is not worked out. */
const noStandings: Work = {
  ...workHere,
  run: (name, input) => (name === 'standing' ? new Promise(() => undefined) : workHere.run(name, input)),
};

/** Of everybody whom a test makes. */
export const password = 'a lamp in the cavity of fuse 5';

export const setupToken = 'setup'.padEnd(43, '0');

/** A person added by an owner, who has chosen a password on a device of their own. */
export async function addPerson(owner: Device, role: Role, device: Device) {
  const [id, login] = [randomUUID(), `${role}-${randomUUID()}`];
  const added = await owner
    .post('/api/people')
    .send({ id, name: `The ${role}`, role })
    .expect(200);
  const { token } = added.body as { token: string };
  await device.post('/api/links').send({ token, login, password }).expect(200);
  return { id, login, token, device };
}

export type Device = TestServer['http'];

/**
 * A server on a database of its own, with the demo in it, and the demo's owner signed in.
 * @param drawing - what lays circuits out; without it none is
 */
export async function testServer(work: Work = noStandings, drawing?: Work) {
  const made = await emptyDatabase();
  const database = openDatabase(made.url);
  await migrate(database);
  await loadDemo(database, demoRoot);
  const guarded = openGuarded(made.url);
  const app = createApp({
    database,
    guarded,
    work,
    ...(drawing === undefined ? {} : { drawing }),
    access: { demoWorkshopId: demo.id, setupToken },
    logger: pino({ level: 'silent' }),
  });
  const server = app.listen(0, '127.0.0.1');
  await once(server, 'listening');
  /** Another device, on which nobody is signed in. */
  const device = () => request.agent(server);
  /** Another device, with one of the demo's people signed in. */
  const signedIn = async (technician = 0) => {
    const agent = device();
    await agent.post('/api/session/demo').send({ person: demo.technicians[technician]!.id }).expect(200);
    return agent;
  };
  /** A workshop of its own without anything in it, its owner signed in. */
  const ownWorkshop = async () => {
    const login = `owner-${randomUUID()}`;
    await setUp(
      database,
      setupSchema.parse({
        token: setupToken,
        workshop: { name: 'Quay Street Garage', currency: 'GBP', hourlyRate: 60, askFrom: 50 },
        owner: { name: 'R. Okafor', login, password },
      }),
    );
    const agent = device();
    await agent.post('/api/session').send({ login, password }).expect(200);
    return { device: agent, login };
  };
  return {
    database,
    guarded,
    http: await signedIn(),
    device,
    signedIn,
    ownWorkshop,
    async close() {
      await new Promise((resolve) => server.close(resolve));
      await Promise.all([database.close(), guarded.close()]);
      await made.drop();
    },
  };
}

export type TestServer = Awaited<ReturnType<typeof testServer>>;
