import { IconKey } from '../../ui/IconKey';
import { useOffered } from '../palette/offered';
import type { Circuit, OperatingState, TerminalRef } from '@grim-lantern/core';
import { cavityFill } from '@grim-lantern/core';
import { LocateFixed, Maximize, Minus, Plus } from 'lucide-react';
import type { ReactNode } from 'react';
import { useEffect, useLayoutEffect, useMemo, useRef } from 'react';
import type { Box } from './boxes';
import { boxAround, boxOf } from './boxes';
import { drawnPiece, isDrawnInPieces } from './drawnPiece';
import { enlargementAt } from './enlarged';
import type { Corner } from './freeCorner';
import { freeCorner } from './freeCorner';
import type { HarnessLayout, Point } from '@grim-lantern/drawing';
import { figureMiddle } from '@grim-lantern/drawing';
import { litFrom } from './litFrom';
import { MapTerminals } from './MapTerminals';
import { thingPoint } from './mapFacts';
import { MapLegend } from './MapLegend';
import type { MapLabels, MapReading } from './mapLabels';
import { suspectWords } from './mapWording';
import { MapWords } from './MapWords';
import type { Landmark } from './OffView';
import { OffView } from './OffView';
import { Ribbons } from './Ribbons';
import { Stretch } from './Stretch';
import { MapFigure } from './MapFigure';
import { usePanZoom } from './usePanZoom';
import { useLetters } from './useLetters';
import type { Frame } from './viewOf';

const nowhere: readonly Point[] = [];

interface HarnessMapProps {
  readonly circuit: Circuit;
  readonly layout: HarnessLayout;
  readonly state: OperatingState;
  /** Probability of each section; while an outcome is held, what it would be then. */
  readonly glow: ReadonlyMap<string, number>;
  /** The same as things stand: what the view closes in on, whatever is held. */
  readonly standing: ReadonlyMap<string, number>;
  readonly readings: readonly MapReading[];
  /** Where the flag stands, and what it says. */
  readonly flag: { readonly point: Point; readonly words: string } | null;
  readonly onPoint: (terminal: TerminalRef) => void;
  /** Where along a wire something lies. */
  readonly stretch?: readonly Point[];
  /** The point that a hand holds, ringed. */
  readonly held?: Point | null;
  /** Told where the map is held down, and null when it is let go; null: holding means nothing. */
  readonly onHold?: ((point: Point | null) => void) | null;
  /** Whether it opens with all of it in view, however small, and not near enough to be read. */
  readonly opensWhole?: boolean;
  /**
   * The point at which the drawing grows: it stays where it is on the screen while all else is drawn anew, and the view moves
   * only when the flag is out of it. Undefined where nothing grows.
   */
  readonly growsAt?: TerminalRef | null;
  /** What is marked as chosen elsewhere: a part or a section. */
  readonly chosen?: string | null;
  /** What stands in a corner of the view beside the map, where it hides least of it. */
  readonly inset?: (corner: Corner) => ReactNode;
}

/** The harness: dark where it is cleared, glowing where it is suspect, with the flag where the probe goes next. */
export function HarnessMap({
  circuit,
  layout,
  state,
  glow,
  standing,
  readings,
  flag,
  onPoint,
  stretch = nowhere,
  held = null,
  onHold = null,
  opensWhole = false,
  growsAt,
  chosen = null,
  inset,
}: HarnessMapProps) {
  const svg = useRef<SVGSVGElement>(null);
  const stage = useRef<SVGGElement>(null);
  const lettered = { circuit, layout, state, readings, flag };
  // What the view closes in on does not move with what is tried on, nor with its own size.
  const calm = useLetters({ ...lettered, glow: standing, times: 1 })!;
  const whole = useMemo(
    (): Frame => ({
      left: -2 * margin,
      top: 0,
      right: layout.width + margin,
      bottom: layout.height,
      // What it begins with.
      focus: layout.figures[0] ?? { x: 0, y: 0 },
    }),
    [layout],
  );
  const grows = growsAt !== undefined;
  const { zoomBy, fit, toGlow, goTo, view, ...steady } = usePanZoom(
    svg,
    stage,
    whole,
    grows
      ? {
          ...whole,
          right: Math.max(whole.right, (calm.labels.flag?.box.right ?? 0) + margin),
          focus: flag?.point ?? whole.focus,
        }
      : (frameOf(layout, standing, calm.labels) ?? whole),
    {
      showing: grows ? 'growing' : opensWhole ? 'whole' : 'read',
      steady: grows,
      inPieces: isDrawnInPieces(layout),
    },
  );
  useGrowth({ layout, at: growsAt, flag: calm.labels.flag }, steady);
  const piece = useMemo(() => drawnPiece(layout, view), [layout, view]);
  const times = enlargementAt(view?.scale ?? 1);
  const letters = useLetters(glow === standing && times === 1 ? null : { ...lettered, glow, times }) ?? calm;
  useGlowKey(toGlow);
  return (
    <div className="relative h-full w-full overflow-hidden">
      <svg
        ref={svg}
        className="h-full w-full touch-none select-none"
        role="group"
        aria-label="Harness map"
        onPointerDown={({ clientX, clientY }) => onHold?.(onStage(stage.current, clientX, clientY))}
        onPointerUp={() => onHold?.(null)}
        onPointerCancel={() => onHold?.(null)}
        onPointerLeave={() => onHold?.(null)}
      >
        <g ref={stage}>
          <Chosen {...{ layout, chosen }} />
          <Ribbons {...{ layout: piece, glow }} />
          {piece.figures.map((figure) => (
            <MapFigure
              key={figure.id}
              figure={figure}
              chance={glow.get(figure.part.id) ?? 0}
              apart={state.apart.includes(figure.part.id)}
              fill={cavityFill(state, figure.part.id).kind}
            />
          ))}
          {/* A hand that moves the harness asks nothing of the point it lets go at. */}
          <MapTerminals terminals={piece.terminals} onPoint={onHold === null ? onPoint : null} />
          {readings
            .filter(({ dot }) => dot)
            .map(({ key, point }) => (
              <circle
                key={key}
                cx={point.x}
                cy={point.y}
                r={5}
                className="fill-ink stroke-ground pointer-events-none"
                strokeWidth={1.5}
              />
            ))}
          <Stretch points={stretch} />
          <MapWords {...letters} shown={piece} />
          {held !== null && (
            <circle
              cx={held.x}
              cy={held.y}
              r={34}
              fill="none"
              className="stroke-ink pointer-events-none"
              strokeWidth={3}
              strokeDasharray="8 5"
            />
          )}
        </g>
      </svg>
      {inset?.(freeCorner(piece, view))}
      <OffView view={view} landmarks={landmarksOf(circuit, layout, standing, flag)} onGo={goTo} />
      <MapKeys {...{ zoomBy, fit, toGlow }} />
    </div>
  );
}

function MapKeys({ zoomBy, fit, toGlow }: Pick<ReturnType<typeof usePanZoom>, 'zoomBy' | 'fit' | 'toGlow'>) {
  return (
    <div className="absolute top-2 right-2 flex flex-col gap-1 lg:top-3 lg:right-3">
      {/* Two fingers do it on a small screen, where the keys would lie over the map. */}
      <div className="short:hidden flex flex-col gap-1 max-sm:hidden">
        <IconKey label="Larger" onClick={() => zoomBy(1.4)} icon={<Plus size={18} />} />
        <IconKey label="Smaller" onClick={() => zoomBy(1 / 1.4)} icon={<Minus size={18} />} />
      </div>
      <IconKey label="Whole map" onClick={fit} icon={<Maximize size={16} />} />
      <IconKey label="Show the suspect (G)" onClick={toGlow} icon={<LocateFixed size={18} />} />
      <div className="short:hidden max-sm:hidden">
        <MapLegend />
      </div>
    </div>
  );
}

/** So far from the edge, px of the screen, the flag can be read, and a part be seen. */
const flagClear = 56;
const partClear = 12;

const cornersOf = ({ left, top, right, bottom }: Box): readonly Point[] => [
  { x: left, y: top },
  { x: right, y: bottom },
];

const middles = ({ figures }: HarnessLayout): readonly Point[] => figures.map(figureMiddle);

/** Keeps in place what the drawing grows at, and in sight what is new, what is asked, and all of it where all of it was. */
function useGrowth(
  now: {
    readonly layout: HarnessLayout;
    /** Undefined where nothing grows. */
    readonly at: TerminalRef | null | undefined;
    readonly flag: MapLabels['flag'];
  },
  { hold, sees, showAround }: Pick<ReturnType<typeof usePanZoom>, 'hold' | 'sees' | 'showAround'>,
): void {
  const before = useRef(now);
  const { layout, at, flag } = now;
  useLayoutEffect(() => {
    const last = before.current;
    before.current = { layout, at, flag };
    if (at === undefined) return;
    const sawAll = sees(middles(last.layout), partClear);
    if (last.layout !== layout) {
      const still = [last.at, at].find(
        (end) => end != null && last.layout.terminals.has(end) && layout.terminals.has(end),
      );
      if (still != null) hold(last.layout.terminals.get(still)!, layout.terminals.get(still)!);
    }
    const known = new Set(last.layout.figures.map(({ id }) => id));
    const wanted = middles(layout).filter((_point, index) => sawAll || !known.has(layout.figures[index]!.id));
    const focus = flag?.point ?? wanted[0];
    const words = flag === null ? [] : cornersOf(flag.box);
    const inSight =
      sees(flag === null ? [] : [flag.point], flagClear) && sees([...wanted, ...words], partClear);
    if (focus !== undefined && !inSight) showAround(focus);
  }, [layout, at, flag, hold, sees, showAround]);
}

/** What is chosen in the text or the table, marked in the drawing: a frame round a part, a band along a wire. */
function Chosen({ layout, chosen }: { readonly layout: HarnessLayout; readonly chosen: string | null }) {
  if (chosen === null) return null;
  const corners = layout.wires.get(chosen);
  return (
    <g className="stroke-ink pointer-events-none" fill="none" opacity={0.45} data-testid="chosen">
      {corners !== undefined && (
        <polyline
          points={corners.map(({ x, y }) => `${x},${y}`).join(' ')}
          strokeWidth={14}
          strokeLinecap="round"
        />
      )}
      {layout.figures
        .filter(({ part }) => part.id === chosen)
        .map(({ id, x, y, width, height }) => (
          <rect
            key={id}
            x={x - 10}
            y={y - 10}
            width={width + 20}
            height={height + 20}
            rx={8}
            strokeWidth={4}
          />
        ))}
    </g>
  );
}

/** What must not be lost from sight: the probe, and what leads. */
function landmarksOf(
  circuit: Circuit,
  layout: HarnessLayout,
  standing: ReadonlyMap<string, number>,
  flag: HarnessMapProps['flag'],
): readonly Landmark[] {
  const leading = suspectWords(circuit, standing)[0];
  const at = leading === undefined ? null : thingPoint(layout, leading.suspect);
  return [
    ...(flag === null ? [] : [{ id: 'probe' as const, ...flag }]),
    ...(at === null ? [] : [{ id: 'suspect' as const, point: at, words: leading!.number }]),
  ];
}

/** A point of the screen as the drawing counts. */
function onStage(stage: SVGGElement | null, x: number, y: number): Point | null {
  const matrix = stage?.getScreenCTM();
  return matrix == null ? null : new DOMPoint(x, y).matrixTransform(matrix.inverse());
}

/** G goes to the glow. */
function useGlowKey(toGlow: () => void) {
  const act = useRef(toGlow);
  useEffect(() => {
    act.current = toGlow;
  });
  useOffered(
    useMemo(
      () => ({
        title: 'Map',
        items: [{ id: 'glow', name: 'Show the suspect', key: 'G', act: () => act.current() }],
      }),
      [],
    ),
  );
}

/** Room around what is framed, px. */
const margin = 30;

/** What the view closes in on: everything that glows, and the flag. As the glow narrows, so does the view. */
function frameOf(
  layout: HarnessLayout,
  standing: ReadonlyMap<string, number>,
  { flag }: MapLabels,
): Frame | null {
  const lit = [...layout.wires].filter(([id]) => (standing.get(id) ?? 0) >= litFrom);
  // A label's height and half its width around each corner.
  const corners = [
    ...lit.flatMap(([, points]) => points.map(({ x, y }) => boxAround(x, y, 80, 110))),
    ...layout.figures
      .filter(({ part }) => (standing.get(part.id) ?? 0) >= litFrom)
      .map(({ x, y, width, height }) => boxAround(x + width / 2, y + height / 2, width + 60, height + 80)),
  ];
  const frame = boxOf(
    flag === null ? corners : [...corners, flag.box, boxAround(flag.point.x, flag.point.y, 80, 80)],
  );
  if (frame === null) return null;
  const { left, top, right, bottom } = frame;
  const focus = flag?.point ?? { x: (left + right) / 2, y: (top + bottom) / 2 };
  return { left: left - margin, top: top - margin, right: right + margin, bottom: bottom + margin, focus };
}
