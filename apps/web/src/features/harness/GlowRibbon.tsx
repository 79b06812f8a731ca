import { memo } from 'react';
import { litFrom } from './litFrom';
import type { Point } from '@grim-lantern/drawing';

/** Ribbon widths at the least and at full suspicion, px. */
const [thinnest, thickest] = [5, 17] as const;

/** A section of wire: a dark line when cleared, a glowing ribbon while suspect. */
export const GlowRibbon = memo(function GlowRibbon({
  section,
  corners,
  probability,
}: {
  section: string;
  corners: readonly Point[];
  probability: number;
}) {
  const path = corners.map(({ x, y }, index) => `${index === 0 ? 'M' : 'L'}${x} ${y}`).join('');
  return (
    <g data-testid={`section-${section}`} data-percent={Math.round(probability * 100)}>
      <path d={path} fill="none" className="stroke-wire" strokeWidth={2.5} strokeLinejoin="round" />
      {probability >= litFrom && (
        <path
          d={path}
          fill="none"
          className="glow-ribbon stroke-glow"
          strokeWidth={thinnest + (thickest - thinnest) * probability}
          strokeLinecap="round"
          strokeLinejoin="round"
        />
      )}
    </g>
  );
});
