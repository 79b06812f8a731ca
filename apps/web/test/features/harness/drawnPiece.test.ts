import { readNotation } from '@grim-lantern/core';
import { sketchHarness } from '@grim-lantern/drawing';
import type { Point } from '@grim-lantern/drawing';
import fc from 'fast-check';
import { drawnPiece, isDrawnFor, isDrawnInPieces } from '../../../src/features/harness/drawnPiece';
import type { View } from '../../../src/features/harness/viewOf';
import { library } from '../../demo';

const lines = Array.from(
  { length: 60 },
  (_none, i) => `battery > fuse ${i + 1} 10A > splice S${i} > lamp l${i} 5W > ground G${i % 7}`,
);
const large = sketchHarness(readNotation(['battery.- > ground GB', ...lines].join('\n')).circuit);
const view: fc.Arbitrary<View> = fc.record({
  scale: fc.double({ min: 0.15, max: 4, noNaN: true }),
  x: fc.double({ min: -3000, max: 1000, noNaN: true }),
  y: fc.double({ min: -3000, max: 1000, noNaN: true }),
  width: fc.constantFrom(390, 820, 1280),
  height: fc.constantFrom(300, 500, 800),
});
const isSeen =
  ({ scale, x, y, width, height }: View) =>
  (point: Point): boolean => {
    const [left, top] = [point.x * scale + x, point.y * scale + y];
    return left >= 0 && left <= width && top >= 0 && top <= height;
  };

test('of a large drawing all that is in view is drawn, from wherever the view came, and not all that is far away', () => {
  expect(isDrawnInPieces(large)).toBe(true);
  let leftOut = 0;
  fc.assert(
    fc.property(
      view,
      fc.double({ min: -500, max: 500 }),
      fc.double({ min: -400, max: 400 }),
      (drawn, dx, dy) => {
        const moved = { ...drawn, x: drawn.x + (dx || 0), y: drawn.y + (dy || 0) };
        // A hand has moved the drawing: as long as it counts as drawn for where it is now, nothing is missing there.
        const now = isDrawnFor(moved, drawn) ? moved : drawn;
        const piece = drawnPiece(large, drawn);
        const seen = isSeen(now);
        for (const figure of large.figures) if (seen(figure)) expect(piece.figures).toContain(figure);
        for (const [id, corners] of large.wires)
          if (corners.some(seen)) expect(piece.wires.has(id)).toBe(true);
        for (const [id, point] of large.terminals)
          if (seen(point)) expect(piece.terminals.has(id)).toBe(true);
        leftOut += large.figures.length - piece.figures.length;
      },
    ),
  );
  expect(leftOut).toBeGreaterThan(0);
});

test('a view that shows more than was drawn, or lies beside it, is told from one that does not', () => {
  const drawn = { scale: 1, x: 0, y: 0, width: 800, height: 600 };
  expect(isDrawnFor(drawn, drawn)).toBe(true);
  expect(isDrawnFor({ ...drawn, x: 500 }, drawn)).toBe(true);
  expect(isDrawnFor({ ...drawn, x: 700 }, drawn)).toBe(false);
  expect(isDrawnFor({ ...drawn, scale: 0.3 }, drawn)).toBe(false);
});

test('a small drawing is drawn whole, framed or not; a large one that was not framed not at all', () => {
  const small = sketchHarness(library);
  expect(isDrawnInPieces(small)).toBe(false);
  expect(drawnPiece(small, null)).toBe(small);
  expect(drawnPiece(large, null).figures).toHaveLength(0);
});
