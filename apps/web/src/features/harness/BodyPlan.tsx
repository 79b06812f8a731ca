import type { BodyKind, OnBody } from '@grim-lantern/core';
import type { ReactNode } from 'react';

/** Length of every drawn body, and room round it. */
const length = 200;
const room = 8;
const breadths: Readonly<Record<BodyKind, number>> = { car: 82, van: 72, pickup: 74, bus: 58, trailer: 74 };

/** A spot to light on the plan. */
export interface BodySpot {
  readonly id: string;
  readonly at: OnBody;
  /** What is asked for next, or a suspect with its share. */
  readonly kind: 'next' | { readonly share: number };
}

/** The body from above, its front to the left: where the hand goes next, and where what is suspect lies. */
export function BodyPlan({
  body = 'car',
  spots,
  label,
  className = '',
  onTap,
}: {
  readonly body?: BodyKind | undefined;
  readonly spots: readonly BodySpot[];
  readonly label: string;
  readonly className?: string;
  /** Told where on the body it is tapped. */
  readonly onTap?: ((at: readonly [along: number, across: number]) => void) | undefined;
}) {
  const breadth = breadths[body];
  return (
    <svg
      viewBox={`${-room} ${-room} ${length + 2 * room} ${breadth + 2 * room}`}
      role="img"
      aria-label={label}
      className={`${className} ${onTap === undefined ? '' : 'cursor-crosshair'}`}
      onClick={({ currentTarget, clientX, clientY }) => {
        const matrix = currentTarget.getScreenCTM();
        if (onTap === undefined || matrix === null) return;
        const { x, y } = new DOMPoint(clientX, clientY).matrixTransform(matrix.inverse());
        // The front lies to the left: the vehicle's left side is at the foot.
        onTap([shareOf(x / length), shareOf(1 - y / breadth)]);
      }}
    >
      <g fill="none" className="stroke-dim" strokeWidth={1.5} strokeLinejoin="round" strokeLinecap="round">
        {outlines[body](breadth)}
      </g>
      {[...spots].sort(nextLast).map(({ id, at, kind }) => (
        <Spot key={id} {...{ at, kind, breadth }} />
      ))}
    </svg>
  );
}

const shareOf = (share: number) => Number(Math.min(1, Math.max(0, share)).toFixed(2));

const nextLast = (one: BodySpot, other: BodySpot) =>
  Number(one.kind === 'next') - Number(other.kind === 'next');

/** Where no side is known, it is lit right across. */
function Spot({ at, kind, breadth }: Pick<BodySpot, 'at' | 'kind'> & { readonly breadth: number }) {
  const x = at.along * length;
  const isNext = kind === 'next';
  if (at.across === null) {
    return (
      <line
        x1={x}
        x2={x}
        y1={breadth * 0.08}
        y2={breadth * 0.92}
        className={isNext ? 'stroke-ink' : 'stroke-glow'}
        strokeWidth={isNext ? 5 : 2 + 8 * kind.share}
        strokeLinecap="round"
        opacity={isNext ? 1 : 0.75}
      />
    );
  }
  const y = (1 - at.across) * breadth;
  if (!isNext) return <circle cx={x} cy={y} r={3 + 9 * kind.share} className="fill-glow" opacity={0.75} />;
  return (
    <>
      <circle cx={x} cy={y} r={10} fill="none" className="stroke-ink" strokeWidth={2.5} />
      <circle cx={x} cy={y} r={4} className="fill-ink" />
    </>
  );
}

/** Lines across the body, slightly bowed towards the front. */
const across = (x: number, breadth: number, bow: number, edge = 0.1) =>
  `M${x} ${breadth * edge}Q${x - bow} ${breadth / 2} ${x} ${breadth * (1 - edge)}`;

function wheels(breadth: number, axles: readonly number[]): ReactNode {
  return axles.flatMap((x) => [
    <path key={`l${x}`} d={`M${x - 11} -3H${x + 11}`} strokeWidth={4} />,
    <path key={`r${x}`} d={`M${x - 11} ${breadth + 3}H${x + 11}`} strokeWidth={4} />,
  ]);
}

function mirrors(x: number, breadth: number): ReactNode {
  return <path d={`M${x} 0l4 -6M${x} ${breadth}l4 6`} />;
}

/** A body with its front rounded by so much. */
const shell = (breadth: number, nose: number, tail: number, from = 0) =>
  `M${from + nose} 0H${length - tail}Q${length} 0 ${length} ${tail}V${breadth - tail}Q${length} ${breadth} ${length - tail} ${breadth}H${from + nose}Q${from} ${breadth} ${from} ${breadth - nose * 0.7}V${nose * 0.7}Q${from} 0 ${from + nose} 0Z`;

const outlines: Readonly<Record<BodyKind, (breadth: number) => ReactNode>> = {
  car: (breadth) => (
    <>
      <path d={shell(breadth, 30, 18)} />
      <path d={across(58, breadth, 12)} />
      <path d={across(78, breadth, 8, 0.16)} />
      <path d={across(160, breadth, -6, 0.16)} />
      <path d={across(176, breadth, -8)} />
      {wheels(breadth, [38, 158])}
      {mirrors(66, breadth)}
    </>
  ),
  van: (breadth) => (
    <>
      <path d={shell(breadth, 20, 5)} />
      <path d={across(38, breadth, 10)} />
      <path d={across(54, breadth, 6, 0.12)} />
      <path d={`M${length - 6} ${breadth / 2}H${length}M88 0V${breadth}`} />
      {wheels(breadth, [34, 156])}
      {mirrors(48, breadth)}
    </>
  ),
  pickup: (breadth) => (
    <>
      <path d={shell(breadth, 22, 8)} />
      <path d={across(52, breadth, 10)} />
      <path d={across(68, breadth, 6, 0.14)} />
      <path d={`M112 3V${breadth - 3}M120 8H${length - 6}V${breadth - 8}H120Z`} />
      {wheels(breadth, [36, 158])}
      {mirrors(60, breadth)}
    </>
  ),
  bus: (breadth) => (
    <>
      <path d={shell(breadth, 9, 7)} />
      <path d={across(12, breadth, 5)} />
      <path d={`M30 ${breadth}v-6M44 ${breadth}v-6M96 ${breadth}v-6M110 ${breadth}v-6`} />
      <path d={across(length - 8, breadth, -3)} />
      {wheels(breadth, [38, 150])}
      {mirrors(10, breadth)}
    </>
  ),
  trailer: (breadth) => (
    <>
      <path d={shell(breadth, 6, 6, 34)} />
      <path d={`M34 ${breadth * 0.2}L6 ${breadth / 2}L34 ${breadth * 0.8}`} />
      <circle cx={4} cy={breadth / 2} r={4} />
      {wheels(breadth, [116, 144])}
    </>
  ),
};
