import type { TakenReading } from './likelihood';
import type { Predictor } from './predictor';
import type { Beforehand } from './suspicion';
import { singlesPosterior } from './suspicion';

/**
 * Probability that a suspect would have without one of the readings, single faults alone considered.
 * @param beforehand - as the suspicion was worked out with
 */
export function leaderWithout(
  predictor: Predictor,
  readings: readonly TakenReading[],
  leader: string,
  without: TakenReading,
  beforehand: Beforehand,
): number {
  const others = readings.filter(({ id }) => id !== without.id);
  return singlesPosterior(predictor, others, beforehand).get(leader) ?? 0;
}
