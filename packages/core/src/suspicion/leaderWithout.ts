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
  return readings.reduce<{ readonly reading: TakenReading; readonly left: number } | null>(
    (most, reading) => {
      const left = leaderWithout(predictor, readings, leader, reading, beforehand);
      return most === null || left < most.left ? { reading, left } : most;
    },
    null,
  );
}
