import type { Circuit } from './circuit';
import type { Part } from './parts/part';

/** What a circuit is called that a job began with before anything was drawn. */
export const undrawnName = 'Not drawn yet';

const always: readonly Part['kind'][] = ['battery', 'ground', 'splice'];

/** Whether a circuit holds nothing but what every vehicle has: no search can begin in it. */
export function isUndrawn({ parts }: Circuit): boolean {
  return parts.every(({ kind }) => always.includes(kind));
}
