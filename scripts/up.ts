import { randomBytes } from 'node:crypto';
import { parseArgs } from 'node:util';
import { keepBackups, nightly } from './backups';
import { build } from './build';
import { fromCaller } from './paths';
import { ownPort } from './port';
import type { Cluster } from './postgres';
import { startCluster } from './postgres';
import type { Single } from './single';
import { beSingle } from './single';
import { serve } from './serve';
import type { Supervised } from './supervise';
import { supervise } from './supervise';

const started = Date.now();

function say(line: string): void {
  process.stdout.write(`${line}\n`);
}

const { values: options } = parseArgs({
  options: {
    fresh: { type: 'boolean', default: false },
    cert: { type: 'string' },
    key: { type: 'string' },
  },
});

/** The database: the one given, else the project's own, started here. */
async function database(keep: (cluster: Promise<Cluster>) => void): Promise<string> {
  const given = process.env['DATABASE_URL'];
  if (given !== undefined && given !== '') return given;
  say('Starting PostgreSQL ...');
  const starting = startCluster({ name: 'postgres', throwaway: false, onRestart: say });
  keep(starting);
  const cluster = await starting;
  say(`Data: ${cluster.folder}`);
  cluster.createDatabase('lantern');
  return cluster.url('lantern');
}

async function main(single: Single): Promise<void> {
  // Promises, not results: what is still starting when Ctrl-C comes is waited for, then stopped.
  let cluster: Promise<Cluster> | null = null;
  let server: Promise<Supervised> | null = null;
  let endBackups: () => void = () => undefined;
  let stopping = false;
  const stop = async (code: number): Promise<void> => {
    if (stopping) return;
    stopping = true;
    endBackups();
    await server?.then((each) => each.stop()).catch(() => undefined);
    await cluster?.then((each) => each.stop()).catch(() => undefined);
    process.exit(code);
  };
  for (const signal of ['SIGINT', 'SIGTERM', 'SIGHUP'] as const) {
    process.on(signal, () => {
      say('\nStopping ...');
      void stop(0);
    });
  }
  try {
    const host = process.env['HOST'] ?? '127.0.0.1';
    const port = await ownPort(host);
    const url = await database((each) => {
      cluster = each;
    });
    await build(say);
    if (stopping) return;
    const token = randomBytes(32).toString('base64url');
    const environment = {
      BACKUP_FOLDER: nightly.folder,
      ...(options.fresh ? { SETUP_TOKEN: token } : {}),
      ...(options.cert === undefined ? {} : { TLS_CERT: fromCaller(options.cert) }),
      ...(options.key === undefined ? {} : { TLS_KEY: fromCaller(options.key) }),
    };
    const start = () => serve(url, port, { host, demo: !options.fresh, environment });
    const first = start();
    server = first.then((each) => supervise(each, start, say));
    const { said, address } = await first;
    endBackups = keepBackups(url, say);
    single.tell(`Grim Lantern is up already: ${address}`);
    const seconds = ((Date.now() - started) / 1000).toFixed(1);
    say(`${said[0]?.toUpperCase()}${said.slice(1)}. Ready in ${seconds} s.`);
    if (options.fresh) say(`Make your workshop: ${address}/setup#${token}`);
    say(`Grim Lantern is up: ${address}   (Ctrl-C stops it)`);
    await (
      await server
    ).ended;
    await stop(1);
  } catch (error) {
    process.stderr.write(`${error instanceof Error ? error.message : String(error)}\n`);
    await stop(1);
  }
}

const single = await beSingle();
if ('said' in single) say(single.said);
else await main(single);
