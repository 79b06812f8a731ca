import type { Test } from '../instruments/instruments';
import type { Assessment } from '../job/assess';
import { expectedWords } from '../job/fit';
import type { JobState } from '../job/foldJob';
import type { ProposedAction } from '../planning/nextActions';
import { foreseeInJob } from '../job/foreseeInJob';
import type { CircuitSession } from './circuitSession';

/** What would be read at a point, if one suspect were the cause. */
export interface ExpectedReading {
  /** A section's id, or null for the healthy circuit. */
  readonly suspect: string | null;
  /** In words: `0.4 Ω`, `dark`, `OL`. */
  readonly reading: string;
}

/** A question about any instrument on any point, in the job's present state. */
export interface PointAnswer {
  readonly expected: readonly ExpectedReading[];
  /** What it would tell; null when it can tell nothing. */
  readonly foreseen: ProposedAction | null;
}

/** Suspects below this are not asked about, nor more than so many. */
const leadingFrom = 0.02;
const mostLeading = 3;

/** What would be read at a point if nothing, and if each leading suspect, were wrong, and what that would tell. */
export function pointAnswer(
  { predictor }: CircuitSession,
  job: JobState,
  { posterior }: Assessment,
  test: Test,
): PointAnswer {
  const leading = posterior.suspects
    .filter(({ probability }) => probability >= leadingFrom)
    .slice(0, mostLeading);
  return {
    expected: [null, ...leading.map(({ id }) => id)].map((suspect) => ({
      suspect,
      reading: expectedWords(predictor, posterior, { test, state: job.state }, suspect),
    })),
    foreseen: foreseeInJob(predictor, posterior, job, test, job.state),
  };
}
