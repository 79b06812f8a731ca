import { restingState } from '../../../src/circuit/restingState';
import { alongWire, locateShort } from '../../../src/diagnostics/locate/locateShort';
import { narrowing } from '../../../src/diagnostics/locate/narrowing';
import { locatedWords } from '../../../src/text/located';
import { library } from '../../library';
import { fusedLamp, locatedShorts } from './simulatedShort';

test('where a short lies is told within the stated error about two times in three, and to a twelfth of the wire', () => {
  for (const means of ['millivolts', 'both'] as const) {
    const { within, told, medianOff } = locatedShorts(80, means);
    expect(told).toBeGreaterThan(0.9);
    expect(within).toBeGreaterThan(0.55);
    expect(within).toBeLessThan(0.82);
    expect(medianOff).toBeLessThan(0.085);
  }
}, 60_000);

test('ohms from both ends of a metre or two say nothing, and it says so', () => {
  expect(locatedShorts(20, 'ohms from both ends').told).toBeLessThan(0.2);
});

test('without a reading it is where the wire is worn most easily, and is said to be no more than that', () => {
  const located = locateShort(library, 'W17', []);
  expect(located).toMatchObject({ told: false, place: 'hinge' });
  expect(locatedWords(library, located)).toMatch(/cannot tell.*hinge/);
});

test('what narrows it is millivolts along the wire behind a limiter, until they have been read', () => {
  const circuit = fusedLamp(4, 0.75);
  const along = alongWire(circuit, 'W1');
  const site = { state: restingState(circuit), at: null, stripped: [] };
  const next = narrowing(along, 'W1', [], site);
  expect(next).toMatchObject({
    test: { instrument: 'wire-drop', at: 'W1' },
    state: { cavities: { F1: { kind: 'lamp', watts: 21 } } },
  });
  const { test, state } = next!;
  const value = { kind: 'number', value: 0.08 } as const;
  const again = narrowing(along, 'W1', [{ id: 'r', test, state, value }], site);
  expect(again?.test.instrument).not.toBe('wire-drop');
});

test('whatever has been taken apart on the way there is joined again for it: no current runs through an open connector', () => {
  const circuit = fusedLamp(4, 0.75);
  const along = alongWire(circuit, 'W1');
  const rest = restingState(circuit);
  const openable = circuit.parts.filter(({ kind }) => kind !== 'battery' && kind !== 'ground');
  expect(openable.length).toBeGreaterThan(1);
  for (const { id } of openable) {
    const next = narrowing(along, 'W1', [], { state: { ...rest, apart: [id] }, at: null, stripped: [] });
    expect(next).toMatchObject({ test: { instrument: 'wire-drop', at: 'W1' }, state: { apart: [] } });
  }
});
