import { checkCircuit } from '../../../src/circuit/checkCircuit';
import { withLead, withRenewed } from '../../../src/circuit/operatingState';
import { restingState } from '../../../src/circuit/restingState';
import type { TerminalRef } from '../../../src/circuit/terminalRef';
import type { Fault } from '../../../src/faults/fault';
import { hypothesesOf } from '../../../src/faults/hypotheses';
import { loadTargets } from '../../../src/instruments/targets';
import { stateSolver } from '../../../src/solver/stateSolver';
import { expectAsCompiled } from '../../expectAsCompiled';
import { common, smallCircuit } from '../../smallCircuit';

const circuit = smallCircuit(
  [
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
    { ...common('D'), kind: 'diode' },
    { ...common('TL'), kind: 'two-filament lamp', watts: [5, 21], uses: ['tail', 'brake'] },
    {
      ...common('K2'),
      kind: 'relay',
      coilOhms: 80,
      suppressionDiode: true,
      pins: { coilFeed: '1', coilCommand: '2', supply: '3', normallyOpen: '5', normallyClosed: '4' },
      centre: 'box',
      cavity: '2',
    },
    {
      ...common('M'),
      kind: 'module',
      pins: [
        { pin: '1', role: 'supply' },
        { pin: '2', role: 'ground' },
        { pin: '3', role: 'input', pull: 'up', pullOhms: 2000 },
        { pin: '4', role: 'low-side output', drivenWhen: { input: '3', is: 'low' } },
        { pin: '5', role: 'sensor supply', volts: 5, limitAmps: 0.1 },
      ],
    },
    { ...common('SE'), kind: 'resistor', ohms: 500 },
  ],
  [
    ['BAT.+', 'FL.feed'],
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
    ['BUS.x', 'D.anode'],
    ['D.cathode', 'TL.1'],
    ['TL.ground', 'G.x'],
    ['BUS.x', 'M.1'],
    ['M.2', 'G.x'],
    ['M.3', 'G.x'],
    ['BUS.x', 'K2.coilFeed'],
    ['K2.coilCommand', 'M.4'],
    ['BUS.x', 'K2.supply'],
    ['K2.normallyOpen', 'TL.2'],
    ['M.5', 'SE.1'],
    ['SE.2', 'G.x'],
  ],
  { places: [{ id: 'here', name: 'here', reachMinutes: 1, hazards: ['rub'], visibility: 0.5 }] },
);
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
  expect(loadTargets(circuit)).toEqual(['HE', 'MO', 'SO', 'TL~1', 'TL~2', 'SE']);
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
  expect(solver.solve(shortAt('W3', 0.15))).toMatchObject({ chatters: 'CB', blown: [] });
});

test('a fusible link melts on a short in the main feed, and everything behind it is dead', () => {
  // 12.6 V over battery, wires, link and short, about 0.12 Ω: over 100 A, more than twice the link's 40.
  const solution = solver.solve(shortAt('W1', 0.05));
  expect(solution.blown).toEqual(['FL']);
  expect(Math.abs(volts('HE.1', shortAt('W1', 0.05)))).toBeLessThan(0.01);
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
    section: 'W6',
  });
  expect(open.thevenin(node('K.coilFeed'), node('K.coilCommand')).ohms).toBeCloseTo((90 * 680) / 770, 6);
});

test('a relay with an open coil leaves its loads dead, with a welded contact it never lets go', () => {
  const failure = (name: string) =>
    hypothesesOf(circuit).find((each) => each.suspect === 'K' && each.name === name)!.fault;
  expect(volts('MO.1')).toBeGreaterThan(10);
  expect(Math.abs(volts('MO.1', failure('coil open')))).toBeLessThan(0.01);
  const cutCommand = (fault: Fault | null) => {
    const apart = { ...circuit, sections: circuit.sections.filter(({ id }) => id !== 'W7') };
    const solution = stateSolver(apart, rest).solve(fault);
    return solution.volts(solution.network.nodeOf.get('MO.1') ?? -1);
  };
  expect(Math.abs(cutCommand(null))).toBeLessThan(0.01);
  expect(cutCommand(failure('contact welded'))).toBeGreaterThan(10);
});

test('an output follows what an input reads, and stops with a deaf one', () => {
  // The input is tied to ground: it reads low, the output pulls the second relay in, the brake filament burns.
  expect(volts('TL.2')).toBeGreaterThan(11);
  const deaf: Fault = { kind: 'part', part: 'M', effect: { kind: 'hold', role: '3', joined: true } };
  expect(Math.abs(volts('TL.2', deaf))).toBeLessThan(0.01);
  // With the wire open the pull-up takes it high.
  expect(Math.abs(volts('TL.2', { kind: 'open', section: 'W19' }))).toBeLessThan(0.01);
  expect(volts('M.3', { kind: 'open', section: 'W19' })).toBeGreaterThan(11);
});

test('a diode takes its 0.7 V one way and lets nothing through the other', () => {
  expect(volts('D.anode') - volts('D.cathode')).toBeCloseTo(0.7, 1);
  const fed = withLead(
    { ...rest, batteryConnected: false },
    { from: 'own supply', to: 'TL.1', fuseAmps: 10 },
  );
  const solution = stateSolver(circuit, fed).solve(null);
  expect(Math.abs(solution.volts(solution.network.nodeOf.get('D.anode') ?? -1))).toBeLessThan(0.01);
});

test('a part swapped for a good one takes its fault away', () => {
  const { fault } = hypothesesOf(circuit).find((each) => each.suspect === 'K' && each.name === 'coil open')!;
  const after = stateSolver(circuit, withRenewed(rest, 'K')).solve(fault);
  expect(after.volts(after.network.nodeOf.get('MO.1') ?? -1)).toBeGreaterThan(10);
});
