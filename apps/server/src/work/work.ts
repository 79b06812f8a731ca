import type { TaskName, Tasks } from './tasks';
import { tasks } from './tasks';

/** Does what is too long for the thread that answers requests. */
export interface Work {
  readonly run: <N extends TaskName>(
    name: N,
    input: Parameters<Tasks[N]>[0],
  ) => Promise<ReturnType<Tasks[N]>>;
  readonly close: () => Promise<void>;
}

/** Does it at once, in this thread: for tests and programs that answer nobody else. */
export const workHere: Work = {
  run: <N extends TaskName>(name: N, input: Parameters<Tasks[N]>[0]) =>
    Promise.resolve((tasks[name] as (given: typeof input) => ReturnType<Tasks[N]>)(input)),
  close: () => Promise.resolve(),
};
