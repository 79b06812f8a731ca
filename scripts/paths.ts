import { dirname, join, resolve } from 'node:path';
import { fileURLToPath } from 'node:url';

/** The project's folder. */
export const root = dirname(dirname(fileURLToPath(import.meta.url)));

/** Where the installation keeps what is its own: the database, the port, the nightly backups. */
export const stateFolder = process.env['LANTERN_STATE'] ?? join(root, '.lantern');

/** What tells this installation from others of the machine. */
export const stateName = process.env['LANTERN_STATE'] ?? root;

/** A file as it was named where the caller of `./lantern` stands. */
export const fromCaller = (file: string) => resolve(process.env['CALLER'] ?? process.cwd(), file);

/** A path inside the project. */
export function inProject(...parts: readonly string[]): string {
  return join(root, ...parts);
}
