import { eventsSchema } from '@grim-lantern/contract';
import { spawnSync } from 'node:child_process';
import { randomUUID } from 'node:crypto';
import { readFileSync } from 'node:fs';
import type { Server, Socket } from 'node:net';
import { connect, createServer } from 'node:net';
import { setTimeout as sleep } from 'node:timers/promises';
import pg from 'pg';
import type { Figure } from '../packages/core/bench/figure';
import { anyFreePort } from '../scripts/freePort';
import { openJob } from './benchJob';
import { Client } from './client';
import { StartCommand, databaseIn, endAll, limitFiles, ownFolder } from './startCommand';

/** How many readings by how many at once. */
const [readings, writers, jobCount] = [10_000, 8, 4];
/** A disturbance begins so long after the one before is over. */
const calmMilliseconds = 2500;
/** So long a disk stays full. */
const fullMilliseconds = 4000;
/** The clocks of the writers: from three days late to most of a day ahead, in hours. */
const clocks = [-72, -23, -1, 0, 0, 1, 12, 23];
/** PostgreSQL's log files are as long as that: it goes on logging where its tables cannot grow. */
const logFileBytes = 16 * 2 ** 20;

/** Connections on their way to a port, which can all be cut at once. */
class Wire {
  private readonly open = new Set<Socket>();
  private readonly server: Server;

  constructor(
    readonly port: number,
    to: number,
  ) {
    this.server = createServer((near) => {
      const far = connect(to, '127.0.0.1');
      for (const [one, other] of [
        [near, far],
        [far, near],
      ] as const) {
        this.open.add(one);
        one.pipe(other);
        one.on('error', () => other.destroy());
        one.on('close', () => {
          this.open.delete(one);
          other.destroy();
        });
      }
    }).listen(port, '127.0.0.1');
  }

  cut(): void {
    for (const socket of this.open) socket.destroy();
  }

  close(): void {
    this.server.close();
    this.cut();
  }
}

/** Sends until it is stored, however often the house falls down meanwhile. */
async function insist(client: Client, path: string, body: unknown): Promise<void> {
  for (;;) {
    const status = await client
      .send('POST', path, body)
      .then(async (reply) => {
        await reply.arrayBuffer();
        return reply.status;
      })
      .catch(() => 0);
    if (status === 200) return;
    // What is refused for good would be lost: nothing here is.
    if (status >= 400 && status < 500 && status !== 429) throw new Error(`Refused with ${status}.`);
    await sleep(100);
  }
}

/** The table of events made longer than a log file, by events of a job of their own. */
async function fillTable(url: string, job: string): Promise<void> {
  await withDatabase(url, (client) =>
    client.query(
      `INSERT INTO job_events (workshop_id, job_id, sequence, id, author_id, body)
        SELECT workshop_id, job_id, 1000000 + i, gen_random_uuid(), author_id,
            jsonb_build_object('type', 'filler', 'text', repeat('x', 1500))
          FROM job_events, generate_series(1, 12000) i WHERE job_id = $1 AND sequence = 1`,
      [job],
    ),
  );
}

async function withDatabase(url: string, work: (client: pg.Client) => Promise<unknown>): Promise<void> {
  const client = new pg.Client(url);
  client.on('error', () => undefined);
  await client.connect();
  try {
    await work(client);
  } finally {
    await client.end().catch(() => undefined);
  }
}

/** Ends every connection of a database, so that the next ones live under its process's present limits. */
const renewConnections = (url: string) =>
  withDatabase(url, (client) =>
    client.query(
      'SELECT pg_terminate_backend(pid) FROM pg_stat_activity WHERE datname = current_database() AND pid <> pg_backend_pid()',
    ),
  );

/**
 * Readings by many writers, with clocks that go wrong, while the server, the database and the start command itself are killed,
 * connections are cut and the disk is full.
 */
export default async function disturbed(): Promise<readonly Figure[]> {
  const state = ownFolder();
  const port = await anyFreePort();
  const commands = [new StartCommand(state, port)];
  const up = () => commands.at(-1)!;
  await up().says(/Grim Lantern is up/);
  const wire = new Wire(await anyFreePort(), port);
  try {
    const client = await new Client(`http://127.0.0.1:${wire.port}`).signIn();
    const author = client.person;
    const jobs = await Promise.all(Array.from({ length: jobCount }, () => openJob(client)));
    await fillTable(databaseIn(state)!.url, await openJob(client));

    let refusedForRoom = 0;
    const disturbances: Readonly<Record<string, () => Promise<void> | void>> = {
      'server killed': () => killed(up().server()),
      'connections cut': () => wire.cut(),
      'database killed': () => killed(databaseIn(state)?.pid ?? null),
      async 'disk full'() {
        const database = databaseIn(state);
        if (database === null) return;
        limitFiles(database.pid, logFileBytes);
        await renewConnections(database.url);
        const ends = Date.now() + fullMilliseconds;
        for (; Date.now() < ends; await sleep(200)) {
          const event = { id: randomUUID(), author, at: new Date().toISOString(), type: 'point-refused' };
          const body = { events: [{ ...event, point: 'hinge' }] };
          const reply = await client.send('POST', `/api/jobs/${jobs[0]}/events`, body).catch(() => null);
          if (reply?.status === 503) refusedForRoom++;
        }
        limitFiles(database.pid, null);
        await renewConnections(database.url);
      },
      async 'start command killed'() {
        up().child.kill('SIGKILL');
        await up().ended;
        commands.push(new StartCommand(state, port));
        await up().says(/Grim Lantern is up/);
      },
    };
    const counts = new Map<string, number>();
    let over = false;
    const disturbing = (async () => {
      const names = Object.keys(disturbances);
      for (let turn = 0; !over; turn++) {
        await sleep(calmMilliseconds);
        const name = names[turn % names.length]!;
        // Nothing is running to be disturbed: the next turn will do.
        await Promise.resolve(disturbances[name]!()).catch(() => undefined);
        counts.set(name, (counts.get(name) ?? 0) + 1);
      }
    })();
    const sent = await Promise.all(
      Array.from({ length: writers }, async (_each, writer) => {
        const own = Array.from({ length: readings / writers }, () => randomUUID());
        const path = `/api/jobs/${jobs[writer % jobCount]}/events`;
        for (const id of own) {
          const at = new Date(Date.now() + clocks[writer]! * 3_600_000).toISOString();
          await insist(client, path, { events: [{ id, author, at, type: 'point-refused', point: 'hinge' }] });
        }
        return own;
      }),
    );
    over = true;
    await disturbing;
    const kinds = [...counts].map(([name, count]) => `${name} ${count} times`).join(', ');
    const what = `of ${readings} readings by ${writers} writers with clocks ${clocks[0]} to +${clocks.at(-1)} h (${kinds})`;
    const found = await compared(client, jobs, sent);
    const bar = { at: 'most', value: 0 } as const;
    return [
      ...Object.entries(found).map(([name, value]) => ({
        name: `disturbed: ${name} ${what}`,
        value,
        unit: '',
        bar,
      })),
      {
        name: 'disturbed: refused for want of room while the disk was full, and sent again',
        value: refusedForRoom,
        unit: '',
        bar: { at: 'least', value: 1 },
      },
      {
        name: 'disturbed: servers left behind',
        value: await leftBehind(state, up().server()),
        unit: '',
        bar,
      },
    ];
  } finally {
    wire.close();
    await endAll(state, commands);
  }
}

/** Servers of a folder that run beside the one that should. */
async function leftBehind(state: string, own: number | null): Promise<number> {
  // One whose start command was killed has a moment to end.
  await sleep(5000);
  const all = spawnSync('pgrep', ['-f', 'apps/server/dist/main.js']).stdout.toString().trim().split('\n');
  return all.filter((pid) => Number(pid) !== own && environmentOf(pid).includes(`LANTERN_STATE=${state}\0`))
    .length;
}

function environmentOf(pid: string): string {
  try {
    return readFileSync(`/proc/${pid}/environ`, 'utf8');
  } catch {
    return '';
  }
}

function killed(pid: number | null): void {
  if (pid !== null) process.kill(pid, 'SIGKILL');
}

/** What the logs hold of what was sent. Entries that the writers did not send are passed over. */
async function compared(client: Client, jobs: readonly string[], sent: readonly (readonly string[])[]) {
  let [lost, doubled, shuffled] = [0, 0, 0];
  for (const [index, job] of jobs.entries()) {
    const reply = await untilRead(client, `/api/jobs/${job}/events`);
    const ids = reply.events.map(({ id }) => id);
    doubled += ids.length - new Set(ids).size;
    reply.events.forEach(({ sequence }, place) => (shuffled += sequence === place + 1 ? 0 : 1));
    const placeOf = new Map(ids.map((id, place) => [id, place]));
    for (const own of sent.filter((_ids, writer) => writer % jobs.length === index)) {
      const places = own.map((id) => placeOf.get(id) ?? -1);
      lost += places.filter((place) => place < 0).length;
      shuffled += places.filter((place, i) => i > 0 && place < places[i - 1]!).length;
    }
  }
  return { lost, doubled, 'out of order': shuffled };
}

/** The last disturbance may not be over yet. */
async function untilRead(client: Client, path: string) {
  for (;;) {
    const reply = await client.send('GET', path).catch(() => null);
    if (reply?.status === 200) return eventsSchema.parse(await reply.json());
    await sleep(200);
  }
}
