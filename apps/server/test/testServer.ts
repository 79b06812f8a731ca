import type { Circuit } from '@grim-lantern/core';
import { randomUUID } from 'node:crypto';
import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import pg from 'pg';
import { pino } from 'pino';
import request from 'supertest';
import { createApp } from '../src/app';
import { migrate, openDatabase } from '../src/database/database';
import { loadDemo } from '../src/demo';

export const demoRoot = join(__dirname, '../../../demo');
export const demo = JSON.parse(readFileSync(join(demoRoot, 'workshop.json'), 'utf8')) as {
  id: string;
  technicians: { id: string }[];
  circuits: { id: string; vehicleId: string }[];
};
export const libraryCircuit = JSON.parse(
  readFileSync(join(demoRoot, 'circuits/travelling-library.json'), 'utf8'),
) as Circuit;

/** A server with the demo on a database of its own, in the cluster that `./lantern test` has started. */
export async function testServer() {
  const admin = process.env['TEST_DATABASE_URL'];
  if (admin === undefined) throw new Error('These tests require TEST_DATABASE_URL: run ./lantern test.');
  const name = `unit_${randomUUID().replaceAll('-', '')}`;
  const client = new pg.Client(admin);
  await client.connect();
  await client.query(`CREATE DATABASE ${name}`);
  const url = new URL(admin);
  url.pathname = `/${name}`;
  const database = openDatabase(url.toString());
  await migrate(database);
  const { workshopId } = await loadDemo(database, demoRoot);
  const app = createApp({ database, workshopId, logger: pino({ level: 'silent' }) });
  return {
    database,
    http: request(app),
    async close() {
      await database.close();
      await client.query(`DROP DATABASE ${name} WITH (FORCE)`);
      await client.end();
    },
  };
}

export type TestServer = Awaited<ReturnType<typeof testServer>>;
