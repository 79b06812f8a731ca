import type { Circuit } from '../../src/circuit/circuit';
import { conditionHolds } from '../../src/circuit/condition';
import { restingState } from '../../src/circuit/restingState';
import { CoreError } from '../../src/errors';
import type { Part } from '../../src/circuit/parts/part';
import { stateSolver } from '../../src/solver/stateSolver';
import { createPredictor } from '../../src/inference/predictor';
import { generatedHarness } from '../generatedHarness';
import { common, smallCircuit, solved } from '../smallCircuit';

const heater = (ohms: number): Part => ({ ...common('HE'), kind: 'heater', ohms });
const fed = (part: Part, ...more: Part[]) =>
  smallCircuit(
    [part, ...more],
    [
      ['BAT.+', 'HE.1'],
      ['HE.2', 'G.x'],
    ],
  );
const codeOf = (work: () => unknown): string => {
  try {
    work();
  } catch (error) {
    if (error instanceof CoreError) return error.code;
    throw error;
  }
  return 'none';
};

describe('what a schema lets no one send, and a program might', () => {
  test.each([NaN, 0, -0.5, Infinity])('a part of %p ohms is refused by its name, never a NaN', (ohms) => {
    expect(codeOf(() => solved(fed(heater(ohms))))).toBe('circuit/ohms');
    expect(() => solved(fed(heater(ohms)))).toThrow(/^Expected ohms above 0 in HE: got /);
  });

  test('a wire to nowhere is named', () => {
    const circuit = fed(heater(1));
    const [first, ...others] = circuit.sections;
    const broken: Circuit = { ...circuit, sections: [{ ...first!, to: 'NO.where' }, ...others] };
    expect(codeOf(() => solved(broken))).toBe('circuit/unknown-terminal');
  });
});

describe('what is odd, and has a defined result', () => {
  test('two batteries that fight share the current by their inner ohms', () => {
    const second: Part = { ...common('B2'), kind: 'battery', volts: 10, internalOhms: 0.02 };
    const circuit = smallCircuit(
      [second],
      [
        ['BAT.+', 'B2.+'],
        ['B2.-', 'G.x'],
      ],
    );
    // 2.6 V over 20 mΩ twice, three wires of 18.5 mΩ and an eyelet's nothing: about 27 A.
    expect(solved(circuit).amps('W0')).toBeCloseTo(2.6 / (2 * 0.02 + 3 * 0.0185), 1);
  });

  test('two batteries with next to no inner ohms stay finite', () => {
    const ideal: Part = { ...common('B2'), kind: 'battery', volts: 24, internalOhms: 1e-9 };
    const circuit = smallCircuit(
      [ideal],
      [
        ['BAT.+', 'B2.+'],
        ['B2.-', 'G.x'],
      ],
    );
    const stiff = {
      ...circuit,
      parts: circuit.parts.map((part) => (part.kind === 'battery' ? { ...part, internalOhms: 1e-9 } : part)),
    };
    const read = solved(stiff);
    for (const { id } of stiff.sections) expect(Number.isFinite(read.amps(id))).toBe(true);
    expect(read.volts('B2.+')).toBeGreaterThan(12);
  });

  test('a condition that contradicts itself never holds, its opposite always', () => {
    const both = {
      all: [
        { control: 'key', is: 'on' },
        { control: 'key', is: 'off' },
      ],
    };
    for (const key of ['on', 'off']) {
      expect(conditionHolds(both, { key })).toBe(false);
      expect(conditionHolds({ not: both }, { key })).toBe(true);
    }
  });

  test('a part on no wire floats, alone', () => {
    const circuit = fed(heater(1), { ...common('L'), kind: 'lamp', watts: 5, count: 1 });
    expect(solved(circuit).floats('L.1')).toBe(true);
    expect(solved(circuit).floats('HE.1')).toBe(false);
  });
});

describe('a file of five thousand sections', () => {
  const circuit = generatedHarness(5000, 'resistors');

  test('is solved, every voltage finite', () => {
    const { volts, network } = stateSolver(circuit, restingState(circuit)).solve(null);
    expect(circuit.sections.length).toBeGreaterThanOrEqual(5000);
    for (const node of network.nodeOf.values()) expect(Number.isFinite(volts(node))).toBe(true);
  });

  test('is refused for a search, in a sentence', () => {
    expect(() => createPredictor(circuit)).toThrow(
      /^A search takes at most 2000 sections: this circuit has 50\d\d\./,
    );
  });
});
