import { Worker } from 'node:worker_threads';

/** So many threads share a benchmark's work. */
export const threads = 2;

/**
 * Runs a benchmark's own module in every thread; each answers once.
 * @param dataOf - what a thread is told, by its number from 0
 * @returns the answers in the order of the threads
 */
export function inThreads<Answer>(module: string, dataOf: (thread: number) => unknown): Promise<Answer[]> {
  return Promise.all(
    Array.from(
      { length: threads },
      (_each, thread) =>
        new Promise<Answer>((resolve, reject) => {
          const worker = new Worker(new URL(module), { workerData: dataOf(thread) });
          worker.once('message', resolve);
          worker.once('error', reject);
        }),
    ),
  );
}
