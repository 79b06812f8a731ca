import type { TakenReading } from './takenReading';
import { likelihoodOf } from './afterRepair';
import type { Predictor } from './predictor';
import type { PriorOptions } from './posterior';
import { singleFaultProbabilities } from './posterior';

/**
 * Tells the probability that a suspect would have without one of the readings, single faults alone considered. Each reading's
 * likelihoods are worked out once, whichever is left out.
 * @param priorOptions - as the posterior was worked out with
 */
export function leaderWithoutReading(
  predictor: Predictor,
  readings: readonly TakenReading[],
  leader: string,
  priorOptions: PriorOptions,
): (without: TakenReading) => number {
  const { repaired = [], outlierShare } = priorOptions;
  const weighed = readings.map((reading) => ({
    reading,
    likelihood: likelihoodOf(predictor, reading, repaired, outlierShare),
  }));
  return ({ id }) => {
    const others = weighed.filter(({ reading }) => reading.id !== id);
    return singleFaultProbabilities(predictor, others, priorOptions).get(leader) ?? 0;
  };
}

/**
 * The reading that a verdict depends on most: that without which the leader's probability is lowest, and what it is then.
 * Null where nothing has been read.
 */
export function pivotalReading(
  predictor: Predictor,
  readings: readonly TakenReading[],
  leader: string,
  priorOptions: PriorOptions,
): { readonly reading: TakenReading; readonly left: number } | null {
  const without = leaderWithoutReading(predictor, readings, leader, priorOptions);
  const [most] = readings
    .map((reading) => ({ reading, left: without(reading) }))
    .sort((one, other) => one.left - other.left);
  return most ?? null;
}
