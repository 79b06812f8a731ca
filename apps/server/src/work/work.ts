import type { TaskName, Tasks } from './tasks';
import { tasks } from './tasks';

/** What a task ends with. */
export type Done<N extends TaskName> = Awaited<ReturnType<Tasks[N]>>;

/** Does what is too long for the thread that answers requests. */
export interface Work {
  readonly run: <N extends TaskName>(name: N, input: Parameters<Tasks[N]>[0]) => Promise<Done<N>>;
  readonly close: () => Promise<void>;
}

/** Does it at once, in this thread: for tests and programs that answer nobody else. */
export const workHere: Work = {
  run: async <N extends TaskName>(name: N, input: Parameters<Tasks[N]>[0]): Promise<Done<N>> =>
    (await (tasks[name] as (given: typeof input) => unknown)(input)) as Done<N>,
  close: () => Promise.resolve(),
};
