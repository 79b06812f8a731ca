import { jobPageSchema, workshopSchema } from '@grim-lantern/contract';
import { setTimeout as sleep } from 'node:timers/promises';
import pg from 'pg';
import { Client } from './client';
import { databaseUrl, openHouse } from './workshop';

/** Makes the database that every test begins with: the demo, with where its jobs stand and how its circuits are drawn worked out. Once, so that no test waits for it, nor works it out beside what it tests. */
export default async function makeTemplate(): Promise<void> {
  const database = new pg.Client(databaseUrl('postgres'));
  await database.connect();
  await database.query('DROP DATABASE IF EXISTS browser_template');
  await database.query('CREATE DATABASE browser_template');
  await database.end();
  const house = await openHouse(databaseUrl('browser_template'));
  const client = await new Client(house.address).signIn();
  for (let fresh = false; !fresh; await sleep(200)) {
    const reply = await client.send('GET', '/api/jobs');
    fresh = jobPageSchema.parse(await reply.json()).jobs.every((job) => job.fresh);
  }
  for (const { id } of workshopSchema.parse(await (await client.send('GET', '/api/workshop')).json())
    .circuits) {
    const read = async () =>
      (await (await client.send('GET', `/api/circuits/${id}`)).json()) as { layout?: unknown };
    while ((await read()).layout === undefined) await sleep(200);
  }
  await house.stop();
}
