import type { Point } from '@grim-lantern/drawing';

/** A piece of a drawn wire, from one share of its length to another. */
export function stretchOf(corners: readonly Point[], from: number, to: number): readonly Point[] {
  const lengths = corners
    .slice(1)
    .map(({ x, y }, index) => Math.hypot(x - corners[index]!.x, y - corners[index]!.y));
  const whole = lengths.reduce((sum, each) => sum + each, 0);
  if (whole === 0) return [];
  const at = (share: number): { readonly point: Point; readonly run: number } => {
    let left = Math.min(1, Math.max(0, share)) * whole;
    const run = lengths.findIndex((length, index) => {
      if (left <= length || index === lengths.length - 1) return true;
      left -= length;
      return false;
    });
    const [start, end, length] = [corners[run]!, corners[run + 1]!, lengths[run]!];
    const part = length === 0 ? 0 : Math.min(1, left / length);
    return { point: { x: start.x + (end.x - start.x) * part, y: start.y + (end.y - start.y) * part }, run };
  };
  const [first, last] = [at(from), at(to)];
  return [first.point, ...corners.slice(first.run + 1, last.run + 1), last.point];
}
