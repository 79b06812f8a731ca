import type { Bench, ReadingValue, Test } from '../instruments/instrument';
import { predictOn } from '../instruments/instrument';
import { instrumentById } from '../instruments/instruments';
import { fromScale } from '../instruments/prediction';

/** What a simulated instrument shows on a solved circuit: one draw from what it is predicted to show. */
export function simulateReading(bench: Bench, test: Test, random: () => number): ReadingValue {
  const instrument = instrumentById(test.instrument);
  const { display } = instrument;
  const prediction = predictOn(instrument, bench, test.at);
  switch (prediction.kind) {
    case 'outcomes': {
      const outcomes = display.kind === 'outcomes' ? display.outcomes : [];
      let draw = random();
      const index = prediction.chances.findIndex((chance) => (draw -= chance) < 0);
      return {
        kind: 'outcome',
        outcome: outcomes[index < 0 ? prediction.chances.length - 1 : index]?.id ?? '',
      };
    }
    case 'number': {
      if (random() < prediction.overload || display.kind !== 'number') return { kind: 'overload' };
      const point = prediction.mean + prediction.deviation * normalDraw(random);
      const value = fromScale(display.scale, point);
      return {
        kind: 'number',
        value: Math.min(display.scale.greatest, Math.max(display.scale.least, value)),
      };
    }
    case 'wandering':
    case 'meaningless':
      return { kind: 'number', value: random() * bench.circuit.nominalVolts };
  }
}

/** One draw from the standard normal distribution (Box and Muller). */
export function normalDraw(random: () => number): number {
  return Math.sqrt(-2 * Math.log(1 - random())) * Math.cos(2 * Math.PI * random());
}
