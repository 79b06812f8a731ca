import { NOTHING_WRONG } from '../faults/hypotheses';
import { instrumentById } from '../instruments/instruments';
import type { ReadingLikelihood } from './likelihood';
import type { TakenReading } from './takenReading';
import { outlierShareOf, repeatedOutlier } from './likelihood';
import { isRepaired, repairFailsShare } from './afterRepair';
import type { Predictor } from './predictor';
import { outlierLikelihood } from './outlierLikelihood';
import { ways } from './predictionRows';
import { logSum, logSumOfTwo } from '../statistics/logSum';

/**
 * Weights in the log domain, by cell: the first half for the fault always there, the second for it coming and going.
 * They are worked out for every reading of every question, so that plain loops stand here.
 */

/** Logarithms of the priors. */
export function logPriors(
  { hypotheses, cells }: Predictor,
  comingShare: number,
  repaired: readonly string[],
): Float64Array {
  const { count } = cells;
  const comes = hypotheses.some(({ suspect }) => suspect === NOTHING_WRONG);
  const logs = hypotheses.map(({ suspect, prior, mayComeAndGo }) => {
    const coming = comes && mayComeAndGo ? comingShare : 0;
    const left = isRepaired(repaired, suspect) ? prior * repairFailsShare : prior;
    return { there: Math.log(left * (1 - coming)), coming: Math.log(left * coming) };
  });
  const logWeight = new Float64Array(2 * count);
  for (let c = 0; c < count; c++) {
    const { there, coming } = logs[cells.hypothesisOf[c]!]!;
    const share = Math.log(cells.weight[c]!);
    logWeight[c] = there + share;
    logWeight[count + c] = coming + share;
  }
  return logWeight;
}

/** Share of outliers that a second reading at the same point repeats: the wrong pin, the wrong lamp. Judgement. */
const systematicShare = 0.5;

/**
 * Adds the likelihood of each reading to the weights, in the order taken. Readings of one instrument at one point, in
 * whatever state, hang together: one outlier may explain them all, so that five looks at one lamp are not five witnesses.
 * L = (1 - c)·Π p(ri | h) + c·p(the first is an outlier)·Π p(ri repeats it), with c the share of such outliers.
 *
 * Where the figures lie that no diagram gives (at how many amps this fuse opens, at how many volts this relay lets go) is one
 * thing for all readings of a vehicle: once it decides what one of them shows, the weights are kept apart by it.
 */
export function weighing(readings: readonly TakenReading[], outlierShare: number) {
  const known = new Map<string, { first: number; logs: Float64Array; logOutlier: number; size: number }>();
  const taken = new Map<string, number>();
  /** By way, one after another; null as long as all readings show the same in every way. */
  let apart: Float64Array | null = null;
  return (index: number, likelihood: ReadingLikelihood, logWeight: Float64Array): void => {
    const { test, value } = readings[index]!;
    if (apart === null && likelihood.byWay !== null) {
      apart = repeated(logWeight).map((each) => each - Math.log(ways.length));
      for (const group of known.values()) group.logs = repeated(group.logs);
    }
    const systematic = systematicShare * outlierShareOf(readings[index]!, outlierShare);
    const [common, own] = [Math.log(systematic), Math.log(1 - systematic)];
    const key = `${test.instrument} ${test.at}`;
    const weights = apart ?? logWeight;
    const group = known.get(key) ?? {
      first: index,
      logs: new Float64Array(weights.length),
      logOutlier: 0,
      size: 0,
    };
    known.set(key, group);
    const { display } = instrumentById(test.instrument);
    const outlierBefore = group.logOutlier;
    const repeats =
      group.size === 0
        ? outlierLikelihood(display, value)
        : repeatedOutlier(test, readings[group.first]!.value, value);
    const outlierAfter = outlierBefore + Math.log(repeats);
    const evidence = logsOf(likelihood, weights.length);
    for (let k = 0; k < weights.length; k++) {
      const alone = group.logs[k]!;
      const more = evidence[k]!;
      group.logs[k] = alone + more;
      if (group.size === 0) continue;
      const before = group.size === 1 ? alone : logSumOfTwo(own + alone, common + outlierBefore);
      evidence[k] = logSumOfTwo(own + alone + more, common + outlierAfter) - before;
    }
    group.logOutlier = outlierAfter;
    group.size++;
    const earlier = taken.get(test.instrument) ?? 0;
    taken.set(test.instrument, earlier + 1);
    addEvidence(weights, evidence, Math.min(mostUncertain, uncertainEach * earlier));
    if (apart !== null) joinWays(apart, logWeight);
  };
}

/** The same for every way. */
function repeated(values: Float64Array): Float64Array {
  const all = new Float64Array(ways.length * values.length);
  for (let way = 0; way < ways.length; way++) all.set(values, way * values.length);
  return all;
}

/** Logarithms of the likelihoods in the order of the weights: always there, then coming and going; way by way where these are apart. */
function logsOf({ total, coming, byWay }: ReadingLikelihood, length: number): Float64Array {
  const logs = new Float64Array(length);
  const count = total.length;
  for (let at = 0, way = 0; at < length; at += 2 * count, way++) {
    const own = byWay?.[way] ?? { total, coming };
    for (let c = 0; c < count; c++) {
      logs[at + c] = Math.log(own.total[c]!);
      logs[at + count + c] = Math.log(own.coming[c]!);
    }
  }
  return logs;
}

/** What the ways hold together. */
function joinWays(apart: Float64Array, logWeight: Float64Array): void {
  const { length } = logWeight;
  for (let k = 0; k < length; k++) {
    let joined = apart[k]!;
    for (let way = 1; way < ways.length; way++) joined = logSumOfTwo(joined, apart[way * length + k]!);
    logWeight[k] = joined;
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
 * Adds the evidence of a reading to the weights, as far as it is beyond doubt: what speaks for or against a hypothesis by
 * less than `uncertain` nats, compared with what was to be expected of all together, says nothing; so many hints of one
 * sort never add up to a proof.
 */
function addEvidence(logWeight: Float64Array, evidence: Float64Array, uncertain: number): void {
  const weighted = new Float64Array(logWeight.length);
  for (let k = 0; k < weighted.length; k++) weighted[k] = logWeight[k]! + evidence[k]!;
  const expected = logSum(weighted) - logSum(logWeight);
  for (let k = 0; k < weighted.length; k++) {
    const apart = evidence[k]! - expected;
    if (Math.abs(apart) <= uncertain) logWeight[k]! += expected;
    else logWeight[k] = weighted[k]! - Math.sign(apart) * uncertain;
  }
}

/** Probabilities that sum to 1 from their logarithms, whatever these sum to. */
export function probabilitiesOf(logWeight: Float64Array): Float64Array {
  const whole = logSum(logWeight);
  const probabilities = new Float64Array(logWeight.length);
  for (let k = 0; k < probabilities.length; k++) probabilities[k] = Math.exp(logWeight[k]! - whole);
  return probabilities;
}
