import type { Circuit, Place } from '../../src/circuit/circuit';
import { withApart } from '../../src/circuit/operatingState';
import { restingState } from '../../src/circuit/restingState';
import { createWorld } from '../../src/session/world';
import { candidateStates } from '../../src/planning/candidateStates';
import { compoundStates } from '../../src/planning/compoundStates';
import { workFor } from '../../src/planning/work';
import { createPredictor } from '../../src/inference/predictor';
import { bladeFuse, common, lamp, shortAt, smallCircuit } from '../smallCircuit';

const place = (id: string, reachMinutes: number): Place => ({
  id,
  name: id,
  reachMinutes,
  hazards: [],
  visibility: 0.2,
});

/** A module that commands another by a wire, `W6`; that one lights a lamp. */
const circuit: Circuit = smallCircuit(
  [
    bladeFuse('F1', 10),
    { ...common('S'), kind: 'splice' },
    {
      ...common('A'),
      place: 'dash',
      kind: 'module',
      pins: [
        { pin: '1', role: 'supply' },
        { pin: '2', role: 'ground' },
        { pin: '3', role: 'high-side output', drivenWhen: { control: 'button', is: 'on' } },
      ],
    },
    {
      ...common('B'),
      place: 'rear',
      kind: 'module',
      pins: [
        { pin: '1', role: 'supply' },
        { pin: '2', role: 'ground' },
        { pin: '3', role: 'input', pull: 'down' },
        { pin: '5', role: 'high-side output', drivenWhen: { input: '3', is: 'high' } },
      ],
    },
    { ...lamp('L', 21), place: 'rear' },
    { ...lamp('M', 21), place: 'dash' },
  ],
  [
    ['BAT.+', 'F1.feed'],
    ['F1.load', 'S.x'],
    ['S.x', 'A.1'],
    ['S.x', 'B.1'],
    ['A.2', 'G.x'],
    ['B.2', 'G.x'],
    ['A.3', 'B.3'],
    ['B.5', 'L.1'],
    ['L.2', 'G.x'],
    ['S.x', 'M.1'],
    ['M.2', 'G.x'],
  ],
  {
    controls: [
      {
        id: 'button',
        name: 'Button',
        minutes: 0.2,
        positions: [
          { id: 'off', name: 'off' },
          { id: 'on', name: 'on' },
        ],
      },
    ],
    places: [place('here', 1), place('dash', 2), place('rear', 3)],
  },
);
const rest = restingState(circuit);
const alone = withApart(withApart(rest, 'A', true), 'B', true);

test('a wire is taken off all that it ends on at once, and then its ohms tell it from the modules at its ends', () => {
  const predictor = createPredictor(circuit);
  const states = candidateStates(predictor, rest, { fuses: [], parts: [], wires: ['W6'] }, null);
  expect(states).toContainEqual(alone);
  const ohmsOf = (fault: Parameters<typeof createWorld>[1][number]) =>
    createWorld(circuit, [fault], () => 0.5).read(alone, { instrument: 'ohmmeter', at: 'A.3' });
  expect(ohmsOf(shortAt('W6', 0.3))).toMatchObject({ kind: 'number' });
  const inside = { kind: 'short', terminal: '3', ohms: 0.3 } as const;
  for (const part of ['A', 'B']) {
    expect(ohmsOf({ kind: 'part', part, effect: inside })).toMatchObject({ kind: 'overload' });
  }
});

test('it is one proposal with one price: both ends are walked to, both plugs are pulled', () => {
  const site = { state: rest, at: null, stripped: [] };
  const { moves, minutes, places } = workFor(circuit, site, alone, { instrument: 'ohmmeter', at: 'A.3' });
  expect(moves).toEqual([
    { kind: 'apart', part: 'A' },
    { kind: 'apart', part: 'B' },
  ]);
  expect(new Set(places)).toEqual(new Set(['dash', 'rear']));
  expect(minutes).toBeGreaterThanOrEqual(5);
});

test('all loads of a fuse come off together, and are plugged in again one after another', () => {
  const off = compoundStates(circuit, rest, ['F1'], [], null);
  expect(off.map(({ apart }) => apart)).toEqual([['A', 'B', 'M']]);
  const predictor = createPredictor(circuit);
  const next = candidateStates(predictor, off[0]!, { fuses: ['F1'], parts: [], wires: [] }, null);
  for (const part of ['A', 'B', 'M']) expect(next).toContainEqual(withApart(off[0]!, part, false));
});

test('one plug is no compound, and more than a hand pulls for one reading is none either', () => {
  expect(compoundStates(circuit, rest, [], ['W8'], null)).toEqual([]);
  expect(compoundStates(circuit, rest, ['F1'], ['W6'], new Set(['A']))).toEqual([]);
});
