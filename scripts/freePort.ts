import { createServer } from 'node:net';

/** Whether a port on loopback is free, by listening on it for a moment; 0 finds any. */
export function portIfFree(port: number, host = '127.0.0.1'): Promise<number | null> {
  return new Promise((resolve) => {
    const server = createServer();
    server.once('error', () => resolve(null));
    server.listen(port, host, () => {
      const address = server.address();
      const found = typeof address === 'object' && address !== null ? address.port : null;
      server.close(() => resolve(found));
    });
  });
}

/** The first free port from `first` on. */
export async function freePortFrom(first: number, host?: string): Promise<number> {
  for (let port = first; port < first + 100; port++) {
    if ((await portIfFree(port, host)) !== null) return port;
  }
  throw new Error(`No free port between ${first} and ${first + 99}.`);
}

/** Any free port. */
export async function anyFreePort(): Promise<number> {
  const port = await portIfFree(0);
  if (port === null) throw new Error('No free port on loopback.');
  return port;
}
