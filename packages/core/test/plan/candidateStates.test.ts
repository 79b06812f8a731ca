import { withApart, withCavity } from '../../src/circuit/operatingState';
import { restingState } from '../../src/circuit/restingState';
import { candidateStates } from '../../src/plan/candidateStates';
import { movesBetween } from '../../src/plan/moves';
import { createPredictor } from '../../src/suspicion/predictor';
import { library } from '../library';

const predictor = createPredictor(library, []);
const resting = restingState(library);

test('what was taken apart is joined again, and a battery that was taken off is put on again', () => {
  const torn = { ...withApart(withApart(resting, 'C7', true), 'K4', true), batteryConnected: false };
  const states = candidateStates(predictor, torn, [], [], null);
  expect(states).toContainEqual({ ...torn, apart: [] });
  expect(states).toContainEqual({ ...torn, batteryConnected: true });
  expect(states).toContainEqual({ ...resting, apart: [] });
});

test('at most two things are changed at a time', () => {
  const states = candidateStates(predictor, resting, ['F17'], [], null);
  const changes = states.map((state) => movesBetween(library, resting, state).length);
  expect(Math.max(...changes)).toBe(2);
  expect(changes.filter((count) => count === 0)).toHaveLength(1);
});

test('controls moved for a test go back to where the trouble shows, with a limiter where one is needed', () => {
  const torn = { ...withApart(resting, 'K4', true), batteryConnected: false };
  const shownIn = { ...resting.controls, saloon: 'on' };
  const states = candidateStates(predictor, torn, ['F17'], [], null, { shownIn });
  const shown = { ...resting, controls: shownIn };
  expect(states).toContainEqual(shown);
  expect(states).toContainEqual(withCavity(shown, 'F17', { kind: 'lamp', watts: 21 }));
});
