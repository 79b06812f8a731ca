import { jointSuspect } from '../faults/fault';
import { NOTHING_WRONG } from '../faults/hypotheses';
import { pairShare } from '../faults/rates';
import { predictOn } from '../instruments/instrument';
import { instrumentById } from '../instruments/instruments';
import { stateKey } from '../circuit/operatingState';
import type { Solution } from '../solver/solution';
import { solveTogether } from '../solver/stateSolver';
import { mostByHypothesis } from './cells';
import type { ReadingLikelihood } from './likelihood';
import type { TakenReading } from './takenReading';
import { likelihoodUnder } from './likelihood';
import type { Predictor } from './predictor';

/** Two faults at once, and how well they explain the readings. */
export interface FoundPair {
  /** The suspect that lies in both. */
  readonly suspect: string;
  readonly name: string;
  readonly hypotheses: readonly [number, number];
  /** That of the two which explains more by itself. */
  readonly base: number;
  /** How much rarer both are than that one alone. */
  readonly price: number;
  /** Likelihood of each reading under both, and how many times that under the base alone it is, each at its own ohms. */
  readonly likelihoods: readonly number[];
  readonly gains: readonly number[];
}

/** So many single faults are paired with each other, and so many pairs are solved. */
const mostSingles = 150;
const mostPairs = 16;

/**
 * The pairs of faults that explain the readings best, each solved with both in place.
 *
 * Which to solve is told by a bound: each reading explained as well as the better of the two, or the healthy circuit,
 * explains it. Cost: singles² × readings for the bounds, one solving per pair and state.
 * @param outlierShare - share of readings that mean nothing
 */
export function pairsExplaining(
  predictor: Predictor,
  readings: readonly TakenReading[],
  likelihoods: readonly ReadingLikelihood[],
  outlierShare: number,
): readonly FoundPair[] {
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
  return bounds.slice(0, mostPairs).map(({ one, other }) => together(predictor, likelihoodsOf, one, other));
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

function together(
  { hypotheses }: Predictor,
  likelihoodsOf: (...together: readonly number[]) => readonly number[],
  one: number,
  other: number,
): FoundPair {
  const [first, second] = [hypotheses[one]!, hypotheses[other]!];
  const summed = (h: number) => likelihoodsOf(h).reduce((sum, each) => sum + Math.log(each), 0);
  const [base, added] = summed(one) >= summed(other) ? [one, other] : [other, one];
  const likelihoods = likelihoodsOf(one, other);
  return {
    suspect: jointSuspect(first.suspect, second.suspect),
    name: `${first.name} and ${second.name}`,
    hypotheses: [one, other],
    base,
    price: hypotheses[added]!.prior * pairShare,
    likelihoods,
    gains: likelihoodsOf(base).map((alone, index) => likelihoods[index]! / alone),
  };
}
