import { availableParallelism } from 'node:os';
import { Piscina } from 'piscina';
import { ApiProblem } from '../errors/problems';
import type { TaskName, Tasks } from './tasks';
import type { Done, Work } from './work';

/** What waits at most; more is refused rather than kept waiting. */
const mostWaiting = 200;
/** A task that takes longer is ended, with its thread. */
const mostMilliseconds = 60_000;

/** As many threads beside the one that answers requests as the machine has other cores. */
const usualThreads = Math.max(1, availableParallelism() - 1);

/** @param file - the built `worker.js` */
export function createPool(file: string, threads = usualThreads): Work {
  const pool = new Piscina({
    filename: file,
    minThreads: 0,
    maxThreads: threads,
    maxQueue: mostWaiting,
    idleTimeout: 60_000,
    resourceLimits: { maxOldGenerationSizeMb: 1024 },
  });
  return {
    async run<N extends TaskName>(name: N, input: Parameters<Tasks[N]>[0]) {
      if (pool.queueSize >= mostWaiting) throw new ApiProblem('server/busy');
      const signal = AbortSignal.timeout(mostMilliseconds);
      return (await pool.run({ name, input }, { signal })) as Done<N>;
    },
    close: () => pool.destroy(),
  };
}
