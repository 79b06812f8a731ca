import type { FuseStyle } from '@grim-lantern/core';
import { openingBand } from '@grim-lantern/core';
import type { Data, Layout } from 'plotly.js';
import Plotly from 'plotly.js';
import { useMemo } from 'react';
import createPlotlyComponent from 'react-plotly.js/factory';
import { pageColours } from '../../ui/pageColours';
import { useAppSelector } from '../../data/store';

const Plot = createPlotlyComponent(Plotly);

export interface OpeningPoint {
  readonly name: string;
  readonly amps: number;
}

/** From the first gate to eight times the rating, evenly on the logarithm. */
const steps = 60;
const [fewest, most] = [1.1, 8];
/** Marks of the current, as multiples of the rating. */
const ampTicks = [0.25, 0.5, 1, 2, 4, 8];

/** When a fuse opens at a current: the band between its gates, with the job's own points. */
export default function OpeningChart({
  style,
  ratingAmps,
  points,
  seconds,
}: {
  readonly style: FuseStyle;
  readonly ratingAmps: number;
  readonly points: readonly OpeningPoint[];
  /** When it was seen to open; null where that is not known. */
  readonly seconds: number | null;
}) {
  // Read off the page's own tokens: the chart follows the light.
  const light = useAppSelector((state) => state.session.light);
  const colours = useMemo(() => pageColours(light), [light]);
  const amps = Array.from(
    { length: steps + 1 },
    (_each, i) => ratingAmps * fewest * (most / fewest) ** (i / steps),
  );
  const bands = amps.map((each) => openingBand(style, each / ratingAmps));
  const line = (y: (number | null)[], name: string, fill: boolean): Data => ({
    x: amps,
    y,
    name,
    mode: 'lines',
    line: { color: colours.ink, width: 1 },
    ...(fill ? { fill: 'tonexty', fillcolor: colours.band } : {}),
    hovertemplate: '%{x:.3s} A: %{y:.3s} s',
  });
  const data: Data[] = [
    line(
      bands.map((band) => band?.least ?? null),
      'at the earliest',
      false,
    ),
    line(
      bands.map((band) => band?.greatest ?? null),
      'at the latest',
      true,
    ),
    ...points.map(({ name, amps: at }, index): Data => ({
      x: [at, at],
      y: [0.01, 1e6],
      name: `${name} ${Number(at.toPrecision(3))} A`,
      mode: 'lines',
      line: { color: colours.ink, width: 2, dash: index === 0 ? 'dot' : 'dash' },
    })),
    ...(seconds === null
      ? []
      : [
          {
            x: [ratingAmps, ratingAmps * most],
            y: [seconds, seconds],
            name: `it blew after ${seconds} s`,
            mode: 'lines',
            line: { color: colours.clash, width: 2 },
          } satisfies Data,
        ]),
  ];
  const axis = { color: colours.ink, gridcolor: colours.line, zeroline: false };
  const layout: Partial<Layout> = {
    paper_bgcolor: 'transparent',
    plot_bgcolor: 'transparent',
    font: { family: 'Barlow Semi Condensed, sans-serif', color: colours.ink, size: 13 },
    margin: { l: 58, r: 8, t: 8, b: 44 },
    showlegend: true,
    legend: { orientation: 'h', y: -0.3 },
    xaxis: {
      ...axis,
      type: 'log',
      title: { text: 'A' },
      tickvals: ampTicks.map((times) => times * ratingAmps),
      ticktext: ampTicks.map((times) => String(Number((times * ratingAmps).toPrecision(3)))),
      range: [Math.log10(ratingAmps / 4), Math.log10(ratingAmps * most)],
    },
    yaxis: {
      ...axis,
      type: 'log',
      title: { text: 'Until it opens' },
      tickvals: [0.01, 0.1, 1, 10, 60, 600, 3600, 36_000],
      ticktext: ['10 ms', '0.1 s', '1 s', '10 s', '1 min', '10 min', '1 h', '10 h'],
      range: [-2, 5],
    },
  };
  return (
    <div role="img" aria-label={`When a fuse of ${ratingAmps} A opens, by current`}>
      <Plot
        data={data}
        layout={layout}
        config={{ displayModeBar: false, responsive: true }}
        style={{ width: '100%', height: '320px' }}
        useResizeHandler
      />
    </div>
  );
}
