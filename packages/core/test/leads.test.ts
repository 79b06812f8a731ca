import { withApart, withCavity, withLead } from '../src/circuit/operatingState';
import { restingState } from '../src/circuit/restingState';
import type { TerminalRef } from '../src/circuit/terminalRef';
import type { Part } from '../src/circuit/parts/part';
import { bladeFuse, common, lamp, shortAt, shows, smallCircuit, solved } from './smallCircuit';

const relay = (more: object): Part => ({
  ...common('K'),
  kind: 'relay',
  coilOhms: 90,
  pins: { coilFeed: '86', coilCommand: '85', supply: '30', normallyOpen: '87' },
  centre: 'box',
  cavity: '1',
  ...more,
});

test('an undriven command pin has the supply’s volts through the coil, and none with the relay out', () => {
  const circuit = smallCircuit(
    [relay({}), { ...common('E'), kind: 'splice' }],
    [
      ['BAT.+', 'K.coilFeed'],
      ['K.coilCommand', 'E.x'],
    ],
  );
  expect(shows(circuit, restingState(circuit), 'voltmeter', 'E.x')).toBe('12.6 V');
  const out = withApart(restingState(circuit), 'K', true);
  expect(solved(circuit, out).floats('E.x')).toBe(true);
  expect(shows(circuit, out, 'logic-tester', 'E.x')).toBe('Neither');
});

test('a coil with a diode works one way round, and shorts its feed the other way', () => {
  const joints = (feed: TerminalRef, command: TerminalRef): [TerminalRef, TerminalRef][] => [
    ['BAT.+', 'F.feed'],
    ['F.load', feed],
    [command, 'G.x'],
    ['F.load', 'K.supply'],
  ];
  const right = smallCircuit(
    [bladeFuse('F', 10), relay({ suppressionDiode: true })],
    joints('K.coilFeed', 'K.coilCommand'),
  );
  const wrong = smallCircuit(
    [bladeFuse('F', 10), relay({ suppressionDiode: true })],
    joints('K.coilCommand', 'K.coilFeed'),
  );
  expect(solved(right).volts('K.normallyOpen')).toBeGreaterThan(12);
  expect(solved(wrong).solution.blown).toEqual(['F']);
  const plain = smallCircuit([bladeFuse('F', 10), relay({})], joints('K.coilCommand', 'K.coilFeed'));
  expect(solved(plain).volts('K.normallyOpen')).toBeGreaterThan(12);
});

test('fused leads: a jumper past the contact, an own supply with the battery off, and a lead’s own fuse', () => {
  const circuit = smallCircuit(
    [bladeFuse('F', 10), relay({}), lamp('L', 21)],
    [
      ['BAT.+', 'F.feed'],
      ['F.load', 'K.supply'],
      ['K.normallyOpen', 'L.1'],
      ['L.2', 'G.x'],
    ],
  );
  const rest = restingState(circuit);
  const jumped = withLead(rest, { from: 'K.supply', to: 'K.normallyOpen', fuseAmps: 10 });
  expect(shows(circuit, rest, 'load', 'L')).toBe('Dead');
  expect(shows(circuit, jumped, 'load', 'L')).toBe('Works');
  const fed = withLead({ ...rest, batteryConnected: false }, { from: 'own supply', to: 'L.1', fuseAmps: 10 });
  expect(shows(circuit, fed, 'voltmeter', 'L.1')).toMatch(/^12\.[3-6] V$/);
  // Onto a short, the lead's own fuse opens.
  const onShort = solved(circuit, fed, shortAt('W2', 0.05));
  expect(onShort.solution.blown).toEqual(['lead own supply to L.1']);
  expect(Math.abs(onShort.volts('L.1'))).toBeLessThan(0.01);
  // A ground of one's own pulls the coil in.
  const grounded = withLead(rest, { from: 'ground', to: 'K.coilCommand', fuseAmps: 5 });
  const wired = {
    ...circuit,
    sections: [
      ...circuit.sections,
      { ...circuit.sections[1]!, id: 'WX', from: 'F.load' as const, to: 'K.coilFeed' as const },
    ],
  };
  expect(shows(wired, grounded, 'load', 'L')).toBe('Works');
});

test('a breaker in the cavity clicks on and off before a short, and is named', () => {
  const circuit = smallCircuit(
    [bladeFuse('F', 10), lamp('L', 5)],
    [
      ['BAT.+', 'F.feed'],
      ['F.load', 'L.1'],
    ],
  );
  const state = withCavity(restingState(circuit), 'F', { kind: 'breaker', amps: 10 });
  expect(solved(circuit, state).solution.chatters).toBeNull();
  expect(solved(circuit, state, shortAt('W1', 0.1)).solution.chatters).toBe('F');
});
