import { routes } from '@grim-lantern/contract';
import type { Request } from 'express';
import type { z } from 'zod';
import type { Work } from '../work/work';
import { accepted, checked } from '../errors/validated';

/** Bytes from which on a body is checked in a thread of its own: some milliseconds of work. */
const longBytes = 20_000;

/** The body of a route that takes long ones, checked: a long one holds up no other request. */
export async function longBody<N extends 'importJob' | 'addCircuit' | 'appendEvents'>(
  work: Work,
  route: N,
  request: Request,
): Promise<z.infer<(typeof routes)[N]['body']>> {
  const { body } = request as { body: unknown };
  const long = Number(request.headers['content-length'] ?? Infinity) > longBytes;
  const found = long
    ? await work.run('body', { route, body })
    : checked(routes[route].body as z.ZodType, body);
  return accepted(found) as z.infer<(typeof routes)[N]['body']>;
}
