import fc from 'fast-check';
import { CoreError } from '../../src/errors';
import type { MatrixEntry } from '../../src/network/sparseLdl';
import { ldlFactor, ldlInverseDiagonal, ldlSolveInPlace, ldlStructure } from '../../src/network/sparseLdl';

const seed = 20261121;

const factored = (size: number, entries: readonly MatrixEntry[]) =>
  ldlFactor(ldlStructure(size, entries), entries);

/** A random grounded network as entries of its matrix. */
const networks = fc.integer({ min: 1, max: 40 }).chain((size) =>
  fc
    .array(fc.tuple(fc.nat(size - 1), fc.nat(size - 1), fc.double({ min: 1e-3, max: 1e3, noNaN: true })), {
      maxLength: 90,
    })
    .map((ties) => {
      const entries = Array.from({ length: size }, (_each, i): [number, number, number] => [i, i, 0.5]);
      for (const [a, b, g] of ties) if (a !== b) entries.push([a, a, g], [b, b, g], [a, b, -g]);
      return { size, entries };
    }),
);

test(`solves random grounded networks to 1e-9 (seed ${seed})`, () => {
  const systems = networks.chain(({ size, entries }) =>
    fc
      .array(fc.double({ min: -20, max: 20, noNaN: true }), { minLength: size, maxLength: size })
      .map((wanted) => ({ size, entries, wanted })),
  );
  fc.assert(
    fc.property(systems, ({ size, entries, wanted }) => {
      const right = new Float64Array(size);
      for (const [row, column, value] of entries) {
        right[row]! += value * wanted[column]!;
        if (row !== column) right[column]! += value * wanted[row]!;
      }
      ldlSolveInPlace(factored(size, entries), right, new Float64Array(size));
      wanted.forEach((value, i) => expect(Math.abs(right[i]! - value)).toBeLessThan(1e-9 * 1e3));
    }),
    { seed, numRuns: 200 },
  );
});

test(`the diagonal of the inverse is what a solve for each unit gives (seed ${seed})`, () => {
  fc.assert(
    fc.property(networks, ({ size, entries }) => {
      const factor = factored(size, entries);
      ldlInverseDiagonal(factor).forEach((value, i) => {
        const unit = new Float64Array(size);
        unit[i] = 1;
        ldlSolveInPlace(factor, unit, new Float64Array(size));
        expect(Math.abs(value / unit[i] - 1)).toBeLessThan(1e-9);
      });
    }),
    { seed, numRuns: 200 },
  );
});

test('refuses a matrix with a node tied to nothing', () => {
  expect(() => factored(2, [[0, 0, 1]])).toThrow(CoreError);
  // Two nodes tied to each other and to nothing else: the second pivot vanishes.
  expect(() =>
    factored(2, [
      [0, 0, 1],
      [1, 1, 1],
      [0, 1, -1],
    ]),
  ).toThrow(/every node tied/);
});
