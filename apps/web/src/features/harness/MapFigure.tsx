import type { CavityFill } from '@grim-lantern/core';
import type { Figure, Point } from '@grim-lantern/drawing';
import { memo } from 'react';
import { litFrom } from './litFrom';
import { PartSymbol } from './symbols';

interface MapFigureProps {
  readonly figure: Figure & Point;
  /** Probability that it is the cause. */
  readonly chance: number;
  /** Taken apart, or its cavity empty: drawn open. */
  readonly apart: boolean;
  /** What stands in a fuse's cavity. */
  readonly fill: CavityFill['kind'];
}

/** A part where it stands, glowing as far as it is suspect. Drawn anew only where something of it is another. */
export const MapFigure = memo(function MapFigure({ figure, chance, apart, fill }: MapFigureProps) {
  const lit = chance >= litFrom;
  return (
    <g
      transform={`translate(${figure.x} ${figure.y})`}
      data-testid={`part-${figure.id}`}
      data-percent={Math.round(chance * 100)}
      className={lit ? 'text-glow glow-ribbon' : apart ? 'text-dim' : 'text-ink'}
      fill="none"
      stroke="currentColor"
      strokeWidth={lit ? 2.5 + 3 * chance : 2}
      strokeDasharray={apart ? '4 4' : undefined}
    >
      <PartSymbol figure={figure} apart={apart} fill={fill} />
    </g>
  );
}, sameFigure);

/** While a drawing is written, every change makes every part anew: what it says counts, not which object says it. */
function sameFigure(one: MapFigureProps, other: MapFigureProps): boolean {
  return (
    one.chance === other.chance &&
    one.apart === other.apart &&
    one.fill === other.fill &&
    (one.figure === other.figure || JSON.stringify(one.figure) === JSON.stringify(other.figure))
  );
}
