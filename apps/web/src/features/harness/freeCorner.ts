import type { HarnessLayout } from '@grim-lantern/drawing';
import type { Box } from './boxes';
import { overlap } from './boxes';
import { wireBoxes } from './mapLabels';
import type { View } from './viewOf';

/** The corner of a map's view in which something stands that is no part of the map: top left, or bottom right. */
export type Corner = 'top' | 'bottom';

/** What stands there with its margin, px of the screen. */
const inset = { width: 184, height: 116 } as const;
/** The map's own keys, at the right from the top on, px. */
const keysHeight = 260;
/** Room that a part's name takes above it, and what it reads below, px of the drawing. */
const nameRoom = 24;
/** A part hidden is worse than a piece of wire. */
const ofPart = 4;

/** The corner in which the least of the drawing would be hidden; the upper one where both hide as much. */
export function freeCorner({ figures, wires }: HarnessLayout, view: View | null): Corner {
  if (view === null || view.height < keysHeight + inset.height) return 'top';
  const { scale, x, y, width, height } = view;
  const onDrawing = (left: number, top: number): Box => ({
    left: (left - x) / scale,
    right: (left + inset.width - x) / scale,
    top: (top - y) / scale,
    bottom: (top + inset.height - y) / scale,
  });
  const hidden = (corner: Box): number => {
    const parts = figures.filter(
      (each) =>
        overlap(corner, {
          left: each.x,
          right: each.x + each.width,
          top: each.y - nameRoom,
          bottom: each.y + each.height + nameRoom,
        }) > 0,
    );
    const runs = [...wires.values()].flatMap(wireBoxes);
    return ofPart * parts.length + runs.filter((run) => overlap(corner, run) > 0).length;
  };
  const atFoot = onDrawing(width - inset.width, height - inset.height);
  return hidden(atFoot) < hidden(onDrawing(0, 0)) ? 'bottom' : 'top';
}
