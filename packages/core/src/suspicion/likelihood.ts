import type { Display, ReadingValue, Test } from '../instruments/instrument';
import { instrumentById } from '../instruments/instruments';
import type { NumberScale, Prediction } from '../instruments/prediction';
import { toScale } from '../instruments/prediction';
import type { OperatingState } from '../circuit/operatingState';
import type { Predictor } from './predictor';

/** A reading as evidence. */
export interface TakenReading {
  readonly id: string;
  readonly test: Test;
  readonly state: OperatingState;
  readonly value: ReadingValue;
}

/** Share of readings that mean nothing: wrong pin, wrong range, a slip of the thumb. One wrong entry never kills the truth. */
export const slipShare = 0.005;
/** Of slips on a meter, those that show OL. */
const slipOverload = 0.2;

/** Likelihood of one reading under each hypothesis, and the part of it that is a slip. */
export interface ReadingLikelihood {
  readonly total: Float64Array;
  /** The same under every hypothesis: a slip knows nothing of the fault. */
  readonly slip: number;
}

/** @returns likelihoods in the order of the predictor's hypotheses; densities on the scale for numbers */
export function readingLikelihood(predictor: Predictor, reading: TakenReading): ReadingLikelihood {
  const { display } = instrumentById(reading.test.instrument);
  const predictions = spreadFamilies(
    predictor.hypotheses.map(({ family }) => family),
    predictor.hypotheses.map((_each, index) => predictor.predict(reading.state, reading.test, index)),
  );
  const slip = slipShare * slipLikelihood(display, reading.value);
  return {
    slip,
    total: Float64Array.from(
      predictions,
      (prediction) => slip + (1 - slipShare) * honest(display, prediction, reading.value),
    ),
  };
}

/**
 * Hypotheses of one family stand for ranges of ohms: between two neighbours, what is read lies between what the
 * two predict. Each number is widened by the range that its hypothesis stands for (width / √12, the deviation of
 * an even spread).
 */
export function spreadFamilies(
  families: readonly number[],
  predictions: readonly Prediction[],
): readonly Prediction[] {
  return predictions.map((prediction, index) => {
    if (prediction.kind !== 'number') return prediction;
    const sibling = (offset: number) => {
      const other = predictions[index + offset];
      const same = families[index + offset] === families[index];
      return same && other?.kind === 'number' && other.overload === prediction.overload ? other : prediction;
    };
    const below = (prediction.mean - sibling(-1).mean) / 2;
    const above = (sibling(1).mean - prediction.mean) / 2;
    const width = Math.abs(below) + Math.abs(above);
    return { ...prediction, deviation: Math.hypot(prediction.deviation, width / Math.sqrt(12)) };
  });
}

/** The length of an instrument's scale, over which slips and wandering values are spread. */
export function scaleLength(scale: NumberScale): number {
  return toScale(scale, scale.greatest) - toScale(scale, scale.least);
}

function slipLikelihood(display: Display, value: ReadingValue): number {
  if (display.kind === 'outcomes') return 1 / display.outcomes.length;
  if (!display.scale.overload) return 1 / scaleLength(display.scale);
  return value.kind === 'overload' ? slipOverload : (1 - slipOverload) / scaleLength(display.scale);
}

/** Likelihood of a reading taken as it should be. */
function honest(display: Display, prediction: Prediction, value: ReadingValue): number {
  switch (prediction.kind) {
    case 'meaningless':
      return slipLikelihood(display, value);
    case 'wandering':
      return value.kind === 'number' && display.kind === 'number'
        ? wanderingDensity(display.scale, value.value)
        : 0;
    case 'outcomes': {
      if (display.kind !== 'outcomes' || value.kind !== 'outcome') return 0;
      const index = display.outcomes.findIndex((each) => each.id === value.outcome);
      return prediction.chances[index] ?? 0;
    }
    case 'number': {
      if (value.kind === 'overload') return prediction.overload;
      if (value.kind !== 'number' || display.kind !== 'number') return 0;
      const distance = (toScale(display.scale, value.value) - prediction.mean) / prediction.deviation;
      const density = Math.exp(-(distance ** 2) / 2) / (prediction.deviation * Math.sqrt(2 * Math.PI));
      return (1 - prediction.overload) * density;
    }
  }
}

/** Volts below which a floating wire mostly seems to stand, and the most that it picks up. Judgement. */
const wanderingVolts = 15;

/** A floating wire shows anything from 0 V up to the supply's volts, evenly on the scale (low values more often). */
export function wanderingDensity(scale: NumberScale, value: number): number {
  const top = toScale(scale, wanderingVolts);
  const bottom = toScale(scale, -0.2);
  const point = toScale(scale, value);
  return point >= bottom && point <= top ? 1 / (top - bottom) : 0;
}
