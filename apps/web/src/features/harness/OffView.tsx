import { ArrowUp } from 'lucide-react';
import type { Point } from '@grim-lantern/drawing';
import type { View } from './viewOf';

/** Something that must not be lost from sight: the probe, and what leads. */
export interface Landmark {
  readonly id: 'probe' | 'suspect';
  readonly point: Point;
  readonly words: string;
}

/** How near to the edge of the view something may lie and still be seen, px. */
const seenWithin = 16;
/** Where the arrows stand from the edge, and what they keep clear of the map's own keys, px. */
const inset = { x: 58, y: 30, keys: 70 } as const;

/** What of the landmarks lies outside: an arrow at the edge, towards it. */
export function OffView({
  view,
  landmarks,
  onGo,
}: {
  readonly view: View | null;
  readonly landmarks: readonly Landmark[];
  readonly onGo: (point: Point) => void;
}) {
  if (view === null) return null;
  const { width, height, scale, x, y } = view;
  const outside = landmarks
    .map((each) => ({ ...each, at: { x: each.point.x * scale + x, y: each.point.y * scale + y } }))
    .filter(
      ({ at }) =>
        at.x < seenWithin || at.x > width - seenWithin || at.y < seenWithin || at.y > height - seenWithin,
    );
  return outside.map(({ id, at, point, words }, index) => {
    const left = Math.min(Math.max(at.x, inset.x), width - inset.x - inset.keys);
    const top = Math.min(Math.max(at.y, inset.y), height - inset.y);
    // Two that lie in the same direction stand one below the other.
    const before = outside[index - 1];
    const same = before !== undefined && Math.hypot(before.at.x - at.x, before.at.y - at.y) < width;
    const shift = same && index > 0 ? (top > height / 2 ? -52 : 52) : 0;
    const turn = (Math.atan2(at.x - left, -(at.y - top)) * 180) / Math.PI;
    return (
      <button
        key={id}
        type="button"
        data-testid={`off-view-${id}`}
        aria-label={`${words} lies outside the view: go there`}
        onClick={() => onGo(point)}
        style={{ left, top: top + shift }}
        className={`key bg-raised absolute flex -translate-x-1/2 -translate-y-1/2 items-center gap-1.5 px-3 whitespace-nowrap ${id === 'suspect' ? 'border-glow text-glow font-mono' : ''}`}
      >
        <ArrowUp size={16} aria-hidden style={{ transform: `rotate(${turn}deg)` }} />
        {words}
      </button>
    );
  });
}
