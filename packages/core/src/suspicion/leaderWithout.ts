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
  { cells: posterior, suspects }: Suspicion,
  reading: TakenReading,
  { slips, mended = [] }: Beforehand,
): number {
  const { total, coming } = likelihoodOf(predictor, reading, mended, slips);
  const leader = suspects[0]?.id;
  let [own, whole] = [0, 0];
  const { hypotheses, cells } = predictor;
  for (let c = 0; c < cells.count; c++) {
    const others = posterior[c]! / total[c]! + posterior[cells.count + c]! / coming[c]!;
    whole += others;
    if (hypotheses[cells.hypothesisOf[c]!]!.suspect === leader) own += others;
  }
  return own / whole;
}
