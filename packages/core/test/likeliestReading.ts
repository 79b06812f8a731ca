import type { ReadingValue, Test } from '../src/instruments/instrument';
import { instrumentById } from '../src/instruments/instruments';
import type { Prediction } from '../src/instruments/prediction';
import { fromScale } from '../src/instruments/prediction';

/** What an instrument would show without noise: the likeliest outcome, the mean of a number. */
export function likeliestReading({ instrument }: Test, prediction: Prediction): ReadingValue {
  const { display } = instrumentById(instrument);
  if (prediction.kind === 'outcomes' && display.kind === 'outcomes') {
    const best = prediction.chances.indexOf(Math.max(...prediction.chances));
    return { kind: 'outcome', outcome: display.outcomes[best]!.id };
  }
  if (prediction.kind === 'number' && display.kind === 'number') {
    if (prediction.overload > 0.5) return { kind: 'overload' };
    return { kind: 'number', value: fromScale(display.scale, prediction.mean) };
  }
  return { kind: 'number', value: 0 };
}
