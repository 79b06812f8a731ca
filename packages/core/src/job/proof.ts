import type { Predictor } from '../inference/predictor';
import { likelihoodUnder } from '../inference/likelihood';
import { questionOf } from '../inference/takenReading';
import { workFor } from '../planning/work';
import { plainlyHealthy } from './fit';
import type { JobState, LedgerReading } from './foldJob';
import { activeReadings, isAfterRepair } from './foldJob';

/** The same measurement before and after the repair. */
export interface ProofPair {
  readonly before: LedgerReading;
  readonly after: LedgerReading;
  /** Whether it is what a healthy circuit shows, now. */
  readonly healthy: boolean;
  /** Whether it showed the fault before and shows none now. */
  readonly proves: boolean;
}

/** Every standing reading taken after the repair beside the last one that asked the same before it. */
export function proofPairs(predictor: Predictor, job: JobState): readonly ProofPair[] {
  const standing = activeReadings(job);
  return standing
    .filter((each) => isAfterRepair(job, each) && mayProve(each))
    .flatMap((after) => {
      const question = questionOf(after);
      const before = standing
        .filter((each) => !isAfterRepair(job, each) && questionOf(each) === question)
        .at(-1);
      if (before === undefined) return [];
      const healthy = plainlyHealthy(predictor, after);
      return { before, after, healthy, proves: healthy && !plainlyHealthy(predictor, before) };
    });
}

/** A look never proves a repair: what is not seen may still be there. Nor does what its own author doubts. */
function mayProve({ test, unsure }: LedgerReading): boolean {
  return test.instrument !== 'look' && unsure !== true;
}

/** What the customer complains of is seen, heard, or a fuse that blows: nothing is measured for it. */
const complaints: readonly string[] = ['load', 'fresh-fuse'];

/**
 * The plainest of the readings with a number that showed the fault and were not taken again since: what stands beside the
 * complaint, as a figure before and after. Null where there is none.
 */
export function numberBeside(
  predictor: Predictor,
  job: JobState,
  pairs: readonly ProofPair[],
): LedgerReading | null {
  const again = new Set(pairs.map(({ after }) => questionOf(after)));
  const numbers = proofWanted(predictor, job).filter(
    (each) => each.value.kind === 'number' && !again.has(questionOf(each)),
  );
  return pairs.some(({ after }) => after.value.kind === 'number') ? null : (numbers[0] ?? null);
}

/**
 * The readings that showed the fault: what to take again after the repair. What was complained of comes first, in the order
 * told; then the plainest for its minutes.
 */
export function proofWanted(predictor: Predictor, job: JobState): readonly LedgerReading[] {
  const seen = new Set<string>();
  return job.readings
    .filter(
      (each) =>
        each.withdrawn === null &&
        !isAfterRepair(job, each) &&
        mayProve(each) &&
        !plainlyHealthy(predictor, each),
    )
    .reverse()
    .filter((each) => {
      const before = seen.size;
      return seen.add(questionOf(each)).size > before;
    })
    .map((reading) => ({
      reading,
      told: toldRank(reading, job.readings.indexOf(reading)),
      score: plainness(predictor, reading) / minutesFor(predictor, job, reading),
    }))
    .sort((one, other) => (one.told === other.told ? other.score - one.score : one.told - other.told))
    .map(({ reading }) => reading);
}

/** What the customer told comes first, then what could have been told, in the order of the readings; then all else. */
function toldRank({ told, test }: LedgerReading, index: number): number {
  if (told === true) return index - Number.MAX_SAFE_INTEGER;
  return complaints.includes(test.instrument) ? index : Infinity;
}

/** How little a reading fits a healthy circuit: nats, at least one. */
function plainness({ predict }: Predictor, reading: LedgerReading): number {
  const { test, state } = reading;
  return Math.max(1, -Math.log(likelihoodUnder(reading, predict(state, test, null))));
}

function minutesFor({ circuit }: Predictor, { site }: JobState, { state, test }: LedgerReading): number {
  return workFor(circuit, site, state, test).minutes;
}
