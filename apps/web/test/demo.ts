import type { Circuit, JobEvent } from '@grim-lantern/core';
import { readFileSync } from 'node:fs';
import { join } from 'node:path';

const read = (file: string): unknown =>
  JSON.parse(readFileSync(join(__dirname, '../../../demo', file), 'utf8'));

export const library = read('circuits/travelling-library.json') as Circuit;
export const libraryJob = read('jobs/travelling-library-fuse-17.json') as {
  id: string;
  circuitId: string;
  events: JobEvent[];
};
