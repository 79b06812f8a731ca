import type { OperatingState } from '../circuit/operatingState';
import { withBlown } from '../circuit/operatingState';
import type { Test } from '../instruments/instruments';
import { instrumentById } from '../instruments/instruments';
import type { Prediction } from '../instruments/prediction';
import { toScale } from '../instruments/prediction';
import { predictionIn } from './predictionRows';
import type { TakenReading } from './takenReading';
import { openedBefore } from './openedBefore';
import type { Predictor } from './predictor';

/**
 * The same for a range: hypotheses of one family, ohms rising. A number between what two neighbours have it show is just as
 * expected.
 */
export function expectednessInRange(
  predictor: Predictor,
  reading: TakenReading,
  hypotheses: readonly number[],
): number {
  const { test, value, state } = reading;
  const { display } = instrumentById(test.instrument);
  if (display.kind === 'number' && value.kind === 'number') {
    const point = toScale(display.scale, value.value);
    const sides = hypotheses.flatMap((h) => {
      const prediction = predicted(predictor, state, test, h);
      return prediction.kind === 'number' && prediction.overload < 1
        ? [Math.sign(point - prediction.mean)]
        : [];
    });
    if (sides.some((side, index) => index > 0 && side * sides[index - 1]! <= 0)) return 1;
  }
  return Math.max(...hypotheses.map((h) => expectedness(predictor, reading, h)));
}

/**
 * How far a reading is from what one hypothesis has it show: its likelihood as a share of that of the likeliest value.
 * 1 is just as expected; where nothing can be told, it is 1 as well.
 */
export function expectedness(predictor: Predictor, reading: TakenReading, hypothesis: number): number {
  const { test, value } = reading;
  const opened = openedBefore(predictor, reading).find(({ hypotheses }) => hypotheses.includes(hypothesis));
  const state = opened === undefined ? reading.state : withBlown(reading.state, opened.fuses);
  const prediction = predicted(predictor, state, test, hypothesis);
  const { display } = instrumentById(test.instrument);
  if (prediction.kind === 'outcomes') {
    if (display.kind !== 'outcomes' || value.kind !== 'outcome') return 0;
    const index = display.outcomes.findIndex(({ id }) => id === value.outcome);
    return (prediction.chances[index] ?? 0) / Math.max(...prediction.chances);
  }
  if (prediction.kind !== 'number' || display.kind !== 'number') return 1;
  const { overload, mean, deviation } = prediction;
  const most = Math.max(overload, 1 - overload);
  if (value.kind === 'overload') return overload / most;
  if (value.kind !== 'number') return 0;
  const distance = (toScale(display.scale, value.value) - mean) / deviation;
  return ((1 - overload) / most) * Math.exp(-(distance ** 2) / 2);
}

/** What is predicted as evidence weighs it, the figures that no diagram gives spread over their ranges. */
function predicted(predictor: Predictor, state: OperatingState, test: Test, hypothesis: number): Prediction {
  return predictionIn(predictor.predictions(state, test).rowsFor(Int32Array.of(hypothesis)), hypothesis);
}
