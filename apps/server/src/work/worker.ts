import type { TaskName } from './tasks';
import { tasks } from './tasks';

/** The entry of a thread of the pool. */
export default function run({ name, input }: { readonly name: TaskName; readonly input: unknown }): unknown {
  return (tasks[name] as (given: unknown) => unknown)(input);
}
