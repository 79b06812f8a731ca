import { eventsSchema, jobPageSchema, routes } from '@grim-lantern/contract';
import type { Route } from '@grim-lantern/contract';
import { randomUUID } from 'node:crypto';
import { readFileSync } from 'node:fs';
import { setTimeout as sleep } from 'node:timers/promises';
import pg from 'pg';
import type { Figure } from '../packages/core/bench/figure';
import { build } from '../scripts/build';
import { anyFreePort } from '../scripts/freePort';
import { inProject } from '../scripts/paths';
import { startCluster } from '../scripts/postgres';
import { serve } from '../scripts/serve';
import { benchCircuit, demo, openJob } from './benchJob';
import { Client } from './client';
import { fuzzed } from './fuzzed';
import { people } from './workshop';

const author = people[0]!.id;
const at = '2026-11-24T08:00:00.000Z';

/** How much is done; each figure's name says it. */
const amounts = {
  fuzzed: 100_000,
  people: 100,
  seconds: 60,
  jobs: 50_000,
} as const;

const bar = (value: number): Figure['bar'] => ({ at: 'most', value });
const percentile = (sorted: readonly number[], share: number) =>
  sorted[Math.min(sorted.length - 1, Math.floor(sorted.length * share))] ?? NaN;

/** Requests made from the contract's schemas, half of them spoilt. */
async function fuzz(client: Client): Promise<readonly Figure[]> {
  const job = await openJob(client);
  const ids: Readonly<Record<string, string>> = {
    jobId: job,
    vehicleId: benchCircuit.vehicleId,
    circuitId: benchCircuit.id,
    technicianId: author,
  };
  // Those that end the own sign-in, or make the owner's role another's, are walked by the tests.
  const without = [
    'signOut',
    'signOutEverywhere',
    'changeMember',
    'forgetMember',
    'signInDemo',
    'traceFile',
    'health',
  ];
  const targets = (Object.entries(routes) as [string, Route][])
    .filter(([name]) => !without.includes(name))
    .map(([, route], index) => ({
      route,
      make: route.body === undefined ? () => undefined : fuzzed(route.body, index + 1),
    }));
  let [failed, count] = [0, 0];
  const watch = watchHealth(client);
  await Promise.all(
    Array.from({ length: 8 }, async () => {
      while (count < amounts.fuzzed) {
        const { route, make } = targets[count++ % targets.length]!;
        const path = route.path.replace(/\{(\w+)\}/g, (_match, key: string) => ids[key] ?? randomUUID());
        const { status } = await client.send(route.method.toUpperCase(), path, make());
        if (status >= 500) failed++;
      }
    }),
  );
  const watched = await watch();
  let unreadable = 0;
  const page = jobPageSchema.safeParse(await (await client.send('GET', '/api/jobs')).json());
  if (!page.success) unreadable++;
  const log = eventsSchema.safeParse(await (await client.send('GET', `/api/jobs/${job}/events`)).json());
  if (!log.success) unreadable++;
  const what = `of ${amounts.fuzzed} spoilt requests`;
  return [
    { name: `safe: answered with a failure, ${what}`, value: failed, unit: '', bar: bar(0) },
    { name: `safe: lists that fail their own reading, after them`, value: unreadable, unit: '', bar: bar(0) },
    ...watchedFigures(watched, 'meanwhile'),
  ];
}

/** How the server was meanwhile, at the worst, in milliseconds. */
interface Watched {
  /** Until a question for its health was answered: the network, the database and this program's own delays are in it. */
  waited: number;
  /** How long the thread that answers was held up, as the server's own gauge has it. */
  heldUp: number;
}

/** Asks for health every 20 ms. @returns what ends it, and says how it was */
function watchHealth(client: Client): () => Promise<Watched> {
  const worst: Watched = { waited: 0, heldUp: 0 };
  let over = false;
  const run = (async () => {
    while (!over) {
      const started = performance.now();
      const reply = await client.send('GET', '/api/health').catch(() => null);
      const { longestDelayMs } = routes.health.reply.parse(
        reply?.status === 200 ? await reply.json() : { status: 'ready', longestDelayMs: 0 },
      );
      // No answer at all counts as one that never came.
      worst.waited = Math.max(worst.waited, reply === null ? Infinity : performance.now() - started);
      worst.heldUp = Math.max(worst.heldUp, longestDelayMs);
      await sleep(20);
    }
  })();
  return async () => {
    over = true;
    await run;
    return worst;
  };
}

const watchedFigures = ({ waited, heldUp }: Watched, when: string): readonly Figure[] => [
  { name: `safe: longest that the server was held up ${when}`, value: heldUp, unit: 'ms', bar: bar(200) },
  { name: `safe: longest that a question for health waited ${when}`, value: waited, unit: 'ms', bar: null },
];

/** The largest circuit that is taken, sent again and again, while others want to know how the server is. */
async function heavy(client: Client): Promise<readonly Figure[]> {
  const file = readFileSync(inProject('demo/circuits/travelling-library.json'), 'utf8');
  const document = JSON.parse(file) as { sections: { id: string }[] };
  const sections = Array.from({ length: 2000 }, (_each, i) => ({
    ...document.sections[i % document.sections.length]!,
    id: `W${i}`,
  }));
  const watch = watchHealth(client);
  await Promise.all(
    Array.from({ length: 6 }, () =>
      client.send('POST', '/api/circuits', {
        id: randomUUID(),
        vehicleId: benchCircuit.vehicleId,
        circuit: { ...document, sections },
      }),
    ),
  );
  return watchedFigures(await watch(), 'beside six circuits of 2000 sections');
}

/** Many people at once, each with a request a second. */
async function crowd(client: Client): Promise<readonly Figure[]> {
  const jobs = await Promise.all(Array.from({ length: 20 }, () => openJob(client)));
  const times: number[] = [];
  const ends = Date.now() + amounts.seconds * 1000;
  await Promise.all(
    Array.from({ length: amounts.people }, async (_each, person) => {
      const path = `/api/jobs/${jobs[person % jobs.length]}/events`;
      await sleep(person * 10);
      for (let turn = 0; Date.now() < ends; turn++) {
        const started = performance.now();
        const reply =
          turn % 5 === 4
            ? await client.send('POST', path, {
                events: [{ id: randomUUID(), author, at, type: 'point-refused', point: 'hinge' }],
              })
            : await client.send('GET', `${path}?after=0`);
        await reply.arrayBuffer();
        times.push(performance.now() - started);
        await sleep(1000);
      }
    }),
  );
  times.sort((one, other) => one - other);
  const what = `of ${times.length} requests by ${amounts.people} people in ${amounts.seconds} s`;
  return [
    { name: `safe: 99 % answered within, ${what}`, value: percentile(times, 0.99), unit: 'ms', bar: bar(50) },
  ];
}

/** The list of a workshop with very many jobs. */
async function longList(client: Client, url: string): Promise<readonly Figure[]> {
  const database = new pg.Client(url);
  await database.connect();
  await database.query(
    `INSERT INTO jobs (workshop_id, id, vehicle_id, circuit_id, title, opened_at, last_at, authors, stage, standing)
      SELECT $1, gen_random_uuid(), $2, $3, 'Fuse ' || i || ' blows', now() - make_interval(mins => i),
        now() - make_interval(secs => i), ARRAY[$4::uuid], (ARRAY['searching', 'proven', 'cause found'])[1 + i % 3],
        '{"readings":0,"minutes":0,"cause":null,"closed":"","alone":false,"suspects":[]}'
      FROM generate_series(1, $5::int) i`,
    [demo.id, benchCircuit.vehicleId, benchCircuit.id, author, amounts.jobs],
  );
  await database.query('ANALYZE jobs');
  await database.end();
  const queries = ['', '?show=open', '?mine=1&order=worked on', '?search=blows', '?search=fuse 4999'];
  const figures: Figure[] = [];
  for (const query of queries) {
    const times: number[] = [];
    for (let i = 0; i < 30; i++) {
      const started = performance.now();
      await (await client.send('GET', `/api/jobs${query}`)).arrayBuffer();
      times.push(performance.now() - started);
    }
    times.sort((one, other) => one - other);
    const what = `a page of ${amounts.jobs} jobs ${query === '' ? 'as it is' : query}`;
    figures.push({ name: `safe: 95 % of ${what}`, value: percentile(times, 0.95), unit: 'ms', bar: bar(50) });
  }
  return figures;
}

/** What the server does under spoilt requests, large documents and many people, on a database that is kept safe as the real one is. */
export default async function safe(): Promise<readonly Figure[]> {
  const quiet = () => undefined;
  await build(quiet);
  const cluster = await startCluster({ name: 'bench-postgres', throwaway: false });
  cluster.dropDatabase('safe');
  cluster.createDatabase('safe');
  const url = cluster.url('safe');
  const port = await anyFreePort();
  const running = await serve(url, port);
  try {
    const client = await new Client(`http://127.0.0.1:${port}`).signIn();
    const calm = [...(await fuzz(client)), ...(await heavy(client)), ...(await crowd(client))];
    const list = await longList(client, url);
    return [...calm, ...list];
  } finally {
    await running.stop();
    await cluster.stop();
  }
}
