import { withApart, withCavity, withControl } from '../../src/circuit/operatingState';
import { restingState } from '../../src/circuit/restingState';
import type { TerminalRef } from '../../src/circuit/terminalRef';
import type { Fault } from '../../src/faults/fault';
import { fuseCurrent } from '../../src/physics/fuseMillivolts';
import { predictOn } from '../../src/instruments/instrument';
import { instrumentById } from '../../src/instruments/instruments';
import type { Part } from '../../src/circuit/parts/part';
import { stateSolver } from '../../src/solver/stateSolver';
import { bladeFuse, common, lamp, moduleWith, shortAt, shows, smallCircuit, solved } from '../smallCircuit';

/** Volts over a filament: R(V) = Rc + (Rh - Rc)·√(V / 13.5), Rh = 13.5² / W, Rc = Rh / 12; and its amps. */
const filament = (watts: number) => {
  const hot = 13.5 ** 2 / watts;
  const ohms = (volts: number) => hot / 12 + hot * (11 / 12) * Math.sqrt(volts / 13.5);
  return { hot, amps: (volts: number) => volts / ohms(volts) };
};
/** The root of a falling function between two ends, by halving. */
const root = (excess: (x: number) => number, low: number, high: number): number => {
  let [a, b] = [low, high];
  for (let i = 0; i < 80; i++) {
    const middle = (a + b) / 2;
    if (excess(middle) > 0) a = middle;
    else b = middle;
  }
  return (a + b) / 2;
};

test('a chafe of 0.3 Ω at 60 % of 2 m of 1 mm² reads 0.32 Ω from one end and 0.31 Ω from the other', () => {
  const circuit = smallCircuit(
    [bladeFuse('F', 10), { ...common('S'), kind: 'splice' }, { ...common('E'), kind: 'splice' }],
    [
      ['BAT.+', 'F.feed'],
      ['S.x', 'E.x'],
    ],
  );
  const long = {
    ...circuit,
    sections: circuit.sections.map((each) => (each.id === 'W1' ? { ...each, lengthMetres: 2 } : each)),
  };
  const read = solved(long, restingState(long), shortAt('W1', 0.3, 0.6));
  // 18.5 mΩ per metre: 1.2 m are 22.2 mΩ, 0.8 m are 14.8 mΩ.
  expect(read.ohms('S.x')).toBeCloseTo(0.3 + 0.0222, 6);
  expect(read.ohms('E.x')).toBeCloseTo(0.3 + 0.0148, 6);
});

test('a 3 W lamp still glows through 100 Ω at 12.6 V and not through 130 Ω; an ohmmeter sees both', () => {
  // An eye sees 8 % of 3 W. That is 0.24 W: the volts where V·I(V) = 0.24, and the ohms that take the rest of 12.6 V.
  const { amps } = filament(3);
  const volts = root((v) => 0.24 - v * amps(v), 0, 13);
  const largest = (12.6 - volts) / amps(volts);
  expect(largest).toBeGreaterThan(100);
  expect(largest).toBeLessThan(125);
  const circuit = smallCircuit(
    [bladeFuse('F', 10), lamp('L', 5)],
    [
      ['BAT.+', 'F.feed'],
      ['F.load', 'L.1'],
    ],
  );
  const state = withApart(withCavity(restingState(circuit), 'F', { kind: 'open' }), 'L', true);
  const chance = (ohms: number) => {
    const solved = { circuit, state, solution: stateSolver(circuit, state).solve(shortAt('W1', ohms)) };
    const seen = predictOn(instrumentById('lamp-to-battery'), solved, 'F.load');
    return seen.kind === 'outcomes' ? 1 - seen.chances[0]! : NaN;
  };
  expect(chance(largest)).toBeCloseTo(0.5, 2);
  expect(chance(largest * 0.7)).toBeGreaterThan(0.6);
  expect(chance(largest * 2)).toBeLessThan(0.1);
  const dead = { ...state, batteryConnected: false };
  expect(shows(circuit, dead, 'ohmmeter', 'F.load', shortAt('W1', 130))).toBe('130 Ω');
  expect(shows(circuit, dead, 'beeper', 'F.load', shortAt('W1', 130))).toBe('Silent');
});

test('a 21 W lamp in the cavity before four healthy 5 W lamps goes from dim to dark as they are unplugged', () => {
  const lamps = ['L1', 'L2', 'L3', 'L4'];
  const circuit = smallCircuit(
    [bladeFuse('F', 10), { ...common('S'), kind: 'splice' }, ...lamps.map((id) => lamp(id, 5))],
    [
      ['BAT.+', 'F.feed'],
      ['F.load', 'S.x'],
      ...lamps.flatMap((id): [TerminalRef, TerminalRef][] => [
        ['S.x', `${id}.1`],
        [`${id}.2`, 'G.x'],
      ]),
    ],
  );
  let state = withCavity(restingState(circuit), 'F', { kind: 'lamp', watts: 21 });
  const [big, small] = [filament(21), filament(5)];
  const share = (count: number) => {
    // The volts at which the big lamp passes what the small ones take of the rest.
    const volts = root((v) => count * small.amps(12.6 - v) - big.amps(v), 0, 12.6);
    return { volts, power: (volts * big.amps(volts)) / 21 };
  };
  const words: string[] = [];
  for (let count = 4; count >= 0; count--) {
    const { volts, power } = share(count);
    if (count > 0) expect(solved(circuit, state).across('F.feed', 'F.load')).toBeCloseTo(volts, 1);
    words.push(shows(circuit, state, 'cavity-lamp', 'F'));
    expect(power).toBeLessThan(0.5);
    state = withApart(state, lamps[count - 1] ?? 'L1', true);
  }
  // Four in parallel leave it 6.0 V and 29 % of its power, one leaves it 1.0 V and 2 %; a short, nearly all.
  expect(words[0]).toMatch(/^Dim/);
  expect(words.slice(3)).toEqual(['Dark', 'Dark']);
  const all = withCavity(restingState(circuit), 'F', { kind: 'lamp', watts: 21 });
  expect(shows(circuit, all, 'cavity-lamp', 'F', shortAt('W1', 0.1))).toBe('Bright');
});

test('2.6 mV over a regular 15 A blade are 0.54 A, give or take 80 mA', () => {
  const { amps, deviation, resolvedAmps } = fuseCurrent('regular blade', 15, 2.6e-3);
  // 2.6 mV / 4.8 mΩ; the fuse's own 15 % is 81 mA, half the meter's last digit 10 mA.
  expect(amps).toBeCloseTo(2.6 / 4.8, 3);
  expect(deviation).toBeCloseTo(Math.hypot(0.081, 0.0104), 3);
  expect(resolvedAmps).toBeCloseTo(0.1 / 4.8, 4);
  // At its rating the element is 1.4 times as many ohms.
  expect(fuseCurrent('regular blade', 15, 15 * 4.8e-3 * 1.4).amps).toBeCloseTo(15, 6);
});

const bulb: Part = { ...common('B'), kind: 'two-filament lamp', watts: [5, 21], uses: ['tail', 'brake'] };

test('a two-filament bulb on a ground of 2 Ω: tail alone, brake alone, and both', () => {
  const circuit = smallCircuit(
    [
      { ...common('S'), kind: 'splice' },
      { ...common('SW1'), kind: 'switch', control: 'tail', legs: [{ a: '1', b: '2', closedIn: ['on'] }] },
      { ...common('SW2'), kind: 'switch', control: 'brake', legs: [{ a: '1', b: '2', closedIn: ['on'] }] },
      bulb,
    ],
    [
      ['BAT.+', 'S.x'],
      ['S.x', 'SW1.1'],
      ['S.x', 'SW2.1'],
      ['SW1.2', 'B.1'],
      ['SW2.2', 'B.2'],
      ['B.ground', 'G.x'],
    ],
    {
      controls: ['tail', 'brake'].map((id) => ({
        id,
        name: id,
        minutes: 0.1,
        positions: ['off', 'on'].map((at) => ({ id: at, name: at })),
      })),
    },
  );
  const weak: Fault = { kind: 'added resistance', section: 'W5', ohms: 2 };
  const on = (...controls: string[]) =>
    controls.reduce((state, id) => withControl(state, id, 'on'), restingState(circuit));
  const [tail, brake] = [filament(5), filament(21)];
  // The volts of the bulb's ground pin: what all the filaments pass, times 2 Ω (and some 20 mΩ of wire).
  const lifted = (amps: (volts: number) => number) => root((v) => amps(12.6 - v) * 2 - v, 0, 12.6);
  const tailOnly = lifted(tail.amps);
  const brakeOnly = lifted(brake.amps);
  const both = lifted((volts) => tail.amps(volts) + brake.amps(volts));
  expect(solved(circuit, on('tail'), weak).volts('B.ground')).toBeCloseTo(tailOnly, 1);
  expect(solved(circuit, on('brake'), weak).volts('B.ground')).toBeCloseTo(brakeOnly, 1);
  expect(solved(circuit, on('tail', 'brake'), weak).volts('B.ground')).toBeCloseTo(both, 1);
  // Alone the tail loses 0.7 of its 12.6 V; with the brake on, 3.2 V.
  expect([tailOnly, brakeOnly, both].map((v) => Number(v.toFixed(1)))).toEqual([0.7, 2.6, 3.2]);
  // With the tail switched off its pin follows the lifted ground: nothing feeds it.
  expect(solved(circuit, on('brake'), weak).volts('B.1')).toBeCloseTo(brakeOnly, 1);
  expect(shows(circuit, on('tail', 'brake'), 'load', 'B~2', weak)).toMatch(/Weak|Works/);
});

test('a shorted 5 V sensor supply takes the other sensors down, and no fuse blows', () => {
  const module = moduleWith({ pin: '3', role: 'sensor supply', volts: 5, limitAmps: 0.1 });
  const sensor = (id: string): Part => ({ ...common(id), kind: 'potentiometer', ohms: 2000, share: 0.5 });
  const circuit = smallCircuit(
    [bladeFuse('F', 5), module, { ...common('S'), kind: 'splice' }, sensor('P1'), sensor('P2')],
    [
      ['BAT.+', 'F.feed'],
      ['F.load', 'M.1'],
      ['M.2', 'G.x'],
      ['M.3', 'S.x'],
      ['S.x', 'P1.1'],
      ['S.x', 'P2.1'],
      ['P1.2', 'G.x'],
      ['P2.2', 'G.x'],
    ],
  );
  expect(solved(circuit).volts('P1.wiper')).toBeCloseTo(2.5, 2);
  const shorted = solved(circuit, restingState(circuit), shortAt('W5', 1));
  // The supply gives its 100 mA and no more: 0.1 V over the short's ohm.
  expect(shorted.volts('P1.1')).toBeCloseTo(0.1, 2);
  expect(shorted.volts('P2.wiper')).toBeLessThan(0.06);
  expect(shorted.solution.blown).toEqual([]);
  expect(shorted.amps('W0')).toBeLessThan(0.05);
  // A sensor that draws less than the limit at 5 V leaves them at 5 V: 5 V / 80 Ω = 62 mA.
  expect(solved(circuit, restingState(circuit), shortAt('W5', 80)).volts('P2.1')).toBeGreaterThan(4.9);
  // Unfed, it gives nothing at all.
  expect(
    Math.abs(solved(circuit, withCavity(restingState(circuit), 'F', { kind: 'open' })).volts('P1.1')),
  ).toBeLessThan(0.01);
});

test('a wet path of 200 Ω blows nothing, draws 63 mA, leaves the test lamp dark, and the ohmmeter sees it', () => {
  const circuit = smallCircuit(
    [bladeFuse('F', 10), lamp('L', 5)],
    [
      ['BAT.+', 'F.feed'],
      ['F.load', 'L.1'],
    ],
  );
  const wet = shortAt('W1', 200);
  const rest = restingState(circuit);
  expect(solved(circuit, rest, wet).solution.blown).toEqual([]);
  expect(solved(circuit, rest, wet).amps('W0')).toBeCloseTo(12.6 / 200, 3);
  expect(solved(circuit).amps('W0')).toBeCloseTo(0, 9);
  const out = withApart(withCavity(rest, 'F', { kind: 'open' }), 'L', true);
  expect(shows(circuit, out, 'lamp-to-battery', 'F.load', wet)).toBe('Dark');
  expect(shows(circuit, out, 'ohmmeter', 'F.load', wet)).toBe('200 Ω');
  // Over the seated fuse the drain is half a millivolt: 63 mA in 7.7 mΩ.
  expect(shows(circuit, rest, 'fuse-millivolts', 'F', wet)).toBe('0.48 mV');
  const inSeries = withCavity(rest, 'F', { kind: 'ammeter', amps: 10 });
  expect(shows(circuit, inSeries, 'ammeter', 'F', wet)).toBe('63 mA');
});
