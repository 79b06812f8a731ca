import type { ReadingValue } from '../instruments/instrument';
import type { Test } from '../instruments/instruments';
import { instrumentById } from '../instruments/instruments';
import type { Prediction } from '../instruments/prediction';
import { toScale } from '../instruments/prediction';
import type { NumberRows } from './predictionRows';
import { rowsOf, deviationAt, meanAt, overloadAt, plain, rowLength } from './predictionRows';
import { inlierLikelihood, inRow } from './inlierLikelihood';
import type { Predictor } from './predictor';
import { outlierLikelihood } from './outlierLikelihood';
import type { TakenReading } from './takenReading';

/** Share of readings that mean nothing: wrong pin, wrong range, a slip of the thumb. One wrong entry never kills the truth. */
export const usualOutlierShare = 0.02;
/** The share that is assumed before a verdict is called proven: as many as a tired hand makes. Judgement. */
export const robustOutlierShare = 0.05;

/** Likelihood of one reading under each cell of each hypothesis, and the part of it that is an outlier. */
export interface ReadingLikelihood {
  /** By cell. */
  readonly total: Float64Array;
  /** The same where the fault comes and goes; without meaning where it cannot. */
  readonly coming: Float64Array;
  /** The same under every hypothesis: an outlier knows nothing of the fault. */
  readonly outlier: number;
}

/**
 * @param share - of readings that are outliers
 * @returns likelihoods in the order of the predictor's cells; densities on the scale for numbers
 */
export function readingLikelihood(
  predictor: Predictor,
  reading: TakenReading,
  share: number = usualOutlierShare,
): ReadingLikelihood {
  const outlier = share * outlierLikelihood(instrumentById(reading.test.instrument).display, reading.value);
  const { total, coming } = inlierLikelihood(predictor, reading);
  const mixed = (inliers: Float64Array) => {
    const likelihoods = new Float64Array(inliers.length);
    for (let c = 0; c < likelihoods.length; c++) likelihoods[c] = outlier + (1 - share) * inliers[c]!;
    return likelihoods;
  };
  const there = mixed(total);
  return { outlier, total: there, coming: coming === total ? there : mixed(coming) };
}

/** Likelihood of a reading under one prediction. */
export function likelihoodUnder(
  test: Test,
  prediction: Prediction,
  value: ReadingValue,
  share: number = usualOutlierShare,
): number {
  const { display } = instrumentById(test.instrument);
  const predictions = rowsOf(display, prediction);
  return share * outlierLikelihood(display, value) + (1 - share) * inRow(display, predictions, 0, value);
}

/**
 * Hypotheses of one family stand for ranges of ohms: between two neighbours, what is read lies between what the
 * two predict. Each number is widened by the range that its hypothesis stands for (width / √12, the deviation of
 * an even spread).
 * @param hypotheses - rows of the table, families together
 * @param families - the family of each of them
 * @param deviations - filled in the order of `hypotheses`
 */
export function spreadFamilies(
  { figures, special, rowOf }: NumberRows,
  hypotheses: Int32Array,
  families: Int32Array,
  deviations: Float64Array,
): void {
  const gap = (one: number, other: number) => {
    if (other < 0 || other >= hypotheses.length || families[one] !== families[other]) return 0;
    const [row, next] = [rowOf[hypotheses[one]!]!, rowOf[hypotheses[other]!]!];
    if (special[next] !== plain) return 0;
    if (figures[row * rowLength + overloadAt] !== figures[next * rowLength + overloadAt]) return 0;
    return Math.abs(figures[row * rowLength + meanAt]! - figures[next * rowLength + meanAt]!) / 2;
  };
  for (let k = 0; k < hypotheses.length; k++) {
    const row = rowOf[hypotheses[k]!]!;
    const own = figures[row * rowLength + deviationAt]!;
    const width = special[row] === plain ? gap(k, k - 1) + gap(k, k + 1) : 0;
    deviations[k] = width === 0 ? own : Math.hypot(own, width / Math.sqrt(12));
  }
}

/** How often a hand that was once on the wrong pin, or read the wrong scale, shows the same again. Judgement. */
const sameAgain = 0.7;
/** A number read again that lies within so many of the instrument's own deviations is the same. */
const sameWithin = 4;

/** Likelihood of a reading that repeats the outlier of an earlier one at the same point. */
export function repeatedOutlier(test: Test, earlier: ReadingValue, value: ReadingValue): number {
  const { display } = instrumentById(test.instrument);
  if (display.kind === 'outcomes') {
    const same = earlier.kind === 'outcome' && value.kind === 'outcome' && earlier.outcome === value.outcome;
    return same ? sameAgain : (1 - sameAgain) / Math.max(1, display.outcomes.length - 1);
  }
  if (earlier.kind === 'overload' || value.kind === 'overload') {
    return earlier.kind === value.kind ? sameAgain : outlierLikelihood(display, value);
  }
  if (earlier.kind !== 'number' || value.kind !== 'number') return outlierLikelihood(display, value);
  const { scale } = display;
  const apart = Math.abs(toScale(scale, earlier.value) - toScale(scale, value.value));
  const width = sameWithin * scale.relative;
  return apart <= width ? sameAgain / (2 * width) : outlierLikelihood(display, value);
}
