import fc from 'fast-check';
import { CoreError } from '../../src/errors';
import { ldlFactor, ldlSolveInPlace } from '../../src/solver/sparseLdl';

const seed = 20261121;

test(`solves random grounded networks to 1e-9 (seed ${seed})`, () => {
  const systems = fc.integer({ min: 1, max: 40 }).chain((size) =>
    fc.record({
      size: fc.constant(size),
      ties: fc.array(
        fc.tuple(fc.nat(size - 1), fc.nat(size - 1), fc.double({ min: 1e-3, max: 1e3, noNaN: true })),
        { maxLength: 90 },
      ),
      wanted: fc.array(fc.double({ min: -20, max: 20, noNaN: true }), { minLength: size, maxLength: size }),
    }),
  );
  fc.assert(
    fc.property(systems, ({ size, ties, wanted }) => {
      const entries: [number, number, number][] = wanted.map((_each, i) => [i, i, 0.5]);
      for (const [a, b, g] of ties) if (a !== b) entries.push([a, a, g], [b, b, g], [a, b, -g]);
      const right = new Float64Array(size);
      for (const [row, column, value] of entries) {
        right[row]! += value * wanted[column]!;
        if (row !== column) right[column]! += value * wanted[row]!;
      }
      ldlSolveInPlace(ldlFactor(size, entries), right, new Float64Array(size));
      wanted.forEach((value, i) => expect(Math.abs(right[i]! - value)).toBeLessThan(1e-9 * 1e3));
    }),
    { seed, numRuns: 200 },
  );
});

test('refuses a matrix with a node tied to nothing', () => {
  expect(() => ldlFactor(2, [[0, 0, 1]])).toThrow(CoreError);
  // Two nodes tied to each other and to nothing else: the second pivot vanishes.
  expect(() =>
    ldlFactor(2, [
      [0, 0, 1],
      [1, 1, 1],
      [0, 1, -1],
    ]),
  ).toThrow(/every node tied/);
});
