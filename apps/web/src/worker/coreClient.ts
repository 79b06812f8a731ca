import { wrap } from 'comlink';
import type { Remote } from 'comlink';
import type { CoreService } from './coreService';
import CoreWorker from './core.worker?worker';

let client: Remote<CoreService> | null = null;

/** The one worker in which the core runs, started on first use. */
export function coreClient(): Remote<CoreService> {
  client ??= wrap<CoreService>(new CoreWorker());
  return client;
}
