import type { Circuit } from '../../src/circuit/circuit';
import { checkCircuit } from '../../src/circuit/checkCircuit';
import { restingState } from '../../src/circuit/restingState';
import type { TerminalRef } from '../../src/circuit/terminalRef';
import type { Fault } from '../../src/faults/fault';
import { hypothesesOf } from '../../src/faults/hypotheses';
import { loadTargets } from '../../src/instruments/targets';
import type { Part } from '../../src/parts/part';
import { stateSolver } from '../../src/solver/solution';
import { wire } from '../bareChain';
import { expectAsCompiled } from '../expectAsCompiled';

const common = (id: string) => ({ id, name: id, place: 'here' });
const parts: readonly Part[] = [
  { ...common('BAT'), kind: 'battery', volts: 12.6, internalOhms: 0.02 },
  { ...common('G'), kind: 'ground' },
  { ...common('FL'), kind: 'fusible link', ratingAmps: 40 },
  { ...common('BUS'), kind: 'splice' },
  { ...common('CB'), kind: 'breaker', ratingAmps: 20 },
  { ...common('HE'), kind: 'heater', ohms: 1.5 },
  { ...common('MO'), kind: 'motor', ohms: 1.2 },
  { ...common('SO'), kind: 'solenoid', ohms: 12 },
  { ...common('PO'), kind: 'potentiometer', ohms: 1000, share: 0.25 },
  {
    ...common('K'),
    kind: 'relay',
    coilOhms: 90,
    suppressionOhms: 680,
    pins: { coilFeed: '86', coilCommand: '85', supply: '30', normallyOpen: '87' },
    centre: 'box',
    cavity: '1',
  },
];
const joints: readonly (readonly [TerminalRef, TerminalRef])[] = [
  ['BAT.+', 'FL.feed'],
  ['BAT.-', 'G.x'],
  ['FL.load', 'BUS.x'],
  ['BUS.x', 'CB.feed'],
  ['CB.load', 'HE.1'],
  ['HE.2', 'G.x'],
  ['BUS.x', 'K.supply'],
  ['BUS.x', 'K.coilFeed'],
  ['K.coilCommand', 'G.x'],
  ['K.normallyOpen', 'MO.1'],
  ['MO.2', 'G.x'],
  ['K.normallyOpen', 'SO.1'],
  ['SO.2', 'G.x'],
  ['BUS.x', 'PO.1'],
  ['PO.2', 'G.x'],
];
const circuit: Circuit = {
  format: 'grim-lantern/circuit',
  version: 1,
  name: 'one of each',
  nominalVolts: 12,
  places: [{ id: 'here', name: 'here', reachMinutes: 1, hazards: [], visibility: 0.5 }],
  strips: [],
  controls: [],
  parts,
  sections: joints.map(([from, to], i) => wire(`W${i}`, from, to, 'here')),
};
const rest = restingState(circuit);
const solver = stateSolver(circuit, rest);
const volts = (terminal: TerminalRef, fault: Fault | null = null) => {
  const solution = solver.solve(fault);
  return solution.volts(solution.network.nodeOf.get(terminal) ?? -1);
};
const shortAt = (section: string, ohms: number): Fault => ({
  kind: 'short to ground',
  section,
  ohms,
  position: 0.5,
});

test('one of each kind makes a sound circuit, and every load can be watched', () => {
  expect(checkCircuit(circuit)).toEqual([]);
  expect(loadTargets(circuit)).toEqual(['HE', 'MO', 'SO']);
});

test('every failure of every part, and every fault of every wire, is the circuit compiled with it', () => {
  const faults = hypothesesOf(circuit).flatMap(({ fault }) => fault ?? []);
  expect(faults.filter(({ kind }) => kind === 'part').length).toBeGreaterThan(15);
  for (const fault of faults) {
    if (solver.solve(fault).chatters === null) expectAsCompiled(circuit, rest, fault, solver);
  }
});

test('a breaker behind a short never comes to rest, and is named', () => {
  expect(solver.solve(null).chatters).toBeNull();
  // About 50 A: more than twice the breaker's 20, less than twice the link's 40.
  expect(solver.solve(shortAt('W4', 0.15))).toMatchObject({ chatters: 'CB', blown: [] });
});

test('a fusible link melts on a short in the main feed, and everything behind it is dead', () => {
  // 12.6 V over battery, wires, link and short, about 0.12 Ω: over 100 A, more than twice the link's 40.
  const solution = solver.solve(shortAt('W2', 0.05));
  expect(solution.blown).toEqual(['FL']);
  expect(Math.abs(volts('HE.1', shortAt('W2', 0.05)))).toBeLessThan(0.01);
});

test('a potentiometer divides: a quarter of the way from the feed stand three quarters of its volts', () => {
  const [feed, wiper, low] = (['PO.1', 'PO.wiper', 'PO.2'] as const).map((terminal) => volts(terminal));
  // 1 kΩ track: 250 Ω above the wiper, 750 Ω below it.
  expect((wiper! - low!) / (feed! - low!)).toBeCloseTo(0.75, 9);
  const cut = { kind: 'cut', role: 'upper', atRest: [] } as const;
  expect(volts('PO.wiper', { kind: 'part', part: 'PO', effect: cut })).toBeCloseTo(feed!, 2);
});

test('a suppression resistor lies beside the coil', () => {
  const dead = stateSolver(circuit, { ...rest, batteryConnected: false }).solve(null);
  const node = (terminal: TerminalRef) => dead.network.nodeOf.get(terminal) ?? -1;
  // 90 Ω and 680 Ω in parallel: 79.5 Ω; the feed's other ways to ground are far lower.
  const open = stateSolver(circuit, { ...rest, batteryConnected: false }).solve({
    kind: 'open',
    section: 'W7',
  });
  expect(open.port(node('K.coilFeed'), node('K.coilCommand')).ohms).toBeCloseTo((90 * 680) / 770, 6);
});

test('a relay with an open coil leaves its loads dead, with a welded contact it never lets go', () => {
  const failure = (name: string) =>
    hypothesesOf(circuit).find((each) => each.suspect === 'K' && each.name === name)!.fault;
  expect(volts('MO.1')).toBeGreaterThan(10);
  expect(Math.abs(volts('MO.1', failure('coil open')))).toBeLessThan(0.01);
  const cutCommand = (fault: Fault | null) => {
    const apart = { ...circuit, sections: circuit.sections.filter(({ id }) => id !== 'W8') };
    const solution = stateSolver(apart, rest).solve(fault);
    return solution.volts(solution.network.nodeOf.get('MO.1') ?? -1);
  };
  expect(Math.abs(cutCommand(null))).toBeLessThan(0.01);
  expect(cutCommand(failure('contact welded'))).toBeGreaterThan(10);
});
