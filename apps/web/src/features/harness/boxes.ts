/** An upright rectangle on the map, px at scale 1. */
export interface Box {
  readonly left: number;
  readonly top: number;
  readonly right: number;
  readonly bottom: number;
}

/** Something drawn that a label should leave in sight, and how bad covering it would be, per px². */
export interface Obstacle {
  readonly box: Box;
  readonly weight: number;
}

/** A box around a middle. */
export function boxAround(x: number, y: number, width: number, height: number): Box {
  return { left: x - width / 2, top: y - height / 2, right: x + width / 2, bottom: y + height / 2 };
}

/** The smallest box that holds them all; null for none. */
export function boxOf(boxes: readonly Box[]): Box | null {
  if (boxes.length === 0) return null;
  return {
    left: Math.min(...boxes.map(({ left }) => left)),
    top: Math.min(...boxes.map(({ top }) => top)),
    right: Math.max(...boxes.map(({ right }) => right)),
    bottom: Math.max(...boxes.map(({ bottom }) => bottom)),
  };
}

/** px² that two boxes have in common. */
export function overlap(one: Box, other: Box): number {
  const width = Math.min(one.right, other.right) - Math.max(one.left, other.left);
  const height = Math.min(one.bottom, other.bottom) - Math.max(one.top, other.top);
  return width > 0 && height > 0 ? width * height : 0;
}

/**
 * The candidate that covers least of what is there; among equals, the first.
 * @param extent - the boxes that a candidate takes up
 * @param dear - what it costs even where it covers nothing
 */
export function leastCovering<T>(
  candidates: readonly T[],
  extent: (candidate: T) => readonly Box[],
  obstacles: readonly Obstacle[],
  dear: (candidate: T) => number = () => 0,
): T | null {
  const extents = candidates.map(extent);
  const all = boxOf(extents.flat());
  // Of a large map little lies where the candidates do.
  const near = all === null ? [] : obstacles.filter(({ box }) => overlap(box, all) > 0);
  let best: { candidate: T; cost: number } | null = null;
  for (const [index, candidate] of candidates.entries()) {
    let cost = dear(candidate);
    for (const box of extents[index]!) {
      for (const obstacle of near) cost += overlap(box, obstacle.box) * obstacle.weight;
      if (best !== null && cost >= best.cost) break;
    }
    if (best === null || cost < best.cost) best = { candidate, cost };
    if (cost === 0) break;
  }
  return best?.candidate ?? null;
}
