import fc from 'fast-check';
import { restingState } from '../../src/circuit/restingState';
import { withControl } from '../../src/circuit/operatingState';
import { inferPosterior } from '../../src/inference/posterior';
import { asTold, rowsOf } from '../../src/inference/predictionRows';
import { createPredictor } from '../../src/inference/predictor';
import type { TakenReading } from '../../src/inference/takenReading';
import { NOTHING_WRONG } from '../../src/faults/hypotheses';
import { instrumentById } from '../../src/instruments/instruments';
import { seededRandom } from '../../src/statistics/seededRandom';
import { families } from '../session/realistic/families';

const { display } = instrumentById('load');

test('what is told is what was seen most often: chances of one look, sharper, and still chances', () => {
  const weights = fc.array(fc.double({ min: 0.01, max: 1, noNaN: true }), { minLength: 4, maxLength: 4 });
  fc.assert(
    fc.property(weights, (raw) => {
      const whole = raw.reduce((sum, each) => sum + each, 0);
      const chances = raw.map((each) => each / whole);
      const told = [...asTold(rowsOf(display, { kind: 'outcomes', chances })).figures];
      expect(told.reduce((sum, each) => sum + each, 0)).toBeCloseTo(1);
      const likeliest = chances.indexOf(Math.max(...chances));
      expect(told[likeliest]).toBeGreaterThanOrEqual(chances[likeliest]! - 1e-12);
      // What is likelier stays likelier, by more.
      for (let one = 0; one < 4; one++)
        for (let other = 0; other < 4; other++)
          if (chances[one]! > chances[other]!)
            expect(told[one]! / told[other]!).toBeGreaterThanOrEqual(chances[one]! / chances[other]! - 1e-9);
    }),
  );
});

test('a load that is told to be weak is weak: less is left of “nothing wrong” than after one look', () => {
  const horn = families.find(({ name }) => name === 'horn')!.draw(seededRandom(5));
  const predictor = createPredictor(horn);
  const state = withControl(restingState(horn), 'horn', 'pressed');
  const weak: TakenReading = {
    id: 'weak',
    test: { instrument: 'load', at: 'H1' },
    state,
    value: { kind: 'outcome', outcome: 'weak' },
  };
  const nothing = (reading: TakenReading) =>
    inferPosterior(predictor, [reading]).suspects.find(({ id }) => id === NOTHING_WRONG)!.probability;
  expect(nothing({ ...weak, told: true })).toBeLessThan(nothing(weak) / 2);
});
