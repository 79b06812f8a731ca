import type { ReducedTrace } from '@grim-lantern/core';
import { fuseLoading } from '@grim-lantern/core';
import type { Data, Layout, Shape } from 'plotly.js';
import type { pageColours } from '../../ui/pageColours';
import type { FuseLevels, TraceLine } from './traceLines';
import { openingCurves } from './traceLines';

/** Seconds from switching on that are seen. */
export type Stretch = readonly [from: number, to: number];

/** A point that was tapped: seconds from switching on, amps. */
export interface Mark {
  readonly x: number;
  readonly y: number;
}

interface Drawn {
  readonly line: TraceLine | null;
  readonly stretch: ReducedTrace | null;
}

/** A healthy circuit draws within this share of what is expected. */
const expectedShare = 0.1;

/** To find out what a label hides past its edge costs a third of the time of a redraw. */
const everyAxis = { zeroline: false, ticklabeloverflow: 'allow' } as const;

/** Recordings, what is expected, what the fuse bears and when it opens, as a figure for the chart. */
export function traceFigure({
  colours,
  drawn,
  expected,
  fuse,
  seen,
  marks,
  clock,
}: FuseLevels & {
  readonly colours: ReturnType<typeof pageColours>;
  readonly drawn: readonly Drawn[];
  readonly seen: Stretch | null;
  readonly marks: readonly Mark[];
  readonly clock: string;
}): { data: Data[]; layout: Partial<Layout> } {
  const lines = drawn.flatMap(({ line, stretch }, index): Data[] =>
    line === null || stretch === null
      ? []
      : [
          {
            x: stretch.times,
            y: stretch.values,
            name: line.name,
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
  const long = Math.max(...drawn.map(({ line }) => (line === null ? 0 : line.seconds - line.on)), 1);
  const most = Math.max(...drawn.map(({ stretch }) => mostOf(stretch)), 1.3 * expected);
  // The fuse's own levels are drawn where the current comes anywhere near them.
  const high =
    fuse !== null && most > 0.4 * fuse.ratingAmps ? Math.max(1.1 * most, 1.5 * fuse.ratingAmps) : 1.1 * most;
  const axis = { ...everyAxis, color: colours.ink, gridcolor: colours.line };
  const layout: Partial<Layout> = {
    paper_bgcolor: 'transparent',
    plot_bgcolor: 'transparent',
    font: { family: 'Barlow Semi Condensed, sans-serif', color: colours.ink, size: 14 },
    margin: { l: 56, r: 12, t: 12, b: 44 },
    // The page writes its own: a legend makes the drawing be laid out twice.
    showlegend: false,
    dragmode: 'zoom',
    xaxis: {
      ...axis,
      title: { text: clock },
      range: seen === null ? [-0.02 * long, 1.02 * long] : [...seen],
    },
    yaxis: { ...axis, title: { text: 'A' }, range: [-0.04 * high, high], fixedrange: true },
    shapes: shapesOf(colours, { expected, fuse }, marks),
  };
  return { data: [...curvesOf(colours, fuse), ...lines], layout };
}

/** The current that opens the fuse after so long. */
function curvesOf(colours: ReturnType<typeof pageColours>, fuse: FuseLevels['fuse']): Data[] {
  return (fuse === null ? [] : openingCurves(fuse)).map(({ name, seconds, amps }): Data => ({
    x: seconds,
    y: amps,
    name,
    mode: 'lines',
    line: { color: colours.clash, width: 1 },
    hovertemplate: `%{y:.0f} A opens it after %{x:.2~g} s, ${name}<extra></extra>`,
  }));
}

function shapesOf(
  colours: ReturnType<typeof pageColours>,
  { expected, fuse }: FuseLevels,
  marks: readonly Mark[],
): Partial<Shape>[] {
  const level = (amps: number, dash: 'dash' | 'dot'): Partial<Shape> => ({
    type: 'line',
    xref: 'paper',
    x0: 0,
    x1: 1,
    y0: amps,
    y1: amps,
    line: { color: colours.clash, width: 1.5, dash },
  });
  return [
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
    ...(fuse === null
      ? []
      : [
          level(fuse.ratingAmps, 'dash'),
          level(fuseLoading(fuse.style, fuse.ratingAmps, 0).continuousAmps, 'dot'),
        ]),
    ...marks.map(({ x }): Partial<Shape> => ({
      type: 'line',
      yref: 'paper',
      x0: x,
      x1: x,
      y0: 0,
      y1: 1,
      line: { color: colours.ink, width: 1, dash: 'dot' },
    })),
  ];
}

/** The highest of what is drawn. */
function mostOf(stretch: ReducedTrace | null): number {
  return stretch === null ? 0 : stretch.values.reduce((most, each) => Math.max(most, each), 0);
}
