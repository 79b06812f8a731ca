import { dirname, join } from 'node:path';
import { fileURLToPath } from 'node:url';

/** The project's folder. */
export const root = dirname(dirname(fileURLToPath(import.meta.url)));

/** A path inside the project. */
export function inProject(...parts: readonly string[]): string {
  return join(root, ...parts);
}
