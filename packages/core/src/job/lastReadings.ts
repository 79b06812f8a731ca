import type { Test } from '../instruments/instruments';
import { questionOf } from '../inference/takenReading';
import type { JobState, LedgerReading } from './foldJob';
import { repairsSoFar } from './foldJob';

/**
 * The last standing reading of each question in the job's present state, asked by its test. After a repair nothing has been read
 * yet: what was read before it stands as evidence, and is not what another answer takes the place of. One pass over the ledger.
 */
export function lastReadings(job: JobState): (test: Test) => LedgerReading | null {
  const found = new Map<string, LedgerReading>();
  const repairs = repairsSoFar(job);
  for (const each of job.readings)
    if (each.withdrawn === null && each.afterRepairs === repairs) found.set(questionOf(each), each);
  return (test) => found.get(questionOf({ test, state: job.state })) ?? null;
}
