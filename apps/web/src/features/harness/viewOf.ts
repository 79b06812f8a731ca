import type { Box } from './boxes';
import type { Point } from '@grim-lantern/drawing';

/** What a view closes in on, and the point that must be in it when not all of it can be. */
export interface Frame extends Box {
  readonly focus: Point;
}

/** How the drawing stands in its view, px of the screen. */
export interface View {
  readonly scale: number;
  readonly x: number;
  readonly y: number;
  readonly width: number;
  readonly height: number;
}

/** Larger than this helps nobody; smaller than this nobody reads at arm's length. */
const largestScale = 1.3;
const leastScale = 0.8;

/**
 * Shift and scale that put a frame in the middle of a view. A frame too large to be read whole is shown in part:
 * around its focus, but not past its own edges.
 * @param legible - false to show all of it however small
 */
export function viewOf(
  { left, top, right, bottom, focus }: Frame,
  width: number,
  height: number,
  legible: boolean,
) {
  const fit = Math.min(width / (right - left), height / (bottom - top), largestScale);
  const scale = legible ? Math.max(fit, leastScale) : fit;
  const middle = (from: number, to: number, at: number, room: number) => {
    const half = room / scale / 2;
    return to - from <= 2 * half ? (from + to) / 2 : Math.min(Math.max(at, from + half), to - half);
  };
  return {
    scale,
    x: width / 2 - middle(left, right, focus.x, width) * scale,
    y: height / 2 - middle(top, bottom, focus.y, height) * scale,
  };
}
