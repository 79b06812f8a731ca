import { restingState } from '../../src/circuit/restingState';
import type { Fault } from '../../src/faults/fault';
import { fuseCurrent } from '../../src/physics/fuseMillivolts';
import { predictOn } from '../../src/instruments/instrument';
import { instrumentById } from '../../src/instruments/instruments';
import { fromScale } from '../../src/instruments/prediction';
import { stateSolver } from '../../src/solver/stateSolver';
import { bladeFuse, common, lamp, shows, smallCircuit } from '../smallCircuit';

test('a seat of 1 Ω before a lamp drops volts, and none of them between the fuse’s test points', () => {
  const circuit = smallCircuit(
    [bladeFuse('F', 15), lamp('L', 21)],
    [
      ['BAT.+', 'F.feed'],
      ['F.load', 'L.1'],
      ['L.2', 'G.x'],
    ],
  );
  const loose: Fault = { kind: 'part', part: 'F', effect: { kind: 'added', role: 'element', ohms: 1 } };
  const state = restingState(circuit);
  const solution = stateSolver(circuit, state).solve(loose);
  // Of 12.6 V the lamp takes what the seat leaves it: some 1.4 A, of which the seat drops 1.4 V; nothing has opened.
  const amps = solution.sectionAmps('W1', 'from');
  expect(solution.blown).toEqual([]);
  expect(amps).toBeGreaterThan(1.3);
  expect(amps).toBeLessThan(1.5);
  const node = (leg: string) => solution.network.nodeOf.get(`F.${leg}`) ?? 0;
  expect(solution.volts(node('feed')) - solution.volts(node('load'))).toBeCloseTo(amps * 1.0058, 3);
  const meter = instrumentById('fuse-millivolts');
  const seen = predictOn(meter, { circuit, state, solution }, 'F');
  const shown =
    seen.kind === 'number' && meter.display.kind === 'number'
      ? fromScale(meter.display.scale, seen.mean)
      : NaN;
  expect(fuseCurrent('regular blade', 15, shown).amps).toBeCloseTo(amps, 2);
});

test('a test lamp lights through a diode that nothing else draws through, and not against it', () => {
  const circuit = smallCircuit(
    [
      bladeFuse('F', 10),
      { ...common('D'), kind: 'diode' },
      { ...common('E'), kind: 'diode' },
      { ...common('P'), kind: 'splice' },
      { ...common('Q'), kind: 'splice' },
    ],
    [
      ['BAT.+', 'F.feed'],
      ['F.load', 'D.anode'],
      ['D.cathode', 'P.x'],
      ['F.load', 'E.cathode'],
      ['E.anode', 'Q.x'],
    ],
  );
  const state = restingState(circuit);
  // 12.6 V less the drop of 0.7 V: 91 % of the power.
  expect(shows(circuit, state, 'lamp-to-ground', 'P.x')).toMatch(/^Bright/);
  expect(shows(circuit, state, 'lamp-to-ground', 'Q.x')).toBe('Dark');
  expect(shows(circuit, state, 'lamp-to-ground', 'P.x', { kind: 'open', section: 'W1' })).toBe('Dark');
});
