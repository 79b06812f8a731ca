import type { HarnessLayout, Point } from '@grim-lantern/drawing';
import type { Box } from './boxes';
import type { View } from './viewOf';

/** A drawing of no more parts than this is drawn whole, wherever the view is. */
const wholeUpTo = 150;

/** So much of the view is drawn beyond each of its edges: a hand that moves the drawing finds it there. */
const beyond = 0.75;

/** What stands at a part or a point reaches so far, px of the drawing. */
const reach = 100;

const nothing: HarnessLayout = {
  width: 0,
  height: 0,
  figures: [],
  wires: new Map(),
  terminals: new Map(),
};

/** What a view shows of a drawing, and `edges` of it beyond each side, px of the drawing. */
function seenIn({ width, height, scale, x, y }: View, edges: number): Box {
  return {
    left: (-width * edges - x) / scale,
    top: (-height * edges - y) / scale,
    right: (width * (1 + edges) - x) / scale,
    bottom: (height * (1 + edges) - y) / scale,
  };
}

/** Whether all that one view shows was drawn for another. */
export function isDrawnFor(shown: View, drawn: View): boolean {
  const [needed, there] = [seenIn(shown, 0), seenIn(drawn, beyond)];
  return (
    needed.left >= there.left &&
    needed.top >= there.top &&
    needed.right <= there.right &&
    needed.bottom <= there.bottom
  );
}

/** Whether a drawing is so large that only the piece in view is drawn. */
export const isDrawnInPieces = ({ figures }: HarnessLayout): boolean => figures.length > wholeUpTo;

/**
 * The piece of a large drawing that is drawn: what is in view, with some room around it. All of a small one; nothing of a large
 * one that was not framed yet.
 */
export function drawnPiece(layout: HarnessLayout, view: View | null): HarnessLayout {
  if (!isDrawnInPieces(layout)) return layout;
  if (view === null) return nothing;
  const piece = seenIn(view, beyond);
  /** Whether some points reach into it: not all of them beside it on the same side. */
  const isIn = (points: readonly Point[]): boolean =>
    points.some(({ x }) => x > piece.left - reach) &&
    points.some(({ x }) => x < piece.right + reach) &&
    points.some(({ y }) => y > piece.top - reach) &&
    points.some(({ y }) => y < piece.bottom + reach);
  return {
    ...layout,
    figures: layout.figures.filter((figure) => {
      const { x, y, width, height } = figure;
      return isIn([figure, { x: x + width, y: y + height }]);
    }),
    wires: new Map([...layout.wires].filter(([, corners]) => isIn(corners))),
    terminals: new Map([...layout.terminals].filter(([, point]) => isIn([point]))),
  };
}
