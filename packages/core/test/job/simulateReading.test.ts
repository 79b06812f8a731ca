import { simulateReading } from '../../src/job/simulateReading';
import { stateSolver } from '../../src/solver/stateSolver';
import { library, states } from '../library';
import { seededRandom } from '../../src/statistics/seededRandom';

const draws = 400;

test('a simulated meter scatters about the volts that are there, by its own error', () => {
  const random = seededRandom(5);
  const solved = {
    circuit: library,
    state: states.rest,
    solution: stateSolver(library, states.rest).solve(null),
  };
  const shown = Array.from({ length: draws }, () => {
    const value = simulateReading(solved, { instrument: 'voltmeter', at: 'F17.load' }, random);
    return value.kind === 'number' ? value.value : NaN;
  });
  const mean = shown.reduce((sum, value) => sum + value, 0) / draws;
  const deviation = Math.sqrt(shown.reduce((sum, value) => sum + (value - mean) ** 2, 0) / draws);
  expect(mean).toBeCloseTo(12.6, 0);
  // 0.1 V + 3 % of 12.6 V.
  expect(deviation).toBeGreaterThan(0.35);
  expect(deviation).toBeLessThan(0.65);
});

test('a simulated look finds damage about as often as it can be seen', () => {
  const random = seededRandom(6);
  const fault = { kind: 'short to ground', section: 'W17', ohms: 0.3, position: 0.5 } as const;
  const solved = {
    circuit: library,
    state: states.rest,
    solution: stateSolver(library, states.rest).solve(fault),
  };
  const seen = Array.from({ length: draws }, () =>
    simulateReading(solved, { instrument: 'look', at: 'hinge' }, random),
  );
  const share = seen.filter((value) => value.kind === 'outcome' && value.outcome === 'damage').length / draws;
  expect(share).toBeGreaterThan(0.53);
  expect(share).toBeLessThan(0.69);
});

test('a meter on a wire tied to nothing shows any volts up to the supply’s', () => {
  const state = { ...states.rest, apart: ['C7'] };
  const solved = { circuit: library, state, solution: stateSolver(library, state).solve(null) };
  const value = simulateReading(solved, { instrument: 'voltmeter', at: 'C7.1b' }, seededRandom(7));
  expect(value.kind === 'number' && value.value >= 0 && value.value <= 12).toBe(true);
});
