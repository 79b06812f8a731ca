import { createHash } from 'node:crypto';
import { connect, createServer } from 'node:net';
import { stateFolder } from './paths';

/**
 * A name that the system gives to one process at a time and takes back when it ends, however it ends: there is no note that could
 * be stale. (An abstract socket of Linux: it lies in no folder.)
 */
const name = (folder: string) =>
  `\0grim-lantern-${createHash('sha256').update(folder).digest('hex').slice(0, 24)}`;

/** This process is the one that serves a folder. */
export interface Single {
  /** What another `up` is told when it asks: one line. */
  tell(line: string): void;
}

/** @returns null where another process serves the folder already, with what it says of itself in `said` */
export async function beSingle(folder = stateFolder): Promise<Single | { readonly said: string }> {
  let told = 'Grim Lantern is being started already.';
  const server = createServer((socket) => socket.on('error', () => undefined).end(`${told}\n`));
  server.unref();
  const taken = await new Promise<boolean>((resolve, reject) => {
    server.once('error', (error: NodeJS.ErrnoException) =>
      error.code === 'EADDRINUSE' ? resolve(true) : reject(error),
    );
    server.listen(name(folder), () => resolve(false));
  });
  if (!taken) return { tell: (line) => void (told = line) };
  return { said: (await runningSays(folder)) ?? told };
}

/** What the process that serves a folder says of itself; null where there is none. */
export function runningSays(folder = stateFolder): Promise<string | null> {
  return new Promise((resolve) => {
    let said = '';
    connect(name(folder))
      .on('data', (chunk: Buffer) => (said += chunk.toString()))
      .on('error', () => resolve(null))
      .on('end', () => resolve(said.trim()));
  });
}
