import { wrap } from 'comlink';
import type { Remote } from 'comlink';
import type { CoreService, JobChange } from './coreService';
import type { AskedJob } from './jobChange';
import { changeTeller } from './jobChange';
import CoreWorker from './core.worker?worker';

interface Client {
  readonly remote: Remote<CoreService>;
  /** Never fulfilled; rejects when the worker itself breaks, which no single call would be told of. */
  readonly broken: Promise<never>;
  /** What this worker has not been told of a job yet. */
  readonly changeOf: (job: AskedJob) => JobChange;
}

let client: Client | null = null;

/** The worker, started on first use, and again after it has broken. */
function running(): Client {
  client ??= start();
  return client;
}

/** Starts the worker before anything is asked of it: its code is read while the data comes. */
export function startCore(): void {
  running();
}

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
  return { remote: wrap<CoreService>(worker), broken, changeOf: changeTeller() };
}

/** Asks something of a job. Rejects when it cannot be answered. */
export function askAboutJob<T>(
  job: AskedJob,
  question: (core: Remote<CoreService>, change: JobChange) => Promise<T>,
): Promise<T> {
  const { remote, broken, changeOf } = running();
  return Promise.race([question(remote, changeOf(job)), broken]);
}

/** Asks something that is no job's. */
export function askCore<T>(question: (core: Remote<CoreService>) => Promise<T>): Promise<T> {
  const { remote, broken } = running();
  return Promise.race([question(remote), broken]);
}
