import type { ReducedTrace } from '@grim-lantern/core';
import { formatQuantity } from '@grim-lantern/core';
import type { PlotMouseEvent, PlotRelayoutEvent } from 'plotly.js';
import Plotly from 'plotly.js';
import { useEffect, useMemo, useState } from 'react';
import createPlotlyComponent from 'react-plotly.js/factory';
import { useAppSelector } from '../../data/store';
import { pageColours } from '../../ui/pageColours';
import type { Mark, Stretch } from './traceFigure';
import { traceFigure } from './traceFigure';
import type { FuseLevels, TraceLine } from './traceLines';

const Plot = createPlotlyComponent(Plotly);

const config = { displayModeBar: false, responsive: true, doubleClick: 'reset' } as const;
const whole = { width: '100%', height: '100%' };
/** Pairs of points to a picture: about one to a pixel. */
const pairs = 640;
/** Recordings laid over each other from the moment of switching on, over what is expected and what the fuse bears. */
export default function TraceChart({
  one,
  other,
  expected,
  fuse,
  explained = true,
  clock = 'Seconds from switching on',
}: FuseLevels & {
  /** What the axis of time is called. */
  readonly clock?: string;
  /** Whether what is drawn is said below it. */
  readonly explained?: boolean;
  readonly one: TraceLine | null;
  readonly other: TraceLine | null;
}) {
  const light = useAppSelector((state) => state.session.light);
  const colours = useMemo(() => pageColours(light), [light]);
  const [seen, setSeen] = useState<Stretch | null>(null);
  const [marks, setMarks] = useState<readonly Mark[]>([]);
  const first = useStretch(one, seen);
  const second = useStretch(other, seen);
  // The same figure is the same object: nothing is drawn anew for what happens elsewhere on the page.
  const { data, layout } = useMemo(
    () =>
      traceFigure({
        colours,
        drawn: [
          { line: one, stretch: first },
          { line: other, stretch: second },
        ],
        expected,
        fuse,
        seen,
        marks,
        clock,
      }),
    [colours, one, first, other, second, expected, fuse, seen, marks, clock],
  );
  const [from, to] = marks;
  return (
    <div className="flex h-full flex-col p-2" role="group" aria-label="The recording over time">
      {explained && <Legend names={[one?.name ?? null, other?.name ?? null]} />}
      <div className="min-h-0 grow">
        <Plot
          data={data}
          layout={layout}
          config={config}
          style={whole}
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
          ? `Shaded: expected, ${formatQuantity(expected, 'A')}. Dashed: the fuse’s rating; dotted: its continuous rating; curves: what opens it after so long, soonest and latest. Tap two points to measure between them.`
          : `From one to the other: ${formatSeconds(to.x - from.x)}, ${formatQuantity(to.y - from.y, 'A')}.`}
      </p>
    </div>
  );
}

/** Which line is which: the first drawn through, the second dotted. It keeps its room: the drawing below never moves. */
function Legend({ names }: { readonly names: readonly (string | null)[] }) {
  return (
    <ul aria-label="Lines" className="flex min-h-6 gap-5 px-2 text-[15px]">
      {names.map(
        (name, index) =>
          name !== null && (
            <li key={name} className="flex items-center gap-2">
              <span
                aria-hidden
                className={`inline-block w-7 border-t-2 ${index === 0 ? 'border-ink' : 'border-agree border-dotted'}`}
              />
              {name}
            </li>
          ),
      )}
    </ul>
  );
}

function formatSeconds(seconds: number): string {
  return Math.abs(seconds) < 1
    ? `${Number((seconds * 1e3).toPrecision(3))} ms`
    : `${Number(seconds.toPrecision(4))} s`;
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
