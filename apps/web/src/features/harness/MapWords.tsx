import type { HarnessLayout } from '@grim-lantern/drawing';
import { memo, useMemo } from 'react';
import type { FigureWords, MapLabels, MapReading, Placed, PlacedFlag, SuspectWords } from './mapLabels';
import { flagRing, letters } from './mapLabels';

/** Everything that is written on the map, above everything that is drawn. */
export function MapWords({
  figures,
  labels,
  shown,
  times = 1,
}: {
  figures: readonly FigureWords[];
  labels: MapLabels;
  /** What is drawn: only that has its name. */
  shown: HarnessLayout;
  /** So much larger than the drawing: they were placed on one that is as much smaller. */
  times?: number;
}) {
  const drawn = useMemo(() => new Set(shown.figures.map(({ id }) => id)), [shown]);
  return (
    <g
      textAnchor="middle"
      className="pointer-events-none"
      transform={times === 1 ? undefined : `scale(${times})`}
    >
      {figures
        .filter(({ figure }) => drawn.has(figure.id))
        .map(({ figure: { id, x, y, width, height }, name, below }) => (
          <FigureName key={id} {...{ x, y, width, height, name, below }} />
        ))}
      {labels.ribbons.map((ribbon) => (
        <RibbonName key={ribbon.content.suspect} {...ribbon} />
      ))}
      {labels.readings.map((reading) => (
        <Reading key={reading.content.key} {...reading} />
      ))}
      {labels.flag !== null && <Flag {...labels.flag} />}
    </g>
  );
}

const FigureName = memo(function FigureName({
  x,
  y,
  width,
  height,
  name,
  below,
}: Pick<FigureWords, 'name' | 'below'> & Pick<FigureWords['figure'], 'x' | 'y' | 'width' | 'height'>) {
  return (
    <g transform={`translate(${x + width / 2} ${y})`}>
      <text y={-8} fontSize={letters.name} className="label-halo fill-ink">
        {name}
      </text>
      {below !== null && (
        <text y={height + 17} fontSize={letters.state} className="label-halo fill-dim font-mono">
          {below}
        </text>
      )}
    </g>
  );
});

/** Where the letters of a line stand, as a share of their size below the line's top. */
const baseline = 0.9;

function RibbonName({ content: { number, nameLines }, box }: Placed<SuspectWords>) {
  return (
    <g transform={`translate(${(box.left + box.right) / 2} ${box.top})`}>
      <text
        y={letters.number * baseline}
        fontSize={letters.number}
        className="label-halo fill-glow font-mono font-semibold"
      >
        {number}
      </text>
      {nameLines.map((line, index) => (
        <text
          key={line}
          y={letters.number * 1.15 + letters.ribbonName * (baseline + index * 1.1)}
          fontSize={letters.ribbonName}
          className="label-halo fill-dim"
        >
          {line}
        </text>
      ))}
    </g>
  );
}

function Reading({ content: { words, clash }, box }: Placed<MapReading>) {
  return (
    <text
      x={(box.left + box.right) / 2}
      y={box.top + letters.reading * baseline}
      fontSize={letters.reading}
      className={`label-halo font-mono font-medium ${clash ? 'fill-clash' : 'fill-agree'}`}
    >
      {words}
    </text>
  );
}

function Flag({ words, box, stem: [from, to], point }: PlacedFlag) {
  return (
    <g data-testid="probe-flag">
      <circle cx={point.x} cy={point.y} r={flagRing} fill="none" className="stroke-ink" strokeWidth={2.5} />
      <path d={`M${from.x} ${from.y}L${to.x} ${to.y}`} className="stroke-ink" strokeWidth={2.5} />
      <rect
        x={box.left}
        y={box.top}
        width={box.right - box.left}
        height={box.bottom - box.top}
        className="fill-ink"
      />
      <text
        x={(box.left + box.right) / 2}
        y={(box.top + box.bottom) / 2 + letters.flag * 0.35}
        fontSize={letters.flag}
        className="fill-ground font-semibold"
      >
        {words}
      </text>
    </g>
  );
}
