import type { CellLikelihoods } from './cells';
import type { ReadingLikelihood } from './likelihood';
import type { FoundPair } from './pairs';
import { pairsExplaining } from './pairs';
import type { Predictor } from './predictor';
import type { TakenReading } from './takenReading';
import { weighing } from './weights';

/** Single faults by cell and pairs of them, which sum to 1 together. */
export interface WithPairs {
  readonly inCells: Float64Array;
  /** Largest first. */
  readonly pairs: readonly (FoundPair & { readonly probability: number })[];
}

/**
 * Weighs the pairs of faults that explain most beside the single ones, by the same rule: readings that hang together do so for both.
 *
 * A pair has the cells of its base: what the second fault adds is known at one size of each, and holds at the others as far
 * as they do not explain the reading just as well by themselves. Otherwise two faults, each in steps of its own, would fit
 * any number better than the one that is there, at ohms between its steps.
 * @param priors - of the single faults, by cell
 */
export function weighedWithPairs(
  predictor: Predictor,
  readings: readonly TakenReading[],
  likelihoods: readonly ReadingLikelihood[],
  priors: Float64Array,
  outlierShare: number,
): WithPairs {
  const { cells, hypotheses } = predictor;
  const pairs = pairsExplaining(predictor, readings, likelihoods, outlierShare);
  const columns = pairs.flatMap((pair, p) => {
    const { family } = hypotheses[pair.base]!;
    const own = Array.from(cells.hypothesisOf, (h, c) => (hypotheses[h]!.family === family ? c : -1));
    return own.filter((c) => c >= 0).map((c) => ({ pair, p, c }));
  });
  const singles = priors.length;
  const withColumns = (inOrder: Float64Array, ofColumn: (column: (typeof columns)[number]) => number) => {
    const all = new Float64Array(singles + columns.length);
    all.set(inOrder);
    columns.forEach((column, k) => (all[singles + k] = ofColumn(column)));
    return all;
  };
  const weights = withColumns(priors, ({ pair, c }) => priors[c]! * pair.price);
  const { weigh } = weighing(readings, outlierShare);
  likelihoods.forEach((likelihood, index) => {
    const both = ({ inOrder }: Pick<CellLikelihoods, 'inOrder'>) => ({
      inOrder: withColumns(inOrder, ({ pair, c }) => {
        const alone = inOrder[c]!;
        return Math.min(alone * pair.gains[index]!, Math.max(alone, pair.likelihoods[index]!));
      }),
    });
    weigh(index, { ...both(likelihood), byWay: likelihood.byWay?.map(both) ?? null }, weights);
  });
  const probabilities = pairs.map(() => 0);
  columns.forEach(({ p }, k) => (probabilities[p]! += weights[singles + k]!));
  return {
    inCells: weights.slice(0, singles),
    pairs: pairs
      .map((pair, p) => ({ ...pair, probability: probabilities[p]! }))
      .sort((one, other) => other.probability - one.probability),
  };
}
