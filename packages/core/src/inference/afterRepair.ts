import { thingsOf } from '../faults/fault';
import type { CellLikelihoods } from './cells';
import { cellLikelihoods } from './cells';
import type { ReadingLikelihood } from './likelihood';
import type { TakenReading } from './takenReading';
import { readingLikelihood, usualOutlierShare } from './likelihood';
import type { Predictor } from './predictor';

/** How often a repair leaves its own fault in place: a joint that does not hold, the wrong wire of two. Judgement. */
export const repairFailsShare = 0.05;
/** How often what was read before a repair came from the fault that the repair took away. Judgement: nobody knows. */
const repairedShare = 0.5;

/** Whether a suspect is, or is part of, what was mended. */
export function isRepaired(repaired: readonly string[], suspect: string): boolean {
  return repaired.some((each) => each === suspect || thingsOf(each).includes(suspect));
}

/**
 * Likelihood of a reading, as evidence for what is wrong now. One from before a repair that did not help came from what
 * is wrong now, or from a fault that has gone with the repair: p(r | h) becomes (1 - w) p(r | h) + w · max p(r | mended).
 * @param mended - suspects mended so far though the fault stayed, in order
 */
export function likelihoodOf(
  predictor: Predictor,
  reading: TakenReading,
  repaired: readonly string[],
  outlierShare: number = usualOutlierShare,
): ReadingLikelihood {
  const own = readingLikelihood(predictor, reading, outlierShare);
  const since = repaired.slice(reading.afterRepairs ?? 0);
  if (since.length === 0) return own;
  const { hypotheses, cells } = predictor;
  const was = Array.from(cells.hypothesisOf, (h) => isRepaired(since, hypotheses[h]!.suspect));
  const gone = was.reduce(
    (most, each, c) => (each ? Math.max(most, own.total[c]!, own.coming[c]!) : most),
    0,
  );
  const mixed = ({ inOrder }: CellLikelihoods) =>
    cellLikelihoods(
      inOrder.map((chance, k) =>
        was[k % was.length]! ? chance : (1 - repairedShare) * chance + repairedShare * gone,
      ),
    );
  return { outlier: own.outlier, ...mixed(own), byWay: own.byWay?.map(mixed) ?? null };
}
