import { select } from 'd3-selection';
import 'd3-transition';
import type { ZoomBehavior, ZoomTransform } from 'd3-zoom';
import { zoom, zoomIdentity, zoomTransform } from 'd3-zoom';
import type { RefObject } from 'react';
import { useCallback, useEffect, useLayoutEffect, useMemo, useRef, useState } from 'react';
import type { Point } from '@grim-lantern/drawing';
import { isDrawnFor } from './drawnPiece';
import type { Frame, Showing, View } from './viewOf';
import { viewOf } from './viewOf';

/** What the keys of the map take of its right side, px: a view of the whole stays clear of them. */
const keysRoom = 64;

/** Says to the style sheet whether the drawing is changing its size; nothing is drawn anew for what it knows already. */
function markScaling(stage: SVGGElement | null, on: boolean): void {
  if (stage !== null && stage.dataset['scaling'] !== String(on)) stage.dataset['scaling'] = String(on);
}

/** Pan and zoom of a stage, which knows whether a hand is changing its size; tells where it moves, and where it stands at rest. */
function movingStage(
  stage: RefObject<SVGGElement | null>,
  onMove: (transform: ZoomTransform) => void,
  onRest: (transform: ZoomTransform) => void,
): ZoomBehavior<SVGSVGElement, unknown> {
  let scale = 1;
  return zoom<SVGSVGElement, unknown>()
    .scaleExtent([0.15, 4])
    .on('zoom', ({ transform }: { transform: ZoomTransform }) => {
      stage.current?.setAttribute('transform', transform.toString());
      onMove(transform);
      if (transform.k === scale) return;
      scale = transform.k;
      // Halos and lamplight are drawn anew at every size: they wait until the hand rests.
      markScaling(stage.current, true);
    })
    .on('end', ({ transform }: { transform: ZoomTransform }) => {
      markScaling(stage.current, false);
      onRest(transform);
    });
}

/** A stage that a hand moves and that shows what it is told to, with where it rests. */
function useStage(
  svg: RefObject<SVGSVGElement | null>,
  stage: RefObject<SVGGElement | null>,
  inPieces: boolean,
) {
  const behaviour = useRef<ZoomBehavior<SVGSVGElement, unknown> | null>(null);
  const show = useRef<(frame: Frame, showing: Showing, slowly: boolean) => void>(() => undefined);
  const [stands, setStands] = useState<View | null>(null);
  useEffect(() => {
    const element = svg.current;
    if (element === null) return;
    let told: View | null = null;
    const tell = ({ k, x, y }: ZoomTransform) => {
      told = { scale: k, x, y, width: element.clientWidth, height: element.clientHeight };
      setStands(told);
    };
    // On its way it is told only where something comes into view that was not drawn.
    const onMove = (now: ZoomTransform) => {
      if (told !== null && !isDrawnFor({ ...told, scale: now.k, x: now.x, y: now.y }, told)) tell(now);
    };
    const view = movingStage(stage, onMove, tell);
    behaviour.current = view;
    show.current = (frame, showing, slowly) => {
      const width = element.clientWidth - (showing === 'read' ? 0 : keysRoom);
      const shown = viewOf(frame, width, element.clientHeight, showing);
      const target = zoomIdentity.translate(shown.x, shown.y).scale(shown.scale);
      const still = matchMedia('(prefers-reduced-motion: reduce)').matches;
      const there = told === null ? null : { ...told, ...shown };
      const glides = !inPieces || (there !== null && isDrawnFor(there, told!));
      if (slowly && !still && glides)
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
  }, [svg, stage, inPieces]);
  return { behaviour, show, stands };
}

/** Pan and zoom by d3-zoom. The view follows the frame until a hand takes it; a new frame takes it back. */
export function usePanZoom(
  svg: RefObject<SVGSVGElement | null>,
  stage: RefObject<SVGGElement | null>,
  whole: Frame,
  { left, top, right, bottom, focus: { x, y } }: Frame,
  {
    showing,
    steady,
    inPieces,
  }: {
    /** How small the frame may be shown. */
    readonly showing: Showing;
    /** Whether the view stays where it is while the frame changes: `hold` and `showAround` move it. */
    readonly steady: boolean;
    /** Whether only what is in view is drawn: the view does not glide over what is not. */
    readonly inPieces: boolean;
  },
) {
  const { behaviour, show, stands } = useStage(svg, stage, inPieces);
  const latest = useRef<Frame>(whole);
  const frame = useMemo(
    () => ({ left, top, right, bottom, focus: { x, y } }),
    [left, top, right, bottom, x, y],
  );
  // Before whoever asks in the same breath to be shown around.
  useLayoutEffect(() => {
    latest.current = frame;
  });
  const follows = steady ? null : frame;
  useEffect(() => {
    const element = svg.current;
    if (element === null) return;
    let first = true;
    const observer = new ResizeObserver(() => {
      show.current(follows ?? latest.current, showing, first && element.dataset['framed'] === 'true');
      element.dataset['framed'] = 'true';
      first = false;
    });
    observer.observe(element);
    return () => observer.disconnect();
  }, [svg, showing, follows]);
  return {
    zoomBy: (factor: number) => {
      if (svg.current !== null) behaviour.current?.scaleBy(select(svg.current), factor);
    },
    /** Where the drawing rests; null before it was first framed. */
    view: stands,
    /** Brings a point of the drawing into the middle of the view, at the size that it has. */
    goTo: ({ x, y }: Point) => {
      if (svg.current !== null) behaviour.current?.translateTo(select(svg.current), x, y);
    },
    fit: () => show.current(whole, 'whole', true),
    /** Back to what glows, wherever a hand has taken the view. */
    toGlow: () => show.current(frame, showing, true),
    ...useSteadyView(svg, behaviour, show, latest, showing),
  };
}

/** What a view that stays where it is does instead of following its frame. */
function useSteadyView(
  svg: RefObject<SVGSVGElement | null>,
  behaviour: RefObject<ZoomBehavior<SVGSVGElement, unknown> | null>,
  show: RefObject<(frame: Frame, showing: Showing, slowly: boolean) => void>,
  latest: RefObject<Frame>,
  showing: Showing,
) {
  return {
    /** Keeps what stood at one point of the drawing, and stands at another now, where it is on the screen. */
    hold: useCallback(
      (before: Point, now: Point) => {
        if (svg.current !== null)
          behaviour.current?.translateBy(select(svg.current), before.x - now.x, before.y - now.y);
      },
      [svg, behaviour],
    ),
    /** Whether all of these points of the drawing are in sight, clear of the edge by so much. */
    sees: useCallback(
      (points: readonly Point[], clear: number) => {
        const element = svg.current;
        if (element === null || element.dataset['framed'] !== 'true') return true;
        const { clientWidth: width, clientHeight: height } = element;
        const transform = zoomTransform(element);
        return points.every((point) => {
          const [x, y] = transform.apply([point.x, point.y]);
          return x > clear && x < width - keysRoom - clear && y > clear && y < height - clear;
        });
      },
      [svg],
    ),
    /** Shows the frame, as much of it as can be read, round a point. */
    showAround: useCallback(
      (focus: Point) => show.current({ ...latest.current, focus }, showing, true),
      [show, latest, showing],
    ),
  };
}
