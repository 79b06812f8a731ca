import type { JobSummary } from '@grim-lantern/contract';
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

/** The job as the server tells of it before its first event. */
export const summary: JobSummary = {
  id: libraryJob.id,
  title: 'Fuse 17',
  vehicle: { id: '00000000-0000-4000-8000-000000000001', name: 'Van', service: 'library' },
  circuitId: libraryJob.circuitId,
  openedAt: '2026-11-24T08:00:00.000Z',
  lastAt: '2026-11-24T08:00:00.000Z',
  lastSequence: 0,
  stage: 'searching',
  archived: false,
  standing: null,
  fresh: false,
};
