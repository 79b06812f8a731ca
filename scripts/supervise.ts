import { setTimeout as sleep } from 'node:timers/promises';
import type { Served } from './serve';

export interface Supervised {
  /** Resolves when it has ended too often too quickly to be started again, or was stopped. */
  readonly ended: Promise<void>;
  stop(): Promise<void>;
}

/** How a server that ends again and again is dealt with. */
export interface Patience {
  /** Ends one after another after which it is given up. */
  readonly mostFailures: number;
  /** The longest wait before a start, in milliseconds. */
  readonly longestWait: number;
}
const usualPatience: Patience = { mostFailures: 5, longestWait: 16_000 };
/** One that has run for so long was good: the count begins anew. */
const goodMilliseconds = 30_000;

/**
 * Keeps a server running: one that ends by itself is started again, after a second, then two, four …
 * @param first - one that is running
 * @param start - starts another in its place
 * @param say - told what happened, a line each
 */
export function supervise(
  first: Served,
  start: () => Promise<Served>,
  say: (line: string) => void,
  { mostFailures, longestWait }: Patience = usualPatience,
): Supervised {
  let stopping = false;
  let current: Promise<Served> = Promise.resolve(first);
  const run = async () => {
    for (let failures = 0, wait = 1000; !stopping;) {
      const began = Date.now();
      const server = await current.catch((error: unknown) => {
        say(error instanceof Error ? error.message : String(error));
        return null;
      });
      if (server !== null) await exited(server);
      if (stopping) return;
      const good = server !== null && Date.now() - began > goodMilliseconds;
      failures = good ? 1 : failures + 1;
      wait = Math.min(longestWait, good || failures === 1 ? 1000 : wait * 2);
      if (failures > mostFailures) {
        say(`The server ended ${failures} times in a row: it is not started again.`);
        return;
      }
      say(`The server ended by itself; starting it again in ${wait / 1000} s.`);
      await sleep(wait);
      if (!stopping) current = start();
    }
  };
  return {
    ended: run(),
    async stop() {
      stopping = true;
      await current.then((server) => server.stop()).catch(() => undefined);
    },
  };
}

function exited({ process: child }: Served): Promise<void> {
  if (child.exitCode !== null || child.signalCode !== null) return Promise.resolve();
  return new Promise((resolve) => child.once('exit', () => resolve()));
}
