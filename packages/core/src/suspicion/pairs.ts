import { jointSuspect } from '../faults/fault';
import { NOTHING_WRONG } from '../faults/hypotheses';
import { pairShare } from '../faults/rates';
import { predictOn } from '../instruments/instrument';
import { instrumentById } from '../instruments/instruments';
import { stateKey } from '../circuit/operatingState';
import type { Solution } from '../solver/solution';
import { solveTogether } from '../solver/solution';
import { mostByHypothesis } from './cells';
import type { ReadingLikelihood, TakenReading } from './likelihood';
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
 */
export function pairsExplaining(
  predictor: Predictor,
  readings: readonly TakenReading[],
  likelihoods: readonly ReadingLikelihood[],
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
  return bounds.slice(0, mostPairs).map(({ one, other }) => weigh(predictor, readings, one, other));
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

function weigh(
  predictor: Predictor,
  readings: readonly TakenReading[],
  one: number,
  other: number,
): PairWeight {
  const { circuit, hypotheses } = predictor;
  const [first, second] = [hypotheses[one]!, hypotheses[other]!];
  const solutions = new Map<string, Solution>();
  const likelihoods = readings.map(({ test, state, value }) => {
    const key = stateKey(state);
    const standing = [first, second].flatMap(({ fault }) => fault ?? []);
    const solution = solutions.get(key) ?? solveTogether(circuit, state, standing);
    solutions.set(key, solution);
    const prediction = predictOn(instrumentById(test.instrument), { circuit, state, solution }, test.at);
    return likelihoodUnder(test, prediction, value);
  });
  return {
    suspect: jointSuspect(first.suspect, second.suspect),
    name: `${first.name} and ${second.name}`,
    hypotheses: [one, other],
    logWeight: likelihoods.reduce((sum, each) => sum + Math.log(each), pairPrior(predictor, one, other)),
    likelihoods,
  };
}
