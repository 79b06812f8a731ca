import { NOTHING_WRONG } from '../faults/hypotheses';
import { sumByHypothesis } from './cells';
import type { Predictor } from './predictor';
import { expectednessInRange } from './expectedness';
import { comesAndGoesShare } from '../faults/rates';
import type { ReadingLikelihood } from './likelihood';
import type { TakenReading } from './takenReading';
import { usualOutlierShare } from './likelihood';
import { priorWeights, weighing } from './weights';
import { likelihoodOf } from './afterRepair';
import { weighedWithPairs } from './weighedWithPairs';
import { entropyBits } from '../statistics/entropy';

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
  /** Entropy over the suspects before the reading minus that after it. Negative where suspects came back. */
  readonly bits: number;
  /** Suspects whose probability it took below `clearedBelow`, and those that it brought back above. */
  readonly cleared: readonly string[];
  readonly revived: readonly string[];
  /** Probability, given all the readings, that this one is an outlier. */
  readonly outlierProbability: number;
}

/** Two faults at once that explain what no single one does. */
export interface SuspectedPair {
  /** The suspect that lies in both. */
  readonly suspect: string;
  readonly name: string;
  readonly hypotheses: readonly [number, number];
  readonly probability: number;
}

export interface Posterior {
  /** Probability of each hypothesis, its fault always there, in the predictor's order. */
  readonly hypotheses: Float64Array;
  /** The same where its fault comes and goes. */
  readonly comingAndGoing: Float64Array;
  /** Both of them by the predictor's cells: the first half always there, the second coming and going. */
  readonly cells: Float64Array;
  /**
   * By way in which the figures may lie that no diagram gives, its share of each hypothesis: always there first, then coming and
   * going. Null while no reading told the ways apart.
   */
  readonly ways: readonly Float64Array[] | null;
  /** Considered only while no single fault explains every reading. With the hypotheses they sum to 1. */
  readonly pairs: readonly SuspectedPair[];
  /** The readings that no single fault explains, for which pairs are considered. */
  readonly contradicting: readonly string[];
  /** Largest first; every suspect of the circuit. Sums to 1. */
  readonly suspects: readonly Suspect[];
  readonly effects: readonly ReadingEffect[];
  /** Readings that are more likely outliers than not, or hardly to be explained by what leads; the worst first. */
  readonly doubtful: readonly string[];
  /** The first of them. */
  readonly likelyMistake: string | null;
}

/** Below this probability a suspect counts as cleared. */
export const clearedBelow = 0.01;
/** A reading is marked as a likely mistake from this probability of an outlier on. */
const mistakeFrom = 0.5;
/** Or where one hypothesis has this much and what was read is this much less likely than what it has it show. Judgement. */
const leadsFrom = 0.5;
const surprisesBelow = 0.065;
/** A reading that what leads shows nearly as often as anything is no mistake. */
const justAsExpected = 0.5;

/** An outlier of this probability means that no single fault explains every reading: pairs are tried. */
const contradictionFrom = 0.3;

/** What is held of the fault and of the readings before any of them is weighed. */
export interface PriorOptions {
  /** Share of all faults that come and go, as the complaint has it. */
  readonly comingShare?: number;
  /** Share of readings that mean nothing. */
  readonly outlierShare?: number;
  /** Suspects mended so far, in order, though the fault stayed. */
  readonly repaired?: readonly string[];
}

/**
 * Bayes' rule over every hypothesis, readings in the order taken.
 *
 * p(h | r1…rn) = p(h) · Π p(ri | h) / Z, with p(ri | h) as `readingLikelihood` gives it, once for
 * the fault always there and once for it coming and going. The probability that reading i is an outlier is
 * Σ p(h | all) · outlier_i / p(ri | h), exact for this model. When a reading looks like an outlier, pairs of faults join in.
 * A reading from before a repair that did not help weighs as `likelihoodOf` has it.
 */
export function inferPosterior(
  predictor: Predictor,
  readings: readonly TakenReading[],
  {
    comingShare = comesAndGoesShare.usually,
    outlierShare = usualOutlierShare,
    repaired = [],
  }: PriorOptions = {},
): Posterior {
  const { hypotheses } = predictor;
  const likelihoods = readings.map((reading) => likelihoodOf(predictor, reading, repaired, outlierShare));
  const priors = () => priorWeights(predictor, comingShare, repaired);
  const single = priors();
  const totals = () => suspectTotals(predictor, byHypothesis(predictor, single), []);
  let before = totals();
  const { weigh, inWays } = weighing(readings, outlierShare);
  const steps = readings.map((reading, index) => {
    weigh(index, likelihoods[index]!, single);
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
  const singleOutliers = outlierProbabilities(likelihoods, single);
  const contradicting = readings.filter((_each, index) => singleOutliers[index]! >= contradictionFrom);
  const { inCells, pairs } =
    contradicting.length === 0
      ? { inCells: single, pairs: [] }
      : weighedWithPairs(predictor, readings, likelihoods, priors(), outlierShare);
  const probabilities = byHypothesis(predictor, inCells);
  const effects = outlierProbabilitiesWith(likelihoods, inCells, pairs).map((outlierProbability, index) => ({
    ...steps[index]!,
    outlierProbability,
  }));
  const doubtful = doubtfulReadings(predictor, readings, effects, probabilities);
  return {
    hypotheses: probabilities.subarray(0, hypotheses.length),
    comingAndGoing: probabilities.subarray(hypotheses.length),
    cells: inCells,
    ways: wayShares(predictor, inWays()),
    pairs,
    contradicting: contradicting.map(({ id }) => id),
    suspects: ranked(predictor, probabilities, pairs),
    effects,
    doubtful,
    likelyMistake: doubtful[0] ?? null,
  };
}

/** Probability of each suspect by some readings whose likelihoods are known, single faults alone considered. */
export function singleFaultProbabilities(
  predictor: Predictor,
  weighed: readonly { readonly reading: TakenReading; readonly likelihood: ReadingLikelihood }[],
  {
    comingShare = comesAndGoesShare.usually,
    outlierShare = usualOutlierShare,
    repaired = [],
  }: PriorOptions = {},
): ReadonlyMap<string, number> {
  const weights = priorWeights(predictor, comingShare, repaired);
  const { weigh } = weighing(
    weighed.map(({ reading }) => reading),
    outlierShare,
  );
  weighed.forEach(({ likelihood }, index) => weigh(index, likelihood, weights));
  return suspectTotals(predictor, byHypothesis(predictor, weights), []);
}

/**
 * The readings that do not fit, the worst first: likelier outliers than not, though what leads does not show just that; then
 * those that what leads by far hardly ever shows.
 */
function doubtfulReadings(
  predictor: Predictor,
  readings: readonly TakenReading[],
  effects: readonly ReadingEffect[],
  probabilities: Float64Array,
): readonly string[] {
  const { hypotheses } = predictor;
  const leader = probabilities.reduce((most, chance, h) => (chance > probabilities[most]! ? h : most), 0);
  // What comes and goes may well show nothing.
  const steady = leader < hypotheses.length;
  const family = hypotheses[leader]?.family;
  const members = hypotheses.flatMap((each, h) => (each.family === family ? [h] : []));
  const leads = steady && members.reduce((sum, h) => sum + probabilities[h]!, 0) >= leadsFrom;
  const near = members.filter((h) => Math.abs(h - leader) <= 1);
  return readings
    .map((reading, index) => ({
      id: reading.id,
      outlier: effects[index]!.outlierProbability,
      expected: () => expectednessInRange(predictor, reading, near),
    }))
    .flatMap(({ id, outlier, expected }) => {
      // What leads may rest on this reading alone, but it is never marked when it is just what that one shows.
      if (outlier > mistakeFrom)
        return steady && expected() >= justAsExpected ? [] : [{ id, rank: -outlier }];
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

/** What each way holds of every hypothesis; each as likely where a hypothesis has nothing. */
function wayShares(
  predictor: Predictor,
  inWays: readonly Float64Array[] | null,
): readonly Float64Array[] | null {
  if (inWays === null) return null;
  const totals = inWays.map((each) => byHypothesis(predictor, each));
  return totals.map((own) =>
    own.map((weight, h) => {
      const whole = totals.reduce((sum, each) => sum + each[h]!, 0);
      return whole > 0 ? weight / whole : 1 / totals.length;
    }),
  );
}

/** Probability of each reading to be an outlier, over the single faults. */
function outlierProbabilities(
  likelihoods: readonly ReadingLikelihood[],
  probabilities: Float64Array,
): readonly number[] {
  return likelihoods.map(({ inOrder, outlier }) => {
    let sum = 0;
    for (let k = 0; k < inOrder.length; k++)
      if (probabilities[k]! > 0) sum += (probabilities[k]! * outlier) / inOrder[k]!;
    return sum;
  });
}

function outlierProbabilitiesWith(
  likelihoods: readonly ReadingLikelihood[],
  probabilities: Float64Array,
  pairs: readonly (SuspectedPair & { readonly likelihoods: readonly number[] })[],
): readonly number[] {
  return outlierProbabilities(likelihoods, probabilities).map(
    (single, index) =>
      single +
      pairs.reduce(
        (sum, pair) => sum + (pair.probability * likelihoods[index]!.outlier) / pair.likelihoods[index]!,
        0,
      ),
  );
}

function suspectTotals(
  { hypotheses }: Predictor,
  probabilities: Float64Array,
  pairs: readonly SuspectedPair[],
): ReadonlyMap<string, number> {
  const totals = new Map<string, number>();
  const add = (suspect: string, chance: number) => totals.set(suspect, (totals.get(suspect) ?? 0) + chance);
  hypotheses.forEach(({ suspect }, h) =>
    add(suspect, probabilities[h]! + probabilities[hypotheses.length + h]!),
  );
  for (const { suspect, probability } of pairs) add(suspect, probability);
  return totals;
}

function ranked(
  predictor: Predictor,
  probabilities: Float64Array,
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
    add(suspect, name, probabilities[h]!);
    add(suspect, `${name}, comes and goes`, probabilities[hypotheses.length + h]!);
  });
  for (const { suspect, name, probability } of pairs) add(suspect, name, probability);
  return [...suspectTotals(predictor, probabilities, pairs)]
    .map(([id, probability]) => ({
      id,
      probability,
      kinds: [...(kinds.get(id) ?? [])]
        .map(([name, chance]) => ({ name, probability: chance }))
        .sort((one, other) => other.probability - one.probability),
    }))
    .sort((one, other) => other.probability - one.probability);
}
