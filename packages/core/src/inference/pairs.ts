import { jointSuspect } from '../faults/fault';
import { NOTHING_WRONG } from '../faults/hypotheses';
import { pairShare } from '../faults/rates';
import { predictOn } from '../instruments/instrument';
import { instrumentById } from '../instruments/instruments';
import { stateKey } from '../circuit/operatingState';
import type { Solution } from '../solver/solution';
import { solveTogether } from '../solver/stateSolver';
import { mostByHypothesis, sumByHypothesis } from './cells';
import type { ReadingLikelihood } from './likelihood';
import type { TakenReading } from './takenReading';
import { likelihoodUnder } from './likelihood';
import type { Predictor } from './predictor';

/** Two faults at once with the weight of their story, on the scale of the single ones. */
export interface PairWeight {
  readonly suspect: string;
  readonly name: string;
  readonly hypotheses: readonly [number, number];
  readonly logWeight: number;
  /** Likelihood of each reading. */
  readonly likelihoods: readonly number[];
}

/** So many single faults are paired with each other, and so many pairs are solved. */
const mostSingles = 150;
const mostPairs = 16;

/**
 * The pairs of faults that explain the readings best, each solved with both in place.
 *
 * Which to solve is told by a bound: each reading explained as well as the better of the two, or the healthy circuit,
 * explains it. Cost: singles² × readings for the bounds, one solving per pair and state for the weights.
 * @param single - probability of the single faults, by cell
 * @param outliers - share of readings that mean nothing
 */
export function pairsExplaining(
  predictor: Predictor,
  readings: readonly TakenReading[],
  likelihoods: readonly ReadingLikelihood[],
  single: Float64Array,
  outlierShare: number,
): readonly PairWeight[] {
  const { hypotheses } = predictor;
  const healthy = hypotheses.findIndex(({ suspect }) => suspect === NOTHING_WRONG);
  if (healthy < 0) return [];
  const logs = likelihoods.map(({ total }) =>
    mostByHypothesis(predictor.cells, total, hypotheses.length).map((each) => Math.log(each)),
  );
  const singles = bestSingles(predictor, logs, healthy);
  const bounds: { one: number; other: number; bound: number }[] = [];
  singles.forEach((one, index) => {
    for (const other of singles.slice(index + 1)) {
      if (hypotheses[one]!.suspect === hypotheses[other]!.suspect) continue;
      let bound = pairPrior(predictor, one, other);
      for (const log of logs) bound += Math.max(log[one]!, log[other]!, log[healthy]!);
      bounds.push({ one, other, bound });
    }
  });
  bounds.sort((first, second) => second.bound - first.bound);
  const likelihoodsOf = solvedTogether(predictor, readings, outlierShare);
  const { cells } = predictor;
  const totals = sumByHypothesis(cells, single.subarray(0, cells.count), hypotheses.length);
  return bounds
    .slice(0, mostPairs)
    .map(({ one, other }) => weigh(predictor, likelihoodsOf, (h) => Math.log(totals[h]!), one, other));
}

/** One hypothesis of each family, the best in company with the healthy circuit; the likeliest families. */
function bestSingles(
  { hypotheses }: Predictor,
  logs: readonly Float64Array[],
  healthy: number,
): readonly number[] {
  const best = new Map<number, { h: number; score: number }>();
  hypotheses.forEach(({ family, prior }, h) => {
    if (h === healthy) return;
    const score = logs.reduce((sum, log) => sum + Math.max(log[h]!, log[healthy]!), Math.log(prior));
    if (score > (best.get(family)?.score ?? -Infinity)) best.set(family, { h, score });
  });
  return [...best.values()]
    .sort((one, other) => other.score - one.score)
    .slice(0, mostSingles)
    .map(({ h }) => h)
    .sort((one, other) => one - other);
}

function pairPrior({ hypotheses }: Predictor, one: number, other: number): number {
  return Math.log(hypotheses[one]!.prior) + Math.log(hypotheses[other]!.prior) + Math.log(pairShare);
}

/** Likelihoods of the readings under some hypotheses together, each set solved once for every state. */
function solvedTogether(predictor: Predictor, readings: readonly TakenReading[], outlierShare: number) {
  const { circuit, hypotheses } = predictor;
  const known = new Map<string, readonly number[]>();
  return (...together: readonly number[]): readonly number[] => {
    const key = together.join();
    const before = known.get(key);
    if (before !== undefined) return before;
    const faults = together.flatMap((h) => hypotheses[h]!.fault ?? []);
    const solutions = new Map<string, Solution>();
    const found = readings.map((reading) => {
      const { test, state } = reading;
      const inState = stateKey(state);
      const solution = solutions.get(inState) ?? solveTogether(circuit, state, faults);
      solutions.set(inState, solution);
      const prediction = predictOn(instrumentById(test.instrument), { circuit, state, solution }, test.at);
      return likelihoodUnder(reading, prediction, outlierShare);
    });
    known.set(key, found);
    return found;
  };
}

/**
 * The weight of a pair, from that of the one of the two that explains more by itself: what the other adds to it is what the
 * readings say more for both together, at the price of a second fault. So both stand on the scale of the singles, whatever
 * that makes of readings that hang together.
 */
function weigh(
  { hypotheses }: Predictor,
  likelihoodsOf: (...together: readonly number[]) => readonly number[],
  logWeightOf: (h: number) => number,
  one: number,
  other: number,
): PairWeight {
  const [first, second] = [hypotheses[one]!, hypotheses[other]!];
  const summed = (...together: readonly number[]) =>
    likelihoodsOf(...together).reduce((sum, each) => sum + Math.log(each), 0);
  const [base, added] = summed(one) >= summed(other) ? [one, other] : [other, one];
  const price = Math.log(hypotheses[added]!.prior * pairShare);
  return {
    suspect: jointSuspect(first.suspect, second.suspect),
    name: `${first.name} and ${second.name}`,
    hypotheses: [one, other],
    logWeight: logWeightOf(base) + summed(one, other) - summed(base) + price,
    likelihoods: likelihoodsOf(one, other),
  };
}
