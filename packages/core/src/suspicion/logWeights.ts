import { NOTHING_WRONG } from '../faults/hypotheses';
import { instrumentById } from '../instruments/instruments';
import type { ReadingLikelihood } from './likelihood';
import type { TakenReading } from './takenReading';
import { repeatedSlip } from './likelihood';
import { isMended, mendFailsShare } from './mended';
import type { Predictor } from './predictor';
import { slipLikelihood } from './slipLikelihood';

/**
 * Weights in the log domain, by cell: the first half for the fault always there, the second for it coming and going.
 * They are worked out for every reading of every question, so that plain loops stand here.
 */

/** Logarithms of the priors. */
export function logPriors(
  { hypotheses, cells }: Predictor,
  comingShare: number,
  mended: readonly string[],
): Float64Array {
  const { count } = cells;
  const comes = hypotheses.some(({ suspect }) => suspect === NOTHING_WRONG);
  const logs = hypotheses.map(({ suspect, prior, mayComeAndGo }) => {
    const coming = comes && mayComeAndGo ? comingShare : 0;
    const left = isMended(mended, suspect) ? prior * mendFailsShare : prior;
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

/** Share of slips that a second reading at the same point repeats: the wrong pin, the wrong lamp. Judgement. */
const systematicShare = 0.5;

/**
 * Adds the likelihood of each reading to the weights, in the order taken. Readings of one instrument at one point, in
 * whatever state, hang together: one slip may explain them all, so that five looks at one lamp are not five witnesses.
 * L = (1 - c)·Π p(ri | h) + c·p(the first is a slip)·Π p(ri repeats it), with c the share of such slips.
 */
export function weighing(readings: readonly TakenReading[], slips: number) {
  const known = new Map<string, { first: number; logs: Float64Array; logSlip: number; size: number }>();
  const taken = new Map<string, number>();
  const common = Math.log(slips * systematicShare);
  const own = Math.log(1 - slips * systematicShare);
  return (index: number, { total, coming }: ReadingLikelihood, logWeight: Float64Array): void => {
    const { test, value } = readings[index]!;
    const key = `${test.instrument} ${test.at}`;
    const count = total.length;
    const kin = known.get(key) ?? { first: index, logs: new Float64Array(2 * count), logSlip: 0, size: 0 };
    known.set(key, kin);
    const { display } = instrumentById(test.instrument);
    const slipBefore = kin.logSlip;
    const repeats =
      kin.size === 0 ? slipLikelihood(display, value) : repeatedSlip(test, readings[kin.first]!.value, value);
    const slipAfter = slipBefore + Math.log(repeats);
    const evidence = new Float64Array(2 * count);
    for (let k = 0; k < 2 * count; k++) {
      const alone = kin.logs[k]!;
      const more = Math.log(k < count ? total[k]! : coming[k - count]!);
      kin.logs[k] = alone + more;
      if (kin.size === 0) evidence[k] = more;
      else {
        const before = kin.size === 1 ? alone : logSumOfTwo(own + alone, common + slipBefore);
        evidence[k] = logSumOfTwo(own + alone + more, common + slipAfter) - before;
      }
    }
    kin.logSlip = slipAfter;
    kin.size++;
    const earlier = taken.get(test.instrument) ?? 0;
    taken.set(test.instrument, earlier + 1);
    addEvidence(logWeight, evidence, Math.min(mostUncertain, uncertainEach * earlier));
  };
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

/** log(e^a + e^b). */
function logSumOfTwo(a: number, b: number): number {
  const top = Math.max(a, b);
  return top === -Infinity ? top : top + Math.log(Math.exp(a - top) + Math.exp(b - top));
}

/** log Σ e^x, of at least one finite x. */
export function logSum(logs: Float64Array): number {
  let top = -Infinity;
  for (let k = 0; k < logs.length; k++) if (logs[k]! > top) top = logs[k]!;
  let sum = 0;
  for (let k = 0; k < logs.length; k++) sum += Math.exp(logs[k]! - top);
  return top + Math.log(sum);
}

/** Probabilities that sum to 1 from their logarithms, whatever these sum to. */
export function posteriorOf(logWeight: Float64Array): Float64Array {
  const whole = logSum(logWeight);
  const posterior = new Float64Array(logWeight.length);
  for (let k = 0; k < posterior.length; k++) posterior[k] = Math.exp(logWeight[k]! - whole);
  return posterior;
}
