import { NOTHING_WRONG } from '../faults/hypotheses';
import { instrumentById } from '../instruments/instruments';
import type { Assessment } from './assess';
import type { JobState } from './foldJob';
import { activeReadings } from './foldJob';
import { asksComplaint } from './openQuestion';

/** The steps of a job, in the order of the work. */
export const workSteps = ['heard', 'seen', 'measured', 'alone', 'repaired', 'proven'] as const;
export type WorkStep = (typeof workSteps)[number];

/** Where a job stands in the order of work. */
export interface WorkProgress {
  readonly done: ReadonlySet<WorkStep>;
  /** The step that is under way; the last one when all is done. */
  readonly at: WorkStep;
}

/**
 * Heard: what the trouble is has been said. Seen: it was noted what works and what is dead. Measured until one suspect
 * stands alone or the cause is recorded. Steps may be left out: a job that measures is past seeing, whether or not that was
 * done.
 */
export function workProgress(job: JobState, { isolated }: Assessment): WorkProgress {
  const active = activeReadings(job);
  const seen = active.some(({ test }) => test.instrument === 'load');
  const measuring = active.some(({ test }) => instrumentById(test.instrument).electrical);
  const alone = job.cause !== null || (isolated !== null && isolated !== NOTHING_WRONG);
  const done: Readonly<Record<WorkStep, boolean>> = {
    heard: !asksComplaint(job),
    seen,
    measured: alone,
    alone,
    repaired: job.repair !== null,
    proven: job.closed?.proven === true,
  };
  return { done: new Set(workSteps.filter((step) => done[step])), at: stepUnderWay(done, measuring) };
}

function stepUnderWay(done: Readonly<Record<WorkStep, boolean>>, measuring: boolean): WorkStep {
  if (done.repaired) return 'proven';
  if (done.alone) return 'repaired';
  if (done.seen || measuring) return 'measured';
  return done.heard ? 'seen' : 'heard';
}
