import { existsSync, mkdirSync, readFileSync, writeFileSync } from 'node:fs';

import { freePortFrom, portIfFree } from './freePort';
import { dirname, join } from 'node:path';
import { stateFolder } from './paths';

/**
 * The port that this installation serves on: the one asked for, else the one that it had before, else the first free one from
 * 7180 on, which it keeps from then on. Bookmarks, tablets and links rest on it: it never moves by itself.
 * @throws {Error} where another program has it
 */
export async function ownPort(
  host: string,
  asked = process.env['PORT'],
  note = join(stateFolder, 'port'),
): Promise<number> {
  const before = existsSync(note) ? readFileSync(note, 'utf8').trim() : undefined;
  const fixed = asked ?? before;
  if (fixed === undefined) {
    const port = await freePortFrom(7180, host);
    mkdirSync(dirname(note), { recursive: true });
    writeFileSync(note, `${port}\n`);
    return port;
  }
  const port = Number(fixed);
  if (!Number.isInteger(port) || port < 1 || port > 65_535) {
    throw new Error(`PORT: expected a whole number from 1 to 65535, got “${fixed}”.`);
  }
  if ((await portIfFree(port, host)) === null) {
    throw new Error(
      `Port ${port} is in use by another program. The address does not move by itself: stop that program, or choose another port, such as PORT=${port + 10} ./lantern up.`,
    );
  }
  return port;
}
