import { wrap } from 'comlink';
import type { Remote } from 'comlink';
import type { CoreService } from './coreService';
import CoreWorker from './core.worker?worker';

interface Client {
  readonly remote: Remote<CoreService>;
  /** Never fulfilled; rejects when the worker itself breaks, which no single call would be told of. */
  readonly broken: Promise<never>;
}

/** A client of one worker, started on first use, and again after it has broken. */
function clientOf() {
  let client: Client | null = null;
  const start = (): Client => {
    const worker = new CoreWorker();
    const broken = new Promise<never>((_resolve, reject) => {
      worker.addEventListener('error', ({ message }) => {
        client = null;
        reject(new Error(message));
      });
    });
    // Whoever asks something listens for it; nobody else needs to.
    broken.catch(() => undefined);
    return { remote: wrap<CoreService>(worker), broken };
  };
  return <T>(question: (core: Remote<CoreService>) => Promise<T>): Promise<T> => {
    client ??= start();
    return Promise.race([question(client.remote), client.broken]);
  };
}

/** Asks the core something that is quickly answered. Rejects when it cannot answer. */
export const askCore = clientOf();

const plan = clientOf();
let last: Promise<unknown> = Promise.resolve();

/**
 * Asks for a plan, in a worker of its own so that nothing quick waits for it. Plans are made one after the other; one
 * that nobody waits for any more when its turn comes is not made: null.
 */
export function askPlanner<T>(
  question: (core: Remote<CoreService>) => Promise<T>,
  wanted: () => boolean,
): Promise<T | null> {
  const turn = last.then(() => (wanted() ? plan(question) : null));
  last = turn.catch(() => undefined);
  return turn;
}
