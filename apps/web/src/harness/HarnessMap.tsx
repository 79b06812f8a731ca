import type { Circuit, OperatingState, TerminalRef } from '@grim-lantern/core';
import { cavityFill } from '@grim-lantern/core';
import { select } from 'd3-selection';
import 'd3-transition';
import type { ZoomBehavior } from 'd3-zoom';
import { zoom, zoomIdentity } from 'd3-zoom';
import { Maximize, Minus, Plus } from 'lucide-react';
import { useEffect, useRef } from 'react';
import { GlowRibbon } from './GlowRibbon';
import { litFrom } from './litFrom';
import type { HarnessLayout, Point } from './layoutHarness';
import { PartSymbol } from './symbols';

interface HarnessMapProps {
  readonly circuit: Circuit;
  readonly layout: HarnessLayout;
  readonly state: OperatingState;
  /** Probability of each section; while an outcome is held, what it would be then. */
  readonly glow: ReadonlyMap<string, number>;
  /** The last reading at each terminal, in words. */
  readonly readings: ReadonlyMap<string, string>;
  /** Where the flag stands. */
  readonly probe: Point | null;
  readonly onPoint: (terminal: TerminalRef) => void;
}

/** The harness: dark where it is cleared, glowing where it is suspect, with the flag where the probe goes next. */
export function HarnessMap({ circuit, layout, state, glow, readings, probe, onPoint }: HarnessMapProps) {
  const svg = useRef<SVGSVGElement>(null);
  const stage = useRef<SVGGElement>(null);
  const named = namedSections(glow);
  const { zoomBy, fit } = usePanZoom(svg, stage, layout, frameOf(layout, glow, probe));
  return (
    <div className="relative h-full w-full overflow-hidden">
      <svg ref={svg} className="h-full w-full touch-none select-none" role="group" aria-label="Harness map">
        <g ref={stage}>
          {circuit.sections.map((section) => (
            <GlowRibbon
              key={section.id}
              section={section}
              corners={layout.wires.get(section.id) ?? []}
              probability={glow.get(section.id) ?? 0}
              named={named.has(section.id)}
            />
          ))}
          {layout.figures.map((figure) => {
            const { part } = figure;
            const apart = state.apart.includes(part.id);
            return (
              <g
                key={figure.id}
                transform={`translate(${figure.x} ${figure.y})`}
                className={apart ? 'text-dim' : 'text-ink'}
              >
                <g
                  fill="none"
                  stroke="currentColor"
                  strokeWidth={2}
                  strokeDasharray={apart ? '4 4' : undefined}
                >
                  <PartSymbol figure={figure} apart={apart} fill={cavityFill(state, part.id).kind} />
                </g>
                <FigureLabel figure={figure} apart={apart} state={state} />
              </g>
            );
          })}
          {[...layout.terminals].map(([terminal, point]) => (
            <ProbePoint
              key={terminal}
              terminal={terminal}
              point={point}
              reading={readings.get(terminal)}
              onPoint={onPoint}
            />
          ))}
          {probe !== null && <ProbeFlag point={probe} />}
        </g>
      </svg>
      <div className="absolute right-3 top-3 flex flex-col gap-1">
        <MapKey label="Larger" onPress={() => zoomBy(1.4)} icon={<Plus size={18} />} />
        <MapKey label="Smaller" onPress={() => zoomBy(1 / 1.4)} icon={<Minus size={18} />} />
        <MapKey label="Whole map" onPress={fit} icon={<Maximize size={16} />} />
      </div>
    </div>
  );
}

function FigureLabel({
  figure,
  apart,
  state,
}: {
  figure: HarnessLayout['figures'][number];
  apart: boolean;
  state: OperatingState;
}) {
  const { part, width, height, cavity } = figure;
  if (part.kind === 'splice') return null;
  const fill = cavityFill(state, part.id);
  const below =
    part.kind === 'fuse'
      ? fill.kind === 'lamp'
        ? `lamp ${fill.watts} W`
        : fill.kind === 'open'
          ? 'empty'
          : `${part.ratingAmps} A`
      : apart
        ? part.kind === 'connector'
          ? 'parted'
          : part.kind === 'relay'
            ? 'pulled'
            : 'unplugged'
        : null;
  return (
    <g textAnchor="middle" className="pointer-events-none">
      <text x={width / 2} y={-8} className="fill-ink text-[15px]">
        {cavity === null ? part.name : `${part.name} · ${cavity}`}
      </text>
      {below !== null && (
        <text x={width / 2} y={height + 17} className="fill-dim font-mono text-[11px]">
          {below}
        </text>
      )}
    </g>
  );
}

function ProbePoint({
  terminal,
  point,
  reading,
  onPoint,
}: {
  terminal: TerminalRef;
  point: Point;
  reading: string | undefined;
  onPoint: (terminal: TerminalRef) => void;
}) {
  return (
    <g
      transform={`translate(${point.x} ${point.y})`}
      className="cursor-pointer"
      onClick={() => onPoint(terminal)}
    >
      <circle r={20} fill="transparent" />
      <circle r={reading === undefined ? 3.5 : 5} className="fill-ground stroke-ink" strokeWidth={1.5} />
      {reading !== undefined && (
        <text y={22} textAnchor="middle" className="fill-agree font-mono text-[13px] font-medium">
          {reading}
        </text>
      )}
    </g>
  );
}

function ProbeFlag({ point }: { point: Point }) {
  return (
    <g
      transform={`translate(${point.x} ${point.y})`}
      className="pointer-events-none"
      data-testid="probe-flag"
    >
      <circle r={14} fill="none" className="stroke-ink" strokeWidth={2.5} />
      <path d="M0 14V50" className="stroke-ink" strokeWidth={2.5} />
      <rect x={-48} y={50} width={96} height={28} className="fill-ink" />
      <text y={69} textAnchor="middle" className="fill-ground text-[15px] font-semibold">
        probe here
      </text>
    </g>
  );
}

function MapKey({ label, icon, onPress }: { label: string; icon: React.ReactNode; onPress: () => void }) {
  return (
    <button
      type="button"
      aria-label={label}
      title={label}
      onClick={onPress}
      className="key bg-ground flex h-11 w-11 items-center justify-center border-line px-0"
    >
      {icon}
    </button>
  );
}

/** So many suspects carry their name on the map; the others their number only. */
const mostNamed = 6;

function namedSections(glow: ReadonlyMap<string, number>): ReadonlySet<string> {
  const strongest = [...glow]
    .filter(([, chance]) => chance >= litFrom)
    .sort((one, other) => other[1] - one[1]);
  return new Set(strongest.slice(0, mostNamed).map(([id]) => id));
}

interface Frame {
  readonly left: number;
  readonly top: number;
  readonly right: number;
  readonly bottom: number;
}

/** Room around what is framed, px: a label's height, half a label's width. */
const margin = 70;

/** What the view closes in on: everything that glows, and the flag. As the glow narrows, so does the view. */
function frameOf(layout: HarnessLayout, glow: ReadonlyMap<string, number>, probe: Point | null): Frame {
  const lit = [...layout.wires].flatMap(([id, corners]) => ((glow.get(id) ?? 0) >= litFrom ? corners : []));
  const points = probe === null ? lit : [...lit, probe, { x: probe.x, y: probe.y + 50 }];
  if (points.length === 0) return wholeOf(layout);
  const [xs, ys] = [points.map(({ x }) => x), points.map(({ y }) => y)];
  return {
    left: Math.min(...xs) - margin,
    top: Math.min(...ys) - margin,
    right: Math.max(...xs) + margin,
    bottom: Math.max(...ys) + margin,
  };
}

function wholeOf({ width, height }: HarnessLayout): Frame {
  return { left: 0, top: 0, right: width, bottom: height };
}

/** Pan and zoom by d3-zoom. The view follows the frame until a hand takes it; a new frame takes it back. */
function usePanZoom(
  svg: React.RefObject<SVGSVGElement | null>,
  stage: React.RefObject<SVGGElement | null>,
  layout: HarnessLayout,
  { left, top, right, bottom }: Frame,
) {
  const behaviour = useRef<ZoomBehavior<SVGSVGElement, unknown> | null>(null);
  const show = useRef<(frame: Frame, slowly: boolean) => void>(() => undefined);
  useEffect(() => {
    const element = svg.current;
    if (element === null) return;
    const view = zoom<SVGSVGElement, unknown>()
      .scaleExtent([0.15, 4])
      .on('zoom', ({ transform }: { transform: { toString(): string } }) => {
        stage.current?.setAttribute('transform', transform.toString());
      });
    behaviour.current = view;
    show.current = (frame, slowly) => {
      const { x, y, scale } = viewOf(frame, element.clientWidth, element.clientHeight);
      const target = zoomIdentity.translate(x, y).scale(scale);
      const still = matchMedia('(prefers-reduced-motion: reduce)').matches;
      if (slowly && !still)
        select(element)
          .transition()
          .duration(350)
          .call((moving) => view.transform(moving, target));
      else view.transform(select(element), target);
    };
    select(element).call(view).on('dblclick.zoom', null);
    return () => {
      select(element).on('.zoom', null);
    };
  }, [svg, stage]);
  useEffect(() => {
    const element = svg.current;
    if (element === null) return;
    let first = true;
    const frame = { left, top, right, bottom };
    const observer = new ResizeObserver(() => {
      show.current(frame, first && element.dataset['framed'] === 'true');
      element.dataset['framed'] = 'true';
      first = false;
    });
    observer.observe(element);
    return () => observer.disconnect();
  }, [svg, left, top, right, bottom]);
  return {
    zoomBy: (factor: number) => {
      if (svg.current !== null) behaviour.current?.scaleBy(select(svg.current), factor);
    },
    fit: () => show.current(wholeOf(layout), true),
  };
}

/** Larger than this helps nobody. */
const largestScale = 1.3;

/** Shift and scale that put a frame in the middle of a view. */
function viewOf({ left, top, right, bottom }: Frame, width: number, height: number) {
  const scale = Math.min(width / (right - left), height / (bottom - top), largestScale);
  return {
    scale,
    x: width / 2 - ((left + right) / 2) * scale,
    y: height / 2 - ((top + bottom) / 2) * scale,
  };
}
