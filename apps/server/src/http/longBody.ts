import type { RouteName, routes } from '@grim-lantern/contract';
import type { Request } from 'express';
import type { z } from 'zod';
import { ApiProblem } from '../errors/problems';
import { accepted } from '../errors/validated';
import { tasks } from '../work/tasks';
import type { Work } from '../work/work';

/** Bytes from which on a body is read and checked in a thread of its own: some milliseconds of work. */
const longBytes = 20_000;

/** Routes whose bodies may be long: they come as bytes, and `longBody` reads them. */
const longRoutes = ['importJob', 'addCircuit', 'appendEvents'] as const satisfies readonly RouteName[];

/** Whether a route's body is read by `longBody`. */
export const holdsLongBody = (name: RouteName) => (longRoutes as readonly RouteName[]).includes(name);

/**
 * The body of a route that takes long ones, checked: a long one holds up no other request.
 * @throws {ApiProblem} where it is no JSON, or a field does not fit
 */
export async function longBody<N extends (typeof longRoutes)[number]>(
  work: Work,
  route: N,
  request: Request,
): Promise<z.infer<(typeof routes)[N]['body']>> {
  const { body } = request as { body: unknown };
  // Without a body, or with one of another type, nothing was read.
  const bytes = body instanceof Uint8Array ? body : Buffer.from('{}');
  const input = { route, bytes };
  const found = bytes.length > longBytes ? await work.run('body', input) : tasks.body(input);
  if (found === null) throw new ApiProblem('request/not-json');
  return accepted(found) as z.infer<(typeof routes)[N]['body']>;
}
