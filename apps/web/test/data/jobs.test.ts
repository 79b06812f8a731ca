import type { LoggedEvent } from '@grim-lantern/core';
import fc from 'fast-check';
import { newId } from '../../src/data/newId';
import { gaplessUpTo, jobsSlice, loadJob } from '../../src/data/jobs';
import { library, libraryJob, summary } from '../demo';

const jobId = libraryJob.id;
const events = Array.from({ length: 12 }, (_each, index): LoggedEvent => ({
  id: newId(),
  author: libraryJob.events[0]!.author,
  at: '2026-11-24T09:00:00.000Z',
  type: 'job-reopened',
  sequence: index + 1,
}));
const loaded = jobsSlice.reducer({}, loadJob.fulfilled({ summary, circuit: library, log: [] }, 'x', jobId));

test('events end up in sequence, each once, in whatever order and however often they arrive', () => {
  const deliveries = fc.array(fc.subarray(events), { maxLength: 8 });
  fc.assert(
    fc.property(deliveries, (batches) => {
      const state = batches.reduce(
        (jobs, batch) => jobsSlice.reducer(jobs, jobsSlice.actions.eventsArrived({ jobId, events: batch })),
        loaded,
      );
      const job = state[jobId];
      const arrived = new Set(batches.flat().map(({ sequence }) => sequence));
      expect(job?.status === 'ready' ? job.log : null).toEqual(
        events.filter(({ sequence }) => arrived.has(sequence)),
      );
    }),
  );
});

test('asks again from the first gap on', () => {
  expect(gaplessUpTo([])).toBe(0);
  expect(gaplessUpTo(events)).toBe(12);
  expect(gaplessUpTo(events.filter(({ sequence }) => sequence !== 5))).toBe(4);
});

test('a job that is there stays when fetching it again fails', () => {
  const failed = loadJob.rejected(new Error('x'), 'x', jobId, 'The server cannot be reached.');
  expect(jobsSlice.reducer(loaded, failed)).toBe(loaded);
  expect(jobsSlice.reducer({}, failed)).toEqual({
    [jobId]: { status: 'failed', why: 'The server cannot be reached.' },
  });
});
