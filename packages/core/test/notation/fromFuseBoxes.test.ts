import fc from 'fast-check';
import type { FuseBox } from '../../src/circuit/boxes/fuseBox';
import { checkCircuit } from '../../src/circuit/checkCircuit';
import { inspectCircuit } from '../../src/circuit/inspectCircuit';
import { restingState } from '../../src/circuit/restingState';
import { withControl } from '../../src/circuit/operatingState';
import { notationOfBoxes } from '../../src/notation/fromFuseBoxes';
import { readNotation } from '../../src/notation/readNotation';
import type { FuseStyle } from '../../src/physics/fuseColdResistance';
import { fuseStyles } from '../../src/physics/fuseColdResistance';
import { solveTogether } from '../../src/solver/stateSolver';

const words = fc
  .string({ unit: 'grapheme', maxLength: 20 })
  .map((text) => text.replace(/[\r\n\u2028\u2029]/g, ' '));
const boxes = fc.uniqueArray(
  fc.record({
    name: words.map((text) => `Box ${text}`),
    numbers: fc.uniqueArray(fc.integer({ min: 1, max: 99 }), { minLength: 1, maxLength: 8 }),
    label: words,
    style: fc.constantFrom(...fuseStyles),
    ratingAmps: fc.constantFrom(5, 7.5, 15, 30),
  }),
  { minLength: 1, maxLength: 3, selector: ({ name }) => name.trim().toLowerCase() },
);
interface Drawn {
  readonly name: string;
  readonly numbers: readonly number[];
  readonly label: string;
  readonly style: FuseStyle;
  readonly ratingAmps: number;
}
const boxOf = ({ name, numbers, label, style, ratingAmps }: Drawn): FuseBox => ({
  name: name.trim(),
  place: 'here',
  columns: 8,
  rows: 1,
  turned: 0,
  cavities: numbers.map((number, index) => ({
    kind: 'fuse',
    number: `${number}`,
    label: index % 2 === 0 ? label : '',
    column: index + 1,
    row: 1,
    labelled: { style, ratingAmps },
    fitted: null,
  })),
});

test('any boxes make a circuit of all their fuses, which rests without a current and draws one when on', () => {
  fc.assert(
    fc.property(boxes, fc.constantFrom(12 as const, 24 as const), (list, volts) => {
      const { circuit, flaws } = readNotation(notationOfBoxes(list.map(boxOf), 'All fuses', volts)!);
      expect(flaws).toEqual([]);
      expect(checkCircuit(circuit)).toEqual([]);
      expect(inspectCircuit(circuit).filter(({ weight }) => weight === 'stops')).toEqual([]);
      const fuses = circuit.parts.filter(({ kind }) => kind === 'fuse');
      expect(fuses.map((part) => part.kind === 'fuse' && `${part.centre} ${part.cavity}`)).toEqual(
        list.flatMap(({ name, numbers }) => numbers.map((number) => `${name.trim()} ${number}`)),
      );
      const rest = restingState(circuit);
      const amps = (state: typeof rest) => {
        const solution = solveTogether(circuit, state, []);
        return fuses.map(({ id }) => {
          const section = circuit.sections.find(({ from }) => from === `${id}.load`)!;
          return Math.abs(solution.sectionAmps(section.id, 'from'));
        });
      };
      expect(Math.max(...amps(rest))).toBeLessThan(1e-6);
      expect(Math.min(...amps(withControl(rest, 'loads', 'on')))).toBeGreaterThan(0.5);
    }),
    { seed: 3, numRuns: 40 },
  );
});

test('a box without a rated fuse makes none', () => {
  expect(notationOfBoxes([], 'x', 12)).toBeNull();
});
