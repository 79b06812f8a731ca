import { withControl } from '../../src/circuit/operatingState';
import type { OperatingState } from '../../src/circuit/operatingState';
import { restingState } from '../../src/circuit/restingState';
import type { Circuit } from '../../src/circuit/circuit';
import type { Fault } from '../../src/faults/fault';
import { hypothesesOf } from '../../src/faults/hypotheses';
import { instrumentById } from '../../src/instruments/instruments';
import { seededRandom } from '../../src/statistics/seededRandom';
import { families } from '../session/realistic/families';
import { bladeFuse, common, lamp, moduleWith, shows, smallCircuit } from '../smallCircuit';

/** A module that drives a lamp from its supply while the key is on, and a relay's coil to its ground. */
const driver = smallCircuit(
  [
    bladeFuse('F', 20),
    moduleWith(
      { pin: '3', role: 'high-side output', drivenWhen: { control: 'key', is: 'on' } },
      { pin: '4', role: 'low-side output', drivenWhen: { control: 'key', is: 'on' } },
    ),
    lamp('L', 21),
    { ...common('S'), kind: 'solenoid', ohms: 20 },
  ],
  [
    ['BAT.+', 'F.feed'],
    ['F.load', 'M.1'],
    ['M.2', 'G.x'],
    ['M.3', 'L.1'],
    ['L.2', 'G.x'],
    ['F.load', 'S.1'],
    ['S.2', 'M.4'],
  ],
  {
    controls: [
      {
        id: 'key',
        name: 'Key',
        minutes: 0.1,
        positions: [
          { id: 'off', name: 'off' },
          { id: 'on', name: 'on' },
        ],
      },
    ],
  },
);
const on = withControl(restingState(driver), 'key', 'on');
const faultOf = (circuit: Circuit, suspect: string, name: string) =>
  hypothesesOf(circuit).find((each) => each.suspect === suspect && each.name === name)!.fault;
const code = (circuit: Circuit, state: OperatingState, at: string, fault: Fault | null = null) =>
  shows(circuit, state, 'codes', at, fault);

describe('codes of outputs', () => {
  test('are none on a sound circuit, driven or not', () => {
    for (const state of [restingState(driver), on])
      for (const at of ['M.3', 'M.4']) expect(code(driver, state, at)).toBe('No code');
  });

  test('are set by a driver that is commanded and does not conduct, and by one that never stops', () => {
    expect(code(driver, on, 'M.3', faultOf(driver, 'M', 'output 3 dead'))).toBe('Open or low');
    expect(code(driver, on, 'M.4', faultOf(driver, 'M', 'output 4 dead'))).toBe('Shorted high');
    const off = restingState(driver);
    expect(code(driver, off, 'M.3', faultOf(driver, 'M', 'output 3 stuck on'))).toBe('Shorted high');
    expect(code(driver, off, 'M.4', faultOf(driver, 'M', 'output 4 stuck on'))).toBe('Open or low');
  });

  test('are set by a driver that has protected itself from a short', () => {
    expect(
      code(driver, on, 'M.3', { kind: 'short to ground', section: 'W3', ohms: 0.02, position: 0.5 }),
    ).toBe('Open or low');
  });

  test('cannot be asked of a module without supply, or dead as a whole', () => {
    expect(code(driver, on, 'M.3', { kind: 'open', section: 'W1' })).toBe('No answer');
    expect(code(driver, on, 'M.3', faultOf(driver, 'M', 'dead as a whole'))).toBe('No answer');
  });
});

test('a sensor’s input has a code where it reads what a sound sensor never gives; a contact’s has none', () => {
  const circuit = families.find(({ name }) => name === 'sensor supply')!.draw(seededRandom(3));
  const running = withControl(restingState(circuit), 'key', 'run');
  expect(instrumentById('codes').targets(circuit)).toEqual(['M.20', 'M.6', 'M.7']);
  expect(code(circuit, running, 'M.6')).toBe('No code');
  const wire = (to: string) => circuit.sections.find((each) => each.to === to || each.from === to)!.id;
  expect(code(circuit, running, 'M.6', { kind: 'open', section: wire('M.6') })).toMatch(/low$/);
  expect(
    code(circuit, running, 'M.6', {
      kind: 'short to battery',
      section: wire('M.6'),
      ohms: 0.1,
      position: 0.5,
    }),
  ).toMatch(/shorted high$/i);
  expect(code(circuit, running, 'M.7', { kind: 'open', section: wire('M.7') })).toBe('No code');
});
