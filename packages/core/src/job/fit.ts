import type { OperatingState } from '../circuit/operatingState';
import type { Prediction } from '../instruments/prediction';
import { toScale } from '../instruments/prediction';
import { instrumentById } from '../instruments/instruments';
import { simplePrediction } from '../instruments/simplePrediction';
import type { TakenReading } from '../inference/takenReading';
import type { Predictor } from '../inference/predictor';
import type { Posterior } from '../inference/posterior';

/** An outcome fits from this chance on, a number within so many standard deviations. */
const fitsFrom = 0.1;
const fitsWithin = 3;

/** Whether a reading is what should be shown; where nothing can be told, everything fits. */
export function fits({ test, value }: Pick<TakenReading, 'test' | 'value'>, prediction: Prediction): boolean {
  const { display } = instrumentById(test.instrument);
  if (prediction.kind === 'outcomes') {
    if (display.kind !== 'outcomes' || value.kind !== 'outcome') return false;
    const index = display.outcomes.findIndex(({ id }) => id === value.outcome);
    return (prediction.chances[index] ?? 0) >= fitsFrom;
  }
  if (prediction.kind !== 'number' || display.kind !== 'number') return true;
  if (value.kind === 'overload') return prediction.overload >= fitsFrom;
  if (value.kind !== 'number' || prediction.overload > 1 - fitsFrom) return false;
  const away = Math.abs(toScale(display.scale, value.value) - prediction.mean);
  return away <= fitsWithin * prediction.deviation;
}

/** Whether a reading is what a healthy circuit would show in its state. */
export function fitsHealthy(predictor: Predictor, reading: TakenReading): boolean {
  return fits(reading, predictor.predict(reading.state, reading.test, null));
}

/** An outcome that another one is so many times as likely as is not what a sound circuit shows: weak, where it mostly works. */
const oddFrom = 4;

/** Whether a reading is what a healthy circuit plainly shows: not only possible, but as likely as anything, or nearly so. */
export function plainlyHealthy(predictor: Predictor, reading: TakenReading): boolean {
  const { display } = instrumentById(reading.test.instrument);
  const { value } = reading;
  const prediction = predictor.predict(reading.state, reading.test, null);
  if (prediction.kind !== 'outcomes' || display.kind !== 'outcomes' || value.kind !== 'outcome')
    return fits(reading, prediction);
  const own = prediction.chances[display.outcomes.findIndex(({ id }) => id === value.outcome)] ?? 0;
  return oddFrom * own >= Math.max(...prediction.chances);
}

/**
 * The positions of the controls in which the trouble was first seen: in those of a reading before it all was well. Undefined
 * without a reading.
 */
export function controlsShown(
  predictor: Predictor,
  readings: readonly TakenReading[],
): OperatingState['controls'] | undefined {
  const first = readings.find((each) => !plainlyHealthy(predictor, each)) ?? readings[0];
  return first?.state.controls;
}

/** The likeliest hypothesis of a suspect; null where it has none, as nothing wrong has. */
function likeliestHypothesis(
  { hypotheses }: Predictor,
  posterior: Posterior,
  suspect: string,
): number | null {
  let best: number | null = null;
  hypotheses.forEach((each, h) => {
    if (each.suspect !== suspect || each.fault === null) return;
    if (best === null || posterior.hypotheses[h]! > posterior.hypotheses[best]!) best = h;
  });
  return best;
}

/** What a test should show in words, were the suspect in its likeliest kind the cause; `null` is the healthy circuit. */
export function expectedWords(
  predictor: Predictor,
  posterior: Posterior,
  { test, state }: Pick<TakenReading, 'test' | 'state'>,
  suspect: string | null,
): string {
  const hypothesis = suspect === null ? null : likeliestHypothesis(predictor, posterior, suspect);
  return simplePrediction(instrumentById(test.instrument), predictor.predict(state, test, hypothesis));
}
