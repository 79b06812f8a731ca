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
const readScale = 0.8;

/**
 * How small a frame may be shown before a part of it is shown instead: not smaller than it is read; while a drawing grows, smaller,
 * for an end out of sight is forgotten; or however small.
 */
const leastWhole = { read: readScale, growing: 0.55, whole: 0 } as const;
export type Showing = keyof typeof leastWhole;

/**
 * Shift and scale that put a frame in the middle of a view. A frame too large to be shown whole is shown in part: at a size that
 * is read, around its focus, but not past its own edges.
 */
export function viewOf(
  { left, top, right, bottom, focus }: Frame,
  width: number,
  height: number,
  showing: Showing,
) {
  const fit = Math.min(width / (right - left), height / (bottom - top), largestScale);
  const scale = fit >= leastWhole[showing] ? fit : readScale;
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
