import { NOTHING_WRONG } from '../faults/hypotheses';
import { sumByHypothesis } from './cells';
import type { Predictor } from './predictor';
import { expectednessInRange } from './surprise';
import { comesAndGoesShare } from '../faults/rates';
import type { ReadingLikelihood } from './likelihood';
import type { TakenReading } from './takenReading';
import { slipShare } from './likelihood';
import { logPriors, logSum, posteriorOf, weighing } from './logWeights';
import { likelihoodOf } from './mended';
import type { PairWeight } from './pairs';
import { pairsExplaining } from './pairs';

/** A suspect with its probability, and which kinds of fault make it up. */
export interface Suspect {
  /** A section's id, or `nothing-wrong`. */
  readonly id: string;
  readonly probability: number;
  /** Largest first; they sum to `probability`. */
  readonly kinds: readonly { readonly name: string; readonly probability: number }[];
}

/** What one reading did. */
export interface ReadingEffect {
  readonly id: string;
  /** Entropy over the suspects before it, less after it. Negative where it brought doubt back. */
  readonly bits: number;
  /** Suspects that it put out, and that it lit again: across `clearedBelow`. */
  readonly cleared: readonly string[];
  readonly revived: readonly string[];
  /** Probability, given all the readings, that this one is a slip. */
  readonly slipProbability: number;
}

/** Two faults at once that explain what no single one does. */
export interface SuspectedPair {
  /** The suspect that lies in both. */
  readonly suspect: string;
  readonly name: string;
  readonly hypotheses: readonly [number, number];
  readonly probability: number;
}

export interface Suspicion {
  /** Probability of each hypothesis, its fault always there, in the predictor's order. */
  readonly hypotheses: Float64Array;
  /** The same where its fault comes and goes. */
  readonly comingAndGoing: Float64Array;
  /** Considered only while no single fault explains every reading. All three together sum to 1. */
  readonly pairs: readonly SuspectedPair[];
  /** Largest first; every suspect of the circuit. Sums to 1. */
  readonly suspects: readonly Suspect[];
  readonly effects: readonly ReadingEffect[];
  /** Readings that are more likely slips than not, or hardly to be explained by what leads; the worst first. */
  readonly doubtful: readonly string[];
  /** The first of them. */
  readonly likelyMistake: string | null;
}

/** Below this probability a suspect counts as cleared. */
export const clearedBelow = 0.01;
/** A reading is marked as a likely mistake from this probability of a slip on. */
const mistakeFrom = 0.5;
/** Or where one hypothesis has this much and what was read is this much less likely than what it has it show. Judgement. */
const leadsFrom = 0.5;
const surprisesBelow = 0.065;
/** A reading that what leads shows nearly as often as anything is no mistake. */
const justAsExpected = 0.5;

/** A slip of this probability means that no single fault explains every reading: pairs are tried. */
const contradictionFrom = 0.3;

/** What is held of the fault and of the readings before any of them is weighed. */
export interface Beforehand {
  /** Share of all faults that come and go, as the complaint has it. */
  readonly comingShare?: number;
  /** Share of readings that mean nothing. */
  readonly slips?: number;
  /** Suspects mended so far, in order, though the fault stayed. */
  readonly mended?: readonly string[];
}

/**
 * Bayes' rule in the log domain over every hypothesis, readings in the order taken.
 *
 * log p(h | r1…rn) = log p(h) + Σ log p(ri | h) - log Z, with p(ri | h) as `readingLikelihood` gives it, once for
 * the fault always there and once for it coming and going. The probability that reading i is a slip is
 * Σ p(h | all) · slip_i / p(ri | h), exact for this model. When a reading looks like a slip, pairs of faults join in.
 * A reading from before a repair that did not help weighs as `likelihoodOf` has it.
 */
export function suspicionOf(
  predictor: Predictor,
  readings: readonly TakenReading[],
  { comingShare = comesAndGoesShare.usually, slips = slipShare, mended = [] }: Beforehand = {},
): Suspicion {
  const { hypotheses } = predictor;
  const likelihoods = readings.map((reading) => likelihoodOf(predictor, reading, mended, slips));
  const logWeight = logPriors(predictor, comingShare, mended);
  const totals = () => suspectTotals(predictor, byHypothesis(predictor, posteriorOf(logWeight)), []);
  let before = totals();
  const weigh = weighing(readings, slips);
  const steps = readings.map((reading, index) => {
    weigh(index, likelihoods[index]!, logWeight);
    const after = totals();
    const crossed = (from: ReadonlyMap<string, number>, to: ReadonlyMap<string, number>) =>
      [...to].flatMap(([id, chance]) =>
        id !== NOTHING_WRONG && chance < clearedBelow && (from.get(id) ?? 0) >= clearedBelow ? [id] : [],
      );
    const step = {
      id: reading.id,
      bits: entropyBits(before.values()) - entropyBits(after.values()),
      cleared: crossed(before, after),
      revived: crossed(after, before),
    };
    before = after;
    return step;
  });
  const single = posteriorOf(logWeight);
  const singleSlips = slipProbabilities(likelihoods, single);
  const contradicted = singleSlips.some((slip) => slip >= contradictionFrom);
  const found = contradicted ? pairsExplaining(predictor, readings, likelihoods, logWeight, slips) : [];
  const { posterior: inCells, pairs } = withPairs(logWeight, single, found);
  const posterior = byHypothesis(predictor, inCells);
  const effects = slipProbabilitiesWith(likelihoods, inCells, pairs).map((slipProbability, index) => ({
    ...steps[index]!,
    slipProbability,
  }));
  const doubtful = doubtfulReadings(predictor, readings, effects, posterior);
  return {
    hypotheses: posterior.subarray(0, hypotheses.length),
    comingAndGoing: posterior.subarray(hypotheses.length),
    pairs,
    suspects: ranked(predictor, posterior, pairs),
    effects,
    doubtful,
    likelyMistake: doubtful[0] ?? null,
  };
}

/** Probability of each suspect by some readings whose likelihoods are known, single faults alone considered. */
export function singlesPosterior(
  predictor: Predictor,
  weighed: readonly { readonly reading: TakenReading; readonly likelihood: ReadingLikelihood }[],
  { comingShare = comesAndGoesShare.usually, slips = slipShare, mended = [] }: Beforehand = {},
): ReadonlyMap<string, number> {
  const logWeight = logPriors(predictor, comingShare, mended);
  const weigh = weighing(
    weighed.map(({ reading }) => reading),
    slips,
  );
  weighed.forEach(({ likelihood }, index) => weigh(index, likelihood, logWeight));
  return suspectTotals(predictor, byHypothesis(predictor, posteriorOf(logWeight)), []);
}

/**
 * The readings that do not fit, the worst first: likelier slips than not, though what leads does not show just that; then
 * those that what leads by far hardly ever shows.
 */
function doubtfulReadings(
  predictor: Predictor,
  readings: readonly TakenReading[],
  effects: readonly ReadingEffect[],
  posterior: Float64Array,
): readonly string[] {
  const { hypotheses } = predictor;
  const leader = posterior.reduce((most, chance, h) => (chance > posterior[most]! ? h : most), 0);
  // What comes and goes may well show nothing.
  const steady = leader < hypotheses.length;
  const family = hypotheses[leader]?.family;
  const members = hypotheses.flatMap((each, h) => (each.family === family ? [h] : []));
  const leads = steady && members.reduce((sum, h) => sum + posterior[h]!, 0) >= leadsFrom;
  const near = members.filter((h) => Math.abs(h - leader) <= 1);
  return readings
    .map((reading, index) => ({
      id: reading.id,
      slip: effects[index]!.slipProbability,
      expected: () => expectednessInRange(predictor, reading, near),
    }))
    .flatMap(({ id, slip, expected }) => {
      // What leads may rest on this reading alone, but it is never marked when it is just what that one shows.
      if (slip > mistakeFrom) return steady && expected() >= justAsExpected ? [] : [{ id, rank: -slip }];
      const rank = leads ? expected() : 1;
      return rank < surprisesBelow ? [{ id, rank }] : [];
    })
    .sort((one, other) => one.rank - other.rank)
    .map(({ id }) => id);
}

/** What cells hold, by hypothesis: both halves of them. */
function byHypothesis({ cells, hypotheses }: Predictor, inCells: Float64Array): Float64Array {
  const both = new Float64Array(2 * hypotheses.length);
  both.set(sumByHypothesis(cells, inCells.subarray(0, cells.count), hypotheses.length));
  both.set(sumByHypothesis(cells, inCells.subarray(cells.count), hypotheses.length), hypotheses.length);
  return both;
}

/** Probability of each reading to be a slip, over the single faults. */
function slipProbabilities(
  likelihoods: readonly ReadingLikelihood[],
  posterior: Float64Array,
): readonly number[] {
  const count = posterior.length / 2;
  return likelihoods.map(({ total, coming, slip }) => {
    let sum = 0;
    for (let h = 0; h < count; h++) {
      const [steady, moving] = [posterior[h]!, posterior[count + h]!];
      if (steady > 0) sum += (steady * slip) / total[h]!;
      if (moving > 0) sum += (moving * slip) / coming[h]!;
    }
    return sum;
  });
}

function slipProbabilitiesWith(
  likelihoods: readonly ReadingLikelihood[],
  posterior: Float64Array,
  pairs: readonly (SuspectedPair & { readonly likelihoods: readonly number[] })[],
): readonly number[] {
  return slipProbabilities(likelihoods, posterior).map(
    (single, index) =>
      single +
      pairs.reduce(
        (sum, pair) => sum + (pair.probability * likelihoods[index]!.slip) / pair.likelihoods[index]!,
        0,
      ),
  );
}

/** Single faults and pairs on one scale. */
function withPairs(logWeight: Float64Array, single: Float64Array, found: readonly PairWeight[]) {
  const singles = logSum(logWeight);
  const weights = found.map((pair) => Math.exp(pair.logWeight - singles));
  const whole = weights.reduce((total, each) => total + each, 1);
  return {
    posterior: single.map((each) => each / whole),
    pairs: found
      .map((pair, index) => ({ ...pair, probability: weights[index]! / whole }))
      .sort((one, other) => other.probability - one.probability),
  };
}

/** Entropy in bits of chances that sum to 1. */
export function entropyBits(chances: Iterable<number>): number {
  let sum = 0;
  for (const chance of chances) if (chance > 0) sum -= chance * Math.log2(chance);
  return sum;
}

function suspectTotals(
  { hypotheses }: Predictor,
  posterior: Float64Array,
  pairs: readonly SuspectedPair[],
): ReadonlyMap<string, number> {
  const totals = new Map<string, number>();
  const add = (suspect: string, chance: number) => totals.set(suspect, (totals.get(suspect) ?? 0) + chance);
  hypotheses.forEach(({ suspect }, h) => add(suspect, posterior[h]! + posterior[hypotheses.length + h]!));
  for (const { suspect, probability } of pairs) add(suspect, probability);
  return totals;
}

function ranked(
  predictor: Predictor,
  posterior: Float64Array,
  pairs: readonly SuspectedPair[],
): readonly Suspect[] {
  const { hypotheses } = predictor;
  const kinds = new Map<string, Map<string, number>>();
  const add = (suspect: string, name: string, chance: number) => {
    if (chance === 0) return;
    const own = kinds.get(suspect) ?? new Map<string, number>();
    kinds.set(suspect, own.set(name, (own.get(name) ?? 0) + chance));
  };
  hypotheses.forEach(({ suspect, name }, h) => {
    add(suspect, name, posterior[h]!);
    add(suspect, `${name}, comes and goes`, posterior[hypotheses.length + h]!);
  });
  for (const { suspect, name, probability } of pairs) add(suspect, name, probability);
  return [...suspectTotals(predictor, posterior, pairs)]
    .map(([id, probability]) => ({
      id,
      probability,
      kinds: [...(kinds.get(id) ?? [])]
        .map(([name, chance]) => ({ name, probability: chance }))
        .sort((one, other) => other.probability - one.probability),
    }))
    .sort((one, other) => other.probability - one.probability);
}
