import fc from 'fast-check';
import type { Point } from '@grim-lantern/drawing';
import { stretchOf } from '../../../src/features/harness/stretch';

const coordinate = fc.integer({ min: 0, max: 1000 });
const corners = fc.array(fc.record({ x: coordinate, y: coordinate }), { minLength: 2, maxLength: 6 });
const share = fc.double({ min: 0, max: 1, noNaN: true });
const lengthOf = (points: readonly Point[]) =>
  points.slice(1).reduce((sum, { x, y }, i) => sum + Math.hypot(x - points[i]!.x, y - points[i]!.y), 0);

test('a piece of a wire is as long as its share of the whole, lies on it, and the pieces make the whole', () => {
  fc.assert(
    fc.property(corners, share, share, (points, one, other) => {
      const whole = lengthOf(points);
      fc.pre(whole > 1);
      const [from, to] = [Math.min(one, other), Math.max(one, other)];
      const piece = stretchOf(points, from, to);
      expect(lengthOf(piece)).toBeCloseTo((to - from) * whole, 5);
      const [before, after] = [stretchOf(points, 0, from), stretchOf(points, to, 1)];
      expect(lengthOf(before) + lengthOf(piece) + lengthOf(after)).toBeCloseTo(whole, 5);
      for (const end of [0, 1] as const) {
        const joint = end === 0 ? before.at(-1)! : after[0]!;
        expect(joint.x).toBeCloseTo(piece.at(end === 0 ? 0 : -1)!.x, 5);
        expect(joint.y).toBeCloseTo(piece.at(end === 0 ? 0 : -1)!.y, 5);
      }
    }),
  );
});

test('beyond its ends it stops at them', () => {
  const wire = [
    { x: 0, y: 0 },
    { x: 10, y: 0 },
  ];
  expect(stretchOf(wire, -0.5, 0.4)).toEqual([
    { x: 0, y: 0 },
    { x: 4, y: 0 },
  ]);
  expect(stretchOf([{ x: 1, y: 1 }], 0, 1)).toEqual([]);
});
