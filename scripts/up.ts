import { existsSync, mkdirSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { build } from './build';
import { freePortFrom } from './freePort';
import { inProject } from './paths';
import type { Cluster } from './postgres';
import { startCluster } from './postgres';
import type { Served } from './serve';
import { serve } from './serve';

const started = Date.now();
const mark = inProject('.lantern/up.json');

function say(line: string): void {
  process.stdout.write(`${line}\n`);
}

/** The address of an `up` of this very folder that is still running, if any. */
function runningAddress(): string | null {
  if (!existsSync(mark)) return null;
  try {
    const { pid, address } = JSON.parse(readFileSync(mark, 'utf8')) as { pid: number; address: string };
    process.kill(pid, 0);
    return address;
  } catch {
    return null;
  }
}

async function main(): Promise<void> {
  const running = runningAddress();
  if (running !== null) {
    say(`Grim Lantern is up already: ${running}`);
    return;
  }
  // Promises, not results: what is still starting when Ctrl-C comes is waited for, then stopped.
  let cluster: Promise<Cluster> | null = null;
  let served: Promise<Served> | null = null;
  let stopping = false;
  const stop = async (code: number) => {
    if (stopping) return;
    stopping = true;
    await served?.then((server) => server.stop()).catch(() => undefined);
    await cluster?.then((database) => database.stop()).catch(() => undefined);
    rmSync(mark, { force: true });
    process.exit(code);
  };
  for (const signal of ['SIGINT', 'SIGTERM', 'SIGHUP'] as const) {
    process.on(signal, () => {
      say('\nStopping ...');
      void stop(0);
    });
  }
  try {
    let url = process.env['DATABASE_URL'];
    if (url === undefined || url === '') {
      say('Starting PostgreSQL ...');
      cluster = startCluster({ name: 'postgres', throwaway: false, onRestart: say });
      const database = await cluster;
      say(`Data: ${database.folder}`);
      database.createDatabase('lantern');
      url = database.url('lantern');
    }
    await build(say);
    const host = process.env['HOST'] ?? '127.0.0.1';
    const port = await freePortFrom(Number(process.env['PORT'] ?? 7180), host);
    if (stopping) return;
    served = serve(url, port, host);
    const server = await served;
    mkdirSync(inProject('.lantern'), { recursive: true });
    writeFileSync(mark, JSON.stringify({ pid: process.pid, address: server.address }));
    server.process.once('exit', (code) => {
      if (!stopping) say(`The server ended by itself (exit ${code}).`);
      void stop(1);
    });
    say(
      `${server.said[0]?.toUpperCase()}${server.said.slice(1)}. Ready in ${((Date.now() - started) / 1000).toFixed(1)} s.`,
    );
    say(`Grim Lantern is up: ${server.address}   (Ctrl-C stops it)`);
  } catch (error) {
    process.stderr.write(`${error instanceof Error ? error.message : String(error)}\n`);
    await stop(1);
  }
}

await main();
