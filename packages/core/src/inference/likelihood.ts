import type { ReadingValue } from '../instruments/instrument';
import type { Test } from '../instruments/instruments';
import { instrumentById } from '../instruments/instruments';
import type { Prediction } from '../instruments/prediction';
import { toScale } from '../instruments/prediction';
import { asTold, rowsOf } from './predictionRows';
import type { CellLikelihoods, Likelihoods } from './cells';
import { cellLikelihoods } from './cells';
import { inlierLikelihood, inRow, weighedAs } from './inlierLikelihood';
import type { Predictor } from './predictor';
import { outlierLikelihood } from './outlierLikelihood';
import type { TakenReading } from './takenReading';

/** Share of readings that mean nothing: wrong pin, wrong range, a slip of the thumb. One wrong entry never kills the truth. */
export const usualOutlierShare = 0.02;
/** The share that is assumed before a verdict is called proven: as many as a tired hand makes. Judgement. */
export const robustOutlierShare = 0.05;

/** What is taken for an outlier of a reading that its own author doubts. Judgement. */
const unsureShare = 0.6;

/** The chance that a reading is an outlier, given their share among all: by its instrument, and by whether it is doubted. */
export function outlierShareOf({ test, unsure }: Weighable, share: number): number {
  return unsure === true ? unsureShare : share * (instrumentById(test.instrument).slips ?? 1);
}

type Weighable = Pick<TakenReading, 'test' | 'unsure' | 'told'>;

/** Likelihood of one reading under each cell of each hypothesis, and the part of it that is an outlier. */
export interface ReadingLikelihood extends Likelihoods {
  /** The same under every hypothesis: an outlier knows nothing of the fault. */
  readonly outlier: number;
}

/**
 * @param usualShare - of readings that are outliers, over all instruments
 * @returns likelihoods in the order of the predictor's cells; densities on the scale for numbers
 */
export function readingLikelihood(
  predictor: Predictor,
  reading: TakenReading,
  usualShare: number = usualOutlierShare,
): ReadingLikelihood {
  const share = outlierShareOf(reading, usualShare);
  const outlier = share * outlierLikelihood(instrumentById(reading.test.instrument).display, reading.value);
  const weighed = weighedAs(predictor, reading);
  const mixed = ({ inOrder }: CellLikelihoods): CellLikelihoods => {
    const likelihoods = new Float64Array(inOrder.length);
    for (let k = 0; k < likelihoods.length; k++) likelihoods[k] = outlier + (1 - share) * inOrder[k]!;
    return cellLikelihoods(likelihoods);
  };
  const likelihoods = predictor.likelihoods.get(`${share} ${weighed.key}`, () => {
    const inliers = inlierLikelihood(predictor, reading, weighed);
    return { ...mixed(inliers), byWay: inliers.byWay?.map(mixed) ?? null };
  });
  return { ...likelihoods, outlier };
}

/** Likelihood of a reading under one prediction. */
export function likelihoodUnder(
  reading: Weighable & Pick<TakenReading, 'value'>,
  prediction: Prediction,
  usualShare: number = usualOutlierShare,
): number {
  const { test, value } = reading;
  const share = outlierShareOf(reading, usualShare);
  const { display } = instrumentById(test.instrument);
  const once = rowsOf(display, prediction);
  const predictions = reading.told === true ? asTold(once) : once;
  return (
    share * outlierLikelihood(display, value) + (1 - share) * inRow(display, predictions, 0, value, null)
  );
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
