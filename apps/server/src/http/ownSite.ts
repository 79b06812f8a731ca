import type { RequestHandler } from 'express';
import { hostname } from 'node:os';
import { ApiProblem } from '../errors/problems';

/**
 * Refuses requests that a page of another site sends. A name that somebody else's DNS points here (rebinding) is no name of
 * this workshop: only addresses in digits, this machine's own names and those given are.
 * @param hosts - further names that it is reached by, without ports
 */
export function ownSite(hosts: readonly string[]): RequestHandler {
  const machine = hostname().toLowerCase();
  const names = new Set([
    'localhost',
    machine,
    `${machine}.local`,
    ...hosts.map((each) => each.toLowerCase()),
  ]);
  return (request, _response, next) => {
    const name = request.hostname?.toLowerCase() ?? '';
    const isOwn = names.has(name) || /^\d{1,3}(\.\d{1,3}){3}$/.test(name) || /^\[[0-9a-f:.]+\]$/.test(name);
    const { origin } = request.headers;
    const fromElsewhere =
      (origin !== undefined && origin !== `${request.protocol}://${request.host}`) ||
      request.headers['sec-fetch-site'] === 'cross-site';
    const safe = request.method === 'GET' && !request.path.startsWith('/api/');
    if (!isOwn || (fromElsewhere && !safe)) throw new ApiProblem('request/other-site');
    next();
  };
}
