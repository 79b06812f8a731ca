import { wrap } from 'comlink';
import type { Remote } from 'comlink';
import type { CoreService } from './coreService';
import CoreWorker from './core.worker?worker';

interface Client {
  readonly remote: Remote<CoreService>;
  /** Never fulfilled; rejects when the worker itself breaks, which no single call would be told of. */
  readonly broken: Promise<never>;
}

let client: Client | null = null;

function start(): Client {
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
}

/** Asks the core something, in its one worker, started on first use. Rejects when it cannot answer. */
export function askCore<T>(question: (core: Remote<CoreService>) => Promise<T>): Promise<T> {
  client ??= start();
  return Promise.race([question(client.remote), client.broken]);
}
