import type { SolvedCircuit, ReadingValue } from '../instruments/instrument';
import type { Test } from '../instruments/instruments';
import { predictOn } from '../instruments/instrument';
import { instrumentById } from '../instruments/instruments';
import { fromScale } from '../instruments/prediction';
import { normalDraw } from '../statistics/normal';

/** What a simulated instrument shows on a solved circuit: one draw from what it is predicted to show. */
export function simulateReading(solved: SolvedCircuit, test: Test, random: () => number): ReadingValue {
  const instrument = instrumentById(test.instrument);
  const { display } = instrument;
  const prediction = predictOn(instrument, solved, test.at);
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
    case 'floating':
    case 'meaningless':
      return { kind: 'number', value: random() * solved.circuit.nominalVolts };
  }
}
