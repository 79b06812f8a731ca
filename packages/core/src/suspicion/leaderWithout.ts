import type { TakenReading } from './takenReading';
import { likelihoodOf } from './mended';
import type { Predictor } from './predictor';
import type { Beforehand } from './suspicion';
import { singlesPosterior } from './suspicion';

/**
 * Tells the probability that a suspect would have without one of the readings, single faults alone considered. Each reading's
 * likelihoods are worked out once, whichever is left out.
 * @param beforehand - as the suspicion was worked out with
 */
export function leaderWithout(
  predictor: Predictor,
  readings: readonly TakenReading[],
  leader: string,
  beforehand: Beforehand,
): (without: TakenReading) => number {
  const { mended = [], slips } = beforehand;
  const weighed = readings.map((reading) => ({
    reading,
    likelihood: likelihoodOf(predictor, reading, mended, slips),
  }));
  return ({ id }) => {
    const others = weighed.filter(({ reading }) => reading.id !== id);
    return singlesPosterior(predictor, others, beforehand).get(leader) ?? 0;
  };
}

/**
 * The reading that a verdict hangs on most: that without which the leader's probability is lowest, and what it is then.
 * Null where nothing has been read.
 */
export function mostDecisive(
  predictor: Predictor,
  readings: readonly TakenReading[],
  leader: string,
  beforehand: Beforehand,
): { readonly reading: TakenReading; readonly left: number } | null {
  const without = leaderWithout(predictor, readings, leader, beforehand);
  const [most] = readings
    .map((reading) => ({ reading, left: without(reading) }))
    .sort((one, other) => one.left - other.left);
  return most ?? null;
}
