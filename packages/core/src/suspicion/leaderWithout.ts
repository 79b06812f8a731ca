import type { TakenReading } from './likelihood';
import { likelihoodOf } from './mended';
import type { Predictor } from './predictor';
import type { Beforehand, Suspicion } from './suspicion';

/**
 * Probability that the leading suspect would have without one of the readings, single faults alone considered:
 * p(h | the others) ∝ p(h | all) / p(r | h).
 * @param beforehand - as the suspicion was worked out with
 */
export function leaderWithout(
  predictor: Predictor,
  { hypotheses, comingAndGoing, suspects }: Suspicion,
  reading: TakenReading,
  { slips, mended = [] }: Beforehand,
): number {
  const { total, coming } = likelihoodOf(predictor, reading, mended, slips);
  const leader = suspects[0]?.id;
  let [own, whole] = [0, 0];
  predictor.hypotheses.forEach(({ suspect }, h) => {
    const others = hypotheses[h]! / total[h]! + comingAndGoing[h]! / coming[h]!;
    whole += others;
    if (suspect === leader) own += others;
  });
  return own / whole;
}
