import { readNotation } from '@grim-lantern/core';
import { sketchHarness } from '@grim-lantern/drawing';
import { freeCorner } from '../../../src/features/harness/freeCorner';
import type { View } from '../../../src/features/harness/viewOf';

const layout = sketchHarness(
  readNotation('battery.- > ground GB\nbattery > fuse 1 10A > lamp left 21W > ground G1').circuit,
);
/** A view in which the drawing's middle stands at a share of the height, its left side at the view's. */
const at = (share: number): View => {
  const [first] = layout.figures;
  return { scale: 1, x: -first!.x, y: 600 * share - layout.height / 2, width: 800, height: 600 };
};

test('what stands beside the map stands where it hides nothing of it, and above where it does not matter', () => {
  expect(freeCorner(layout, at(0.1))).toBe('bottom');
  expect(freeCorner(layout, at(0.9))).toBe('top');
  // Where the map's own keys leave no room at the right, it stands above.
  expect(freeCorner(layout, { ...at(0.1), height: 330 })).toBe('top');
  expect(freeCorner(layout, at(0.5))).toBe('top');
  expect(freeCorner(layout, null)).toBe('top');
});
