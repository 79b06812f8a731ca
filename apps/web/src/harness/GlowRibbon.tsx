import type { Section } from '@grim-lantern/core';
import type { Point } from './layoutHarness';

/** Below this a section is cleared, and dark. */
const litFrom = 0.01;
/** Ribbon widths at the least and at full suspicion, px. */
const [thinnest, thickest] = [5, 17] as const;

/** A section of wire: a dark line when cleared, a glowing ribbon with its number while suspect. */
export function GlowRibbon({
  section,
  corners,
  probability,
}: {
  section: Section;
  corners: readonly Point[];
  probability: number;
}) {
  const path = corners.map(({ x, y }, index) => `${index === 0 ? 'M' : 'L'}${x} ${y}`).join('');
  const lit = probability >= litFrom;
  const percent = Math.round(probability * 100);
  return (
    <g data-testid={`section-${section.id}`} data-percent={percent}>
      <path d={path} fill="none" className="stroke-wire" strokeWidth={2.5} strokeLinejoin="round" />
      {lit && (
        <>
          <path
            d={path}
            fill="none"
            className="glow-ribbon stroke-glow"
            strokeWidth={thinnest + (thickest - thinnest) * probability}
            strokeLinecap="round"
            strokeLinejoin="round"
          />
          <RibbonLabel corners={corners} section={section} percent={percent} />
        </>
      )}
    </g>
  );
}

/** The number and the name, above the longest level run of the wire. */
function RibbonLabel({
  corners,
  section,
  percent,
}: {
  corners: readonly Point[];
  section: Section;
  percent: number;
}) {
  let best: { x: number; y: number; length: number } | null = null;
  for (let i = 1; i < corners.length; i++) {
    const [from, to] = [corners[i - 1]!, corners[i]!];
    const length = Math.abs(to.x - from.x);
    if (best === null || length > best.length) best = { x: (from.x + to.x) / 2, y: from.y, length };
  }
  if (best === null) return null;
  return (
    <g transform={`translate(${best.x} ${best.y})`} textAnchor="middle" className="pointer-events-none">
      <text y={-13} className="label-halo fill-glow font-mono text-[17px] font-semibold">
        {percent} %
      </text>
      <text y={25} className="label-halo fill-dim text-[13px]">
        {section.name}
      </text>
    </g>
  );
}
