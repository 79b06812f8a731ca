import type { Circuit } from '@grim-lantern/core';
import { partById } from '@grim-lantern/core';
import type { HarnessLayout, Point } from '@grim-lantern/drawing';

/** Nearer than this, px on the map, something is meant. */
const near = 26;

/** The place of the vehicle that a point of the map stands for: that of a part, or the one that a wire passes there. */
export function placeAt(circuit: Circuit, layout: HarnessLayout, point: Point): string | null {
  const figure = layout.figures.find(
    ({ x, y, width, height }) =>
      point.x >= x - 8 && point.x <= x + width + 8 && point.y >= y - 8 && point.y <= y + height + 8,
  );
  if (figure !== undefined) return partById(circuit, figure.part.id).place;
  let best: { place: string; distance: number } | null = null;
  for (const { id, places } of circuit.sections) {
    const found = alongWire(layout.wires.get(id) ?? [], point);
    if (found === null || found.distance > (best?.distance ?? near)) continue;
    const place = places[Math.min(places.length - 1, Math.floor(found.share * places.length))];
    if (place !== undefined) best = { place, distance: found.distance };
  }
  return best?.place ?? null;
}

/** How far a point lies from a wire, and at which share of the wire's way. */
function alongWire(corners: readonly Point[], point: Point): { distance: number; share: number } | null {
  let [way, best]: [number, { distance: number; at: number } | null] = [0, null];
  for (let c = 1; c < corners.length; c++) {
    const [from, to] = [corners[c - 1]!, corners[c]!];
    const length = Math.hypot(to.x - from.x, to.y - from.y);
    const along =
      length === 0
        ? 0
        : ((point.x - from.x) * (to.x - from.x) + (point.y - from.y) * (to.y - from.y)) / length;
    const at = Math.min(length, Math.max(0, along));
    const share = length === 0 ? 0 : at / length;
    const distance = Math.hypot(
      point.x - from.x - share * (to.x - from.x),
      point.y - from.y - share * (to.y - from.y),
    );
    if (best === null || distance < best.distance) best = { distance, at: way + at };
    way += length;
  }
  return best === null ? null : { distance: best.distance, share: way === 0 ? 0 : best.at / way };
}
