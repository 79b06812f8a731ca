import type { Circuit } from '../../src/circuit/circuit';
import type { OperatingState } from '../../src/circuit/operatingState';
import { withApart, withCavity } from '../../src/circuit/operatingState';
import { restingState } from '../../src/circuit/restingState';
import { candidateStates } from '../../src/planning/candidateStates';
import { movesBetween } from '../../src/planning/moves';
import { changeBetween } from '../../src/planning/work';
import { createPredictor } from '../../src/inference/predictor';
import { library } from '../library';

const predictor = createPredictor(library, []);
const resting = restingState(library);
const nothing = { fuses: [], parts: [], wires: [] };

test('what was taken apart is joined again, and a battery that was taken off is put on again', () => {
  const torn = { ...withApart(withApart(resting, 'C7', true), 'K4', true), batteryConnected: false };
  const states = candidateStates(predictor, torn, nothing, null);
  expect(states).toContainEqual({ ...torn, apart: [] });
  expect(states).toContainEqual({ ...torn, batteryConnected: true });
  expect(states).toContainEqual({ ...resting, apart: [] });
});

test('at most two things are changed at a time, but for plugs that come off together', () => {
  const states = candidateStates(predictor, resting, { ...nothing, fuses: ['F17'] }, null);
  const changes = states.map((state) => movesBetween(library, resting, state));
  for (const moves of changes.filter(({ length }) => length > 2)) {
    expect(moves.filter(({ kind }) => kind === 'apart').length).toBeGreaterThan(1);
    expect(moves.filter(({ kind }) => kind !== 'apart').length).toBeLessThan(3);
  }
  expect(changes.filter(({ length }) => length === 0)).toHaveLength(1);
});

test('positions that are never set together are never asked for, and a button held by somebody costs each reading', () => {
  const statesOf = (circuit: Circuit) =>
    candidateStates(createPredictor(circuit, []), resting, { ...nothing, fuses: ['F17'] }, null);
  const moved = (state: OperatingState) =>
    library.controls.find(({ id }) => state.controls[id] !== resting.controls[id]);
  const asked = statesOf(library).find(moved)!;
  const button = moved(asked)!;
  const never = asked.controls;
  const both = ({ controls }: OperatingState) =>
    Object.entries(never).every(([id, position]) => controls[id] === position);
  expect(statesOf(library).some(both)).toBe(true);
  expect(statesOf({ ...library, ruledOut: [{ controls: never, why: 'a gear is in' }] }).some(both)).toBe(
    false,
  );
  // As the vehicle stands, it stands.
  const present = { ...library, ruledOut: [{ controls: resting.controls, why: 'x' }] };
  expect(statesOf(present)[0]).toEqual(resting);
  const minutes = (circuit: Circuit) => changeBetween(circuit, asked, asked).minutes;
  const held = library.controls.map((each) => (each === button ? { ...each, momentary: true } : each));
  expect(minutes(library)).toBe(0);
  expect(minutes({ ...library, controls: held })).toBeGreaterThan(0);
});

test('controls moved for a test go back to where the trouble shows, with a limiter where one is needed', () => {
  const torn = { ...withApart(resting, 'K4', true), batteryConnected: false };
  const shownIn = { ...resting.controls, saloon: 'on' };
  const states = candidateStates(predictor, torn, { ...nothing, fuses: ['F17'] }, null, { shownIn });
  const shown = { ...resting, controls: shownIn };
  expect(states).toContainEqual(shown);
  expect(states).toContainEqual(withCavity(shown, 'F17', { kind: 'lamp', watts: 21 }));
});
