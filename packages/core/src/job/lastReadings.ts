import type { Test } from '../instruments/instruments';
import { questionOf } from '../inference/takenReading';
import type { JobState, LedgerReading } from './foldJob';

/** The last standing reading of each question in the job's present state, asked by its test. One pass over the ledger. */
export function lastReadings({ readings, state }: JobState): (test: Test) => LedgerReading | null {
  const found = new Map<string, LedgerReading>();
  for (const each of readings) if (each.withdrawn === null) found.set(questionOf(each), each);
  return (test) => found.get(questionOf({ test, state })) ?? null;
}
