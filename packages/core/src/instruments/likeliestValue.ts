import type { ReadingValue } from './instrument';
import type { Display, Prediction } from './prediction';
import { fromScale } from './prediction';

/** What an instrument shows without noise: the likeliest outcome, the mean of a number. Null where it would mean nothing. */
export function likeliestValue(display: Display, prediction: Prediction): ReadingValue | null {
  if (prediction.kind === 'outcomes' && display.kind === 'outcomes') {
    const best = prediction.chances.indexOf(Math.max(...prediction.chances));
    return { kind: 'outcome', outcome: display.outcomes[best]!.id };
  }
  if (prediction.kind !== 'number' || display.kind !== 'number') return null;
  if (prediction.overload > 0.5) return { kind: 'overload' };
  return { kind: 'number', value: fromScale(display.scale, prediction.mean) };
}
