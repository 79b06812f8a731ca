import fc from 'fast-check';
import { withApart, withCavity, withControl } from '../../src/circuit/operatingState';
import type { OperatingState } from '../../src/circuit/operatingState';
import { restingState } from '../../src/circuit/restingState';
import { cellLikelihoods } from '../../src/inference/cells';
import { Kept } from '../../src/inference/kept';
import { inferPosterior } from '../../src/inference/posterior';
import { createPredictor } from '../../src/inference/predictor';
import type { TakenReading } from '../../src/inference/takenReading';
import { weighing } from '../../src/inference/weights';
import { seededRandom } from '../../src/statistics/seededRandom';
import { families } from '../session/realistic/families';

test('what was asked for lately is at hand, as far as there is room; the rest is worked out anew', () => {
  const room = 6;
  const sizes: Readonly<Record<string, number>> = { a: 1, b: 2, c: 3, d: 4, e: 9 };
  fc.assert(
    fc.property(fc.array(fc.constantFrom('a', 'b', 'c', 'd', 'e'), { maxLength: 40 }), (asked) => {
      const kept = new Kept<string>(room, (value) => sizes[value]!);
      let lately: string[] = [];
      for (const key of asked) {
        let workedOut = false;
        expect(kept.get(key, () => ((workedOut = true), key))).toBe(key);
        expect(workedOut).toBe(!lately.includes(key));
        lately = [...lately.filter((each) => each !== key), key];
        const taken = () => lately.reduce((sum, each) => sum + sizes[each]!, 0);
        while (taken() > room && lately.length > 1) lately = lately.slice(1);
      }
    }),
    { seed: 3 },
  );
});

describe('the weights of readings', () => {
  const horn = families.find(({ name }) => name === 'horn')!.draw(seededRandom(5));
  const rest = restingState(horn);
  const pressed = withControl(rest, 'horn', 'pressed');
  const states: readonly OperatingState[] = [
    rest,
    pressed,
    withApart(pressed, 'H1', true),
    withCavity(pressed, 'F1', { kind: 'lamp', watts: 21 }),
  ];
  const taken = fc
    .record({
      state: fc.constantFrom(...states),
      what: fc.oneof(
        fc.constantFrom('works', 'dead').map((outcome) => ({
          test: { instrument: 'load', at: 'H1' } as const,
          value: { kind: 'outcome', outcome } as const,
        })),
        fc.constantFrom(0, 5.5, 12.4).map((volts) => ({
          test: { instrument: 'voltmeter', at: 'H1.1' } as const,
          value: { kind: 'number', value: volts } as const,
        })),
        fc.constantFrom('whole', 'blown').map((outcome) => ({
          test: { instrument: 'fuse-check', at: 'F1' } as const,
          value: { kind: 'outcome', outcome } as const,
        })),
      ),
      told: fc.boolean(),
      unsure: fc.boolean(),
      earlier: fc.subarray(states.map((state) => ({ state }))),
    })
    .map(({ state, what, told, unsure, earlier }): Omit<TakenReading, 'id'> => ({
      ...what,
      state,
      before: earlier,
      ...(told ? { told } : {}),
      ...(unsure ? { unsure } : {}),
    }));

  test('hang on nothing that was weighed before: a reading that differs in anything is weighed anew (seed 7)', () => {
    const used = createPredictor(horn);
    fc.assert(
      fc.property(fc.array(taken, { minLength: 1, maxLength: 4 }), (list) => {
        const readings = list.map((each, index): TakenReading => ({ ...each, id: `${index}` }));
        const fresh = createPredictor(horn);
        expect(inferPosterior(used, readings).suspects).toEqual(inferPosterior(fresh, readings).suspects);
      }),
      { seed: 7, numRuns: 16 },
    );
  });
});

test('what hundreds of readings speak against comes back when as many speak for it; what has no chance has none', () => {
  const cells = (...chances: readonly number[]) => cellLikelihoods(Float64Array.from([...chances, 1, 1]));
  // Each at a point of its own, so that each is a witness of its own.
  const readings = Array.from({ length: 1200 }, (_each, index): TakenReading => ({
    id: `${index}`,
    test: { instrument: 'load', at: `L${index}` },
    state: { controls: {}, batteryConnected: true, apart: [], cavities: {} },
    value: { kind: 'outcome', outcome: 'works' },
  }));
  const { weigh } = weighing(readings, 0.02);
  const weights = Float64Array.of(0.5, 0.5, 0, 0);
  readings.forEach((_each, index) => {
    const chances = index < 400 ? cells(0.9, 0.01) : cells(0.01, 0.9);
    weigh(index, { ...chances, byWay: null }, weights);
    expect(weights.reduce((sum, each) => sum + each, 0)).toBeCloseTo(1, 9);
    if (index === 399) expect(weights[0]).toBeCloseTo(1, 9);
  });
  expect(weights[1]).toBeCloseTo(1, 9);
  expect([weights[2], weights[3]]).toEqual([0, 0]);
});
