import { NOTHING_WRONG } from '../faults/hypotheses';
import { instrumentById } from '../instruments/instruments';
import type { CellLikelihoods } from './cells';
import type { TakenReading } from './takenReading';
import { outlierShareOf, repeatedOutlier } from './likelihood';
import { isRepaired, repairFailsShare } from './afterRepair';
import type { Predictor } from './predictor';
import { outlierLikelihood } from './outlierLikelihood';
import { ways } from './predictionRows';

/**
 * Weights by cell that sum to 1: the first half for the fault always there, the second for it coming and going. They are worked
 * out for every reading of every question, so that plain loops over plain numbers stand here, without a logarithm; they are
 * brought back to a sum of 1 at each reading, so that they hold however many are taken.
 */

/** The priors. */
export function priorWeights(
  { hypotheses, cells }: Predictor,
  comingShare: number,
  repaired: readonly string[],
): Float64Array {
  const { count } = cells;
  const comes = hypotheses.some(({ suspect }) => suspect === NOTHING_WRONG);
  const priors = hypotheses.map(({ suspect, prior, mayComeAndGo }) => {
    const coming = comes && mayComeAndGo ? comingShare : 0;
    const left = isRepaired(repaired, suspect) ? prior * repairFailsShare : prior;
    return { there: left * (1 - coming), coming: left * coming };
  });
  const weights = new Float64Array(2 * count);
  for (let c = 0; c < count; c++) {
    const { there, coming } = priors[cells.hypothesisOf[c]!]!;
    weights[c] = there * cells.weight[c]!;
    weights[count + c] = coming * cells.weight[c]!;
  }
  toSumOfOne(weights);
  return weights;
}

/** Share of outliers that a second reading at the same point repeats: the wrong pin, the wrong lamp. Judgement. */
const systematicShare = 0.5;

/** The readings so far of one instrument at one point. */
interface Group {
  readonly first: number;
  /** Product of their likelihoods, by cell, and that of their being one outlier: on a scale that both share. */
  together: Float64Array;
  outlier: number;
  size: number;
}

/** The likelihoods of a reading in the order of the weights, and in each way. */
interface Weighed {
  readonly inOrder: Float64Array;
  readonly byWay: readonly Pick<CellLikelihoods, 'inOrder'>[] | null;
}

/**
 * Adds the likelihood of each reading to the weights, in the order taken. Readings of one instrument at one point, in
 * whatever state, hang together: one outlier may explain them all, so that five looks at one lamp are not five witnesses.
 * L = (1 - c)·Π p(ri | h) + c·p(the first is an outlier)·Π p(ri repeats it), with c the share of such outliers.
 *
 * Where the figures lie that no diagram gives (at how many amps this fuse opens, at how many volts this relay lets go) is one
 * thing for all readings of a vehicle: once it decides what one of them shows, the weights are kept apart by it, in `apart`.
 */
export function weighing(readings: readonly TakenReading[], outlierShare: number) {
  const known = new Map<string, Group>();
  const taken = new Map<string, number>();
  /** By way, one after another; null as long as all readings show the same in every way. */
  let apart: Float64Array | null = null;
  const weigh = (index: number, likelihood: Weighed, joined: Float64Array): void => {
    const { test, value } = readings[index]!;
    if (apart === null && likelihood.byWay !== null) {
      apart = joinedUp(ways.map(() => joined));
      for (const group of known.values()) group.together = joinedUp(ways.map(() => group.together));
    }
    const weights = apart ?? joined;
    const key = `${test.instrument} ${test.at}`;
    const group = known.get(key);
    const { display } = instrumentById(test.instrument);
    const alone = apart === null ? [likelihood.inOrder] : inEachWay(likelihood);
    const earlier = taken.get(test.instrument) ?? 0;
    taken.set(test.instrument, earlier + 1);
    if (group === undefined) {
      const together = joinedUp(alone);
      known.set(key, { first: index, together, outlier: outlierLikelihood(display, value), size: 1 });
      addEvidence(weights, together, earlier);
    } else {
      const repeats = repeatedOutlier(test, readings[group.first]!.value, value);
      const systematic = systematicShare * outlierShareOf(readings[index]!, outlierShare);
      addEvidence(weights, givenEarlier(group, joinedUp(alone), repeats, systematic), earlier);
    }
    if (apart !== null) joinWays(apart, joined);
  };
  /** The weights in each way; null as long as all readings show the same in every way. */
  const inWays = () => (apart === null ? null : cutUp(apart, ways.length));
  return { weigh, inWays };
}

/** What a reading says beyond those of its group, which it joins. */
function givenEarlier(group: Group, alone: Float64Array, repeats: number, systematic: number): Float64Array {
  const { together, outlier, size } = group;
  const evidence = new Float64Array(alone.length);
  const [own, common] = [1 - systematic, systematic];
  const outlierAfter = outlier * repeats;
  const after = new Float64Array(alone.length);
  let most = outlierAfter;
  for (let k = 0; k < evidence.length; k++) {
    const earlier = together[k]!;
    const before = size === 1 ? earlier : own * earlier + common * outlier;
    after[k] = earlier * alone[k]!;
    evidence[k] = (own * after[k]! + common * outlierAfter) / before;
    if (after[k]! > most) most = after[k]!;
  }
  for (let k = 0; k < after.length; k++) after[k]! /= most;
  group.together = after;
  group.outlier = outlierAfter / most;
  group.size++;
  return evidence;
}

/** Likelihoods in the order of the weights, way by way. */
function inEachWay({ inOrder, byWay }: Weighed): readonly Float64Array[] {
  return ways.map((_way, index) => byWay?.[index]!.inOrder ?? inOrder);
}

/** One after another; a single one is not copied. */
function joinedUp(arrays: readonly Float64Array[]): Float64Array {
  const [first] = arrays;
  if (arrays.length === 1) return first!;
  const all = new Float64Array(arrays.length * first!.length);
  arrays.forEach((each, index) => all.set(each, index * first!.length));
  return all;
}

/** An array as so many of equal length. */
function cutUp(joined: Float64Array, parts: number): readonly Float64Array[] {
  const length = joined.length / parts;
  return Array.from({ length: parts }, (_each, k) => joined.subarray(k * length, (k + 1) * length));
}

/** What the ways hold together. */
function joinWays(apart: Float64Array, joined: Float64Array): void {
  const { length } = joined;
  for (let k = 0; k < length; k++) {
    let sum = 0;
    for (let at = k; at < apart.length; at += length) sum += apart[at]!;
    joined[k] = sum;
  }
}

/**
 * The loads, wires and battery of this vehicle are not just as its document has them, and every reading of one instrument
 * sees them off in the same way: nats by which evidence of the same instrument is uncertain, for each reading that it gave
 * before, and at most. Judgement, tried on simulated vehicles whose figures are 8 % off.
 */
const uncertainEach = 0.08;
const mostUncertain = 0.5;

/**
 * How many times likelier than all together what is read must be under a hypothesis to speak for it, or how many times less
 * likely to speak against it, after so many readings of the same instrument.
 */
export function doubtAfter(earlier: number): number {
  return Math.exp(Math.min(mostUncertain, uncertainEach * earlier));
}

/**
 * What is left of evidence once that doubt is taken off: what speaks for or against a hypothesis by less says nothing, so that many
 * hints of one sort never add up to a proof.
 * @param speaks - how many times likelier something is under a hypothesis than it is in all
 */
export function beyondDoubt(speaks: number, doubt: number): number {
  return speaks > doubt ? speaks / doubt : speaks * doubt < 1 ? speaks * doubt : 1;
}

/** Adds the evidence of a reading to the weights, as far as it is beyond doubt. */
function addEvidence(weights: Float64Array, evidence: Float64Array, earlier: number): void {
  let expected = 0;
  for (let k = 0; k < weights.length; k++) expected += weights[k]! * evidence[k]!;
  const doubt = doubtAfter(earlier);
  for (let k = 0; k < weights.length; k++) {
    const weight = weights[k]!;
    weights[k] = Math.max(weight * beyondDoubt(evidence[k]! / expected, doubt), least(weight));
  }
  toSumOfOne(weights);
}

/** What a hypothesis keeps whatever speaks against it: it comes back when as much speaks for it. One that has nothing has nothing. */
const least = (weight: number) => (weight > 0 ? 1e-290 : 0);

function toSumOfOne(weights: Float64Array): void {
  let sum = 0;
  for (let k = 0; k < weights.length; k++) sum += weights[k]!;
  for (let k = 0; k < weights.length; k++) weights[k]! /= sum;
}
