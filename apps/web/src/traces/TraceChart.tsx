import type { ReducedTrace } from '@grim-lantern/core';
import { formatQuantity } from '@grim-lantern/core';
import type { Data, Layout, PlotMouseEvent, PlotRelayoutEvent, Shape } from 'plotly.js';
import Plotly from 'plotly.js';
import { useEffect, useMemo, useState } from 'react';
import createPlotlyComponent from 'react-plotly.js/factory';
import { useAppSelector } from '../store/store';
import { pageColours } from '../app/pageColours';
import type { FuseLevels, TraceLine } from './traceLines';
import { openingCurves } from './traceLines';

const Plot = createPlotlyComponent(Plotly);

/** Pairs of points to a picture: about one to a pixel. */
const pairs = 1200;
/** A healthy circuit draws within this share of what is expected. */
const expectedShare = 0.1;

type Stretch = readonly [from: number, to: number];

/** Recordings laid over each other from the moment of switching on, over what is expected and what the fuse bears. */
export default function TraceChart({
  one,
  other,
  expected,
  fuse,
  explained = true,
}: FuseLevels & {
  /** Whether what is drawn is said below it. */
  readonly explained?: boolean;
  readonly one: TraceLine | null;
  readonly other: TraceLine | null;
}) {
  const light = useAppSelector((state) => state.session.light);
  const colours = useMemo(() => pageColours(light), [light]);
  const [seen, setSeen] = useState<Stretch | null>(null);
  const [marks, setMarks] = useState<readonly { readonly x: number; readonly y: number }[]>([]);
  const first = useStretch(one, seen);
  const second = useStretch(other, seen);
  const drawn = [first, second].flatMap((stretch, index): Data[] =>
    stretch === null
      ? []
      : [
          {
            x: [...stretch.times],
            y: [...stretch.values],
            name: (index === 0 ? one : other)?.name ?? '',
            mode: 'lines',
            line: {
              color: index === 0 ? colours.ink : colours.agree,
              width: 1.2,
              dash: index === 0 ? 'solid' : 'dot',
            },
            hovertemplate: '%{x:.3f} s: %{y:.2f} A',
          },
        ],
  );
  const long = Math.max(...[one, other].map((line) => (line === null ? 0 : line.seconds - line.on)), 1);
  const drawnMost = Math.max(...[first, second].map(mostOf), 1.3 * expected);
  // The fuse's own levels are drawn where the current comes anywhere near them.
  const high =
    fuse !== null && drawnMost > 0.4 * fuse.ratingAmps
      ? Math.max(1.1 * drawnMost, 1.5 * fuse.ratingAmps)
      : 1.1 * drawnMost;
  const curves = (fuse === null ? [] : openingCurves(fuse)).map(({ name, seconds, amps }): Data => ({
    x: seconds,
    y: amps,
    name,
    mode: 'lines',
    line: { color: colours.clash, width: 1 },
    hovertemplate: `%{y:.0f} A opens it after %{x:.2~g} s, ${name}<extra></extra>`,
    showlegend: false,
  }));
  const level = (amps: number, dash: 'dash' | 'dot'): Partial<Shape> => ({
    type: 'line',
    xref: 'paper',
    x0: 0,
    x1: 1,
    y0: amps,
    y1: amps,
    line: { color: colours.clash, width: 1.5, dash },
  });
  const axis = { color: colours.ink, gridcolor: colours.line, zeroline: false };
  const layout: Partial<Layout> = {
    paper_bgcolor: 'transparent',
    plot_bgcolor: 'transparent',
    font: { family: 'Barlow Semi Condensed, sans-serif', color: colours.ink, size: 14 },
    margin: { l: 56, r: 12, t: 12, b: 44 },
    showlegend: drawn.length > 1,
    legend: { orientation: 'h', y: 1.08 },
    dragmode: 'zoom',
    xaxis: {
      ...axis,
      title: { text: 'Seconds from switching on' },
      range: seen === null ? [-0.02 * long, 1.02 * long] : [...seen],
    },
    yaxis: { ...axis, title: { text: 'A' }, range: [-0.04 * high, high], fixedrange: true },
    shapes: [
      {
        type: 'rect',
        xref: 'paper',
        x0: 0,
        x1: 1,
        y0: expected * (1 - expectedShare),
        y1: expected * (1 + expectedShare),
        fillcolor: colours.band,
        line: { width: 0 },
        layer: 'below',
      },
      ...(fuse === null ? [] : [level(fuse.ratingAmps, 'dash'), level(0.75 * fuse.ratingAmps, 'dot')]),
      ...marks.map(({ x }): Partial<Shape> => ({
        type: 'line',
        yref: 'paper',
        x0: x,
        x1: x,
        y0: 0,
        y1: 1,
        line: { color: colours.ink, width: 1, dash: 'dot' },
      })),
    ],
  };
  const [from, to] = marks;
  return (
    <div className="flex h-full flex-col p-2" role="group" aria-label="The recording over time">
      <div className="min-h-0 grow">
        <Plot
          data={[...curves, ...drawn]}
          layout={layout}
          config={{ displayModeBar: false, responsive: true, doubleClick: 'reset' }}
          style={{ width: '100%', height: '100%' }}
          useResizeHandler
          onRelayout={(event: Readonly<PlotRelayoutEvent>) => setSeen(stretchOf(event, seen))}
          onClick={({ points }: Readonly<PlotMouseEvent>) => {
            const [point] = points;
            if (typeof point?.x !== 'number' || typeof point.y !== 'number') return;
            setMarks([...marks, { x: point.x, y: point.y }].slice(-2));
          }}
        />
      </div>
      <p className="text-dim min-h-6 px-2 text-[15px]" hidden={!explained && to === undefined}>
        {from === undefined || to === undefined
          ? `Shaded: expected, ${formatQuantity(expected, 'A')}. Dashed: the fuse’s rating; dotted: what it carries for good; curves: what opens it after so long, soonest and latest. Tap two points to measure between them.`
          : `From one to the other: ${formatSeconds(to.x - from.x)}, ${formatQuantity(to.y - from.y, 'A')}.`}
      </p>
    </div>
  );
}

function formatSeconds(seconds: number): string {
  return Math.abs(seconds) < 1
    ? `${Number((seconds * 1e3).toPrecision(3))} ms`
    : `${Number(seconds.toPrecision(4))} s`;
}

/** The highest of what is drawn. */
function mostOf(stretch: ReducedTrace | null): number {
  return stretch === null ? 0 : stretch.values.reduce((most, each) => Math.max(most, each), 0);
}

/** What is seen after a zoom; null for all of it. */
function stretchOf(event: Readonly<PlotRelayoutEvent>, before: Stretch | null): Stretch | null {
  const [from, to] = [event['xaxis.range[0]'], event['xaxis.range[1]']].map(Number);
  if (event['xaxis.autorange'] === true) return null;
  return from !== undefined && to !== undefined && to > from ? [from, to] : before;
}

/** The part of a recording that is seen, reduced; its clock starts at its first switching on. */
function useStretch(line: TraceLine | null, seen: Stretch | null): ReducedTrace | null {
  const [found, setFound] = useState<ReducedTrace | null>(null);
  const { remote = null, on = 0, seconds = 0 } = line ?? {};
  useEffect(() => {
    let current = true;
    const ask = async () => {
      if (remote === null) return null;
      const [from, to] = seen === null ? [0, seconds] : [seen[0] + on, seen[1] + on];
      const stretch = await remote.stretch(from, to, pairs);
      return stretch === null ? null : { ...stretch, times: stretch.times.map((each) => each - on) };
    };
    ask().then(
      (stretch) => {
        if (current) setFound(stretch);
      },
      () => undefined,
    );
    return () => {
      current = false;
    };
  }, [remote, seen, on, seconds]);
  return remote === null ? null : found;
}
