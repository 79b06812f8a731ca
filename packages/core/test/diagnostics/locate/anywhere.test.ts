import { withCavity } from '../../../src/circuit/operatingState';
import { restingState } from '../../../src/circuit/restingState';
import { createWorld } from '../../../src/session/world';
import { createPredictor } from '../../../src/inference/predictor';
import { inferPosterior } from '../../../src/inference/posterior';
import type { TakenReading } from '../../../src/inference/takenReading';
import { seededRandom } from '../../../src/statistics/seededRandom';
import { fusedLamp } from './simulatedShort';

test.each([0.03, 0.1, 0.5, 0.9, 0.97])(
  'a short at %f of its wire is not cleared by the millivolts along it',
  (position) => {
    const circuit = fusedLamp(3, 1);
    const predictor = createPredictor(circuit);
    const fault = { kind: 'short to ground', section: 'W1', ohms: 0.2, position } as const;
    const world = createWorld(circuit, [fault], seededRandom(1));
    const rest = restingState(circuit);
    const limited = withCavity(rest, 'F1', { kind: 'lamp', watts: 21 });
    const read = (id: string, state: TakenReading['state'], test: TakenReading['test']): TakenReading => ({
      id,
      test,
      state,
      value: world.read(state, test),
    });
    const blows = read('blows', rest, { instrument: 'fresh-fuse', at: 'F1' });
    const drop = read('drop', limited, { instrument: 'wire-drop', at: 'W1' });
    const chance = (...readings: readonly TakenReading[]) =>
      inferPosterior(predictor, readings).suspects.find(({ id }) => id === 'W1')!.probability;
    expect(chance(blows, drop)).toBeGreaterThan(0.5 * chance(blows));
  },
);
