import type { Point } from '@grim-lantern/drawing';

/** Half of the bars that stand across a wire's ends, px. */
const halfBar = 13;

/** Where along a wire something lies: the piece of it between two bars, as a measure is drawn; its figure stands in the panel. */
export function Stretch({ points }: { readonly points: readonly Point[] }) {
  const [first, second, last, before] = [points[0], points[1], points.at(-1), points.at(-2)];
  if (first === undefined || second === undefined || last === undefined || before === undefined) return null;
  return (
    <g className="stroke-ink pointer-events-none" fill="none" strokeWidth={2.5} data-testid="stretch">
      <path d={`M${points.map(({ x, y }) => `${x} ${y}`).join('L')}`} />
      <path d={`${barAcross(first, second)}${barAcross(last, before)}`} />
    </g>
  );
}

/** A bar across the way from one point to another. */
function barAcross(at: Point, towards: Point): string {
  const length = Math.hypot(towards.x - at.x, towards.y - at.y) || 1;
  const [x, y] = [(-(towards.y - at.y) / length) * halfBar, ((towards.x - at.x) / length) * halfBar];
  return `M${at.x - x} ${at.y - y}L${at.x + x} ${at.y + y}`;
}
