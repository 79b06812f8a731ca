import type { Section } from '@grim-lantern/core';
import type { Point } from './layoutHarness';
import { litFrom } from './litFrom';

/** Ribbon widths at the least and at full suspicion, px. */
const [thinnest, thickest] = [5, 17] as const;

/** A section of wire: a dark line when cleared, a glowing ribbon with its number while suspect. */
export function GlowRibbon({
  section,
  corners,
  probability,
  named,
}: {
  section: Section;
  corners: readonly Point[];
  probability: number;
  /** Whether its name stands beside its number. */
  named: boolean;
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
          <RibbonLabel corners={corners} name={named ? section.name : ''} percent={percent} />
        </>
      )}
    </g>
  );
}

/** How far along its run a label stands: past the middle, clear of the trunk that the wire may leave from. */
const labelShare = 0.6;

/** The number and the name, below the longest level run of the wire: figures carry their names above. */
function RibbonLabel({
  corners,
  name,
  percent,
}: {
  corners: readonly Point[];
  name: string;
  percent: number;
}) {
  let best: { x: number; y: number; length: number } | null = null;
  for (let i = 1; i < corners.length; i++) {
    const [from, to] = [corners[i - 1]!, corners[i]!];
    const length = Math.abs(to.x - from.x);
    if (best === null || length > best.length)
      best = { x: from.x + (to.x - from.x) * labelShare, y: from.y, length };
  }
  if (best === null) return null;
  return (
    <g transform={`translate(${best.x} ${best.y})`} textAnchor="middle" className="pointer-events-none">
      <text y={27} className="label-halo fill-glow font-mono text-[16px] font-semibold">
        {percent} %
      </text>
      {linesOf(name).map((line, index) => (
        <text key={line} y={43 + 14 * index} className="label-halo fill-dim text-[13px]">
          {line}
        </text>
      ))}
    </g>
  );
}

/** A line longer than this is broken at the space nearest its middle. */
const longestLine = 13;

function linesOf(name: string): readonly string[] {
  if (name.length <= longestLine) return name === '' ? [] : [name];
  const spaces = [...name.matchAll(/ /g)].map(({ index }) => index);
  const middle = spaces.sort(
    (one, other) => Math.abs(one - name.length / 2) - Math.abs(other - name.length / 2),
  )[0];
  return middle === undefined ? [name] : [name.slice(0, middle), name.slice(middle + 1)];
}
