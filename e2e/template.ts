import { jobPageSchema } from '@grim-lantern/contract';
import { setTimeout as sleep } from 'node:timers/promises';
import pg from 'pg';
import { databaseUrl, openHouse, people } from './workshop';

/** Makes the database that every test begins with: the demo, with where its jobs stand worked out. Once, so that no test waits for it, nor works it out beside what it tests. */
export default async function makeTemplate(): Promise<void> {
  const client = new pg.Client(databaseUrl('postgres'));
  await client.connect();
  await client.query('DROP DATABASE IF EXISTS browser_template');
  await client.query('CREATE DATABASE browser_template');
  await client.end();
  const house = await openHouse(databaseUrl('browser_template'));
  const signedIn = await fetch(`${house.address}/api/session/demo`, {
    method: 'POST',
    headers: { 'content-type': 'application/json' },
    body: JSON.stringify({ person: people[0]!.id }),
  });
  const cookie = signedIn.headers
    .getSetCookie()
    .map((each) => each.split(';')[0])
    .join('; ');
  for (let fresh = false; !fresh; await sleep(200)) {
    const reply = await fetch(`${house.address}/api/jobs`, { headers: { cookie } });
    fresh = jobPageSchema.parse(await reply.json()).jobs.every((job) => job.fresh);
  }
  await house.stop();
}
