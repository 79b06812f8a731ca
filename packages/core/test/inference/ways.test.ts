import { withControl } from '../../src/circuit/operatingState';
import type { OperatingState } from '../../src/circuit/operatingState';
import { restingState } from '../../src/circuit/restingState';
import { cellLikelihoods } from '../../src/inference/cells';
import { inferPosterior } from '../../src/inference/posterior';
import { inlierLikelihood } from '../../src/inference/inlierLikelihood';
import { weighing } from '../../src/inference/weights';
import { createPredictor } from '../../src/inference/predictor';
import type { TakenReading } from '../../src/inference/takenReading';
import type { InstrumentId } from '../../src/instruments/instruments';
import { seededRandom } from '../../src/statistics/seededRandom';
import { families } from '../session/realistic/families';

const state: OperatingState = { controls: {}, batteryConnected: true, apart: [], cavities: {} };
const reading = (instrument: InstrumentId): TakenReading => ({
  id: instrument,
  test: { instrument, at: 'x' },
  state,
  value: { kind: 'outcome', outcome: 'works' },
});

test('what no diagram gives lies alike for every reading: it is paid for once, not at each of them', () => {
  const cells = (...chances: readonly number[]) => {
    return cellLikelihoods(Float64Array.from([...chances, ...chances]));
  };
  // In the first cell all readings fit if the figures lie low; in the second each fits a little whatever they are.
  const [usual, low, high] = [cells(0.02, 0.3), cells(0.9, 0.3), cells(0.02, 0.3)];
  const mean = cells(0.94 / 3, 0.3);
  // One of each instrument: nothing hangs together but the figures.
  const instruments: readonly InstrumentId[] = ['load', 'listen', 'codes', 'beeper', 'clamp'];
  const readings = instruments.map(reading);
  const { weigh, inWays } = weighing(readings, 0.02);
  const weights = Float64Array.of(0.25, 0.25, 0.25, 0.25);
  readings.forEach((_each, index) => weigh(index, { ...mean, byWay: [usual, low, high] }, weights));
  const n = instruments.length;
  // Of the first cell nearly all lies where the figures lie low; the second tells nothing of them.
  const [, inLow] = inWays()!;
  expect(inLow![0]! / weights[0]!).toBeGreaterThan(0.999);
  expect(inLow![1]! / weights[1]!).toBeCloseTo(1 / 3, 9);
  expect(weights[0]! / weights[1]!).toBeCloseTo((0.9 ** n + 2 * 0.02 ** n) / 3 / 0.3 ** n, 8);
});

describe('a fuse that is near to opening', () => {
  const fan = families.find(({ name }) => name === 'blower')!.draw(seededRandom(4));
  const predictor = createPredictor(fan);
  const states = fan.controls.flatMap(({ id, positions }) =>
    positions.map((position) => withControl(restingState(fan), id, position.id)),
  );

  test('holds where it bears a little more, opens where it bears a little less, and else is sure', () => {
    let near = 0;
    for (const each of states) {
      const [usual, low, high] = (['usual', 'low', 'high'] as const).map(
        (unknowns) => predictor.opened(each, unknowns) ?? predictor.hypotheses.map(() => []),
      );
      predictor.hypotheses.forEach((_hypothesis, h) => {
        const { solution } = predictor.solved(each, h);
        if (!solution.fuseNear) {
          expect([low![h], high![h]]).toEqual([usual![h], usual![h]]);
          return;
        }
        near++;
        if (usual![h]!.length === 0) expect(high![h]).toEqual([]);
        else expect(low![h]!.length).toBeGreaterThan(0);
      });
    }
    expect(near).toBeGreaterThan(0);
  });

  test('what is read behind it, again and again as if it held, does not rule its cause out', () => {
    const found = states
      .flatMap((each) => predictor.hypotheses.map((_hypothesis, h) => ({ each, h })))
      .find(({ each, h }) => {
        const { solution } = predictor.solved(each, h);
        const held = predictor.opened(each, 'high')?.[h]?.length === 0;
        return solution.fuseNear && solution.blown.length === 1 && held;
      });
    const { each, h } = found!;
    const fuse = predictor.opened(each)![h]![0]!;
    const test = { instrument: 'fuse-check', at: fuse } as const;
    const whole: TakenReading = { id: '0', test, state: each, value: { kind: 'outcome', outcome: 'whole' } };
    const likelihood = inlierLikelihood(predictor, whole);
    const cell = predictor.cells.hypothesisOf.indexOf(h);
    expect(likelihood.byWay).not.toBeNull();
    const [usual, , high] = likelihood.byWay!.map(({ total }) => total[cell]!);
    expect(high! / usual!).toBeGreaterThan(10);
    const left = (readings: readonly TakenReading[]) => inferPosterior(predictor, readings).hypotheses[h]!;
    const later = { ...whole, id: '1', before: [{ state: each }] };
    // The second look says what the first said: it costs the cause nothing more.
    expect(left([whole, later])).toBeGreaterThan(left([whole]) / 2);
  });
});
