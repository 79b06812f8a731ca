import type { Circuit, OperatingState } from '@grim-lantern/core';
import { restingState } from '@grim-lantern/core';
import type { Ref } from 'react';
import type { HarnessLayout } from '@grim-lantern/drawing';
import { litFrom } from './litFrom';
import { placeLabels } from './mapLabels';
import type { MapReading } from './mapLabels';
import { figureWords, suspectWords } from './mapWording';
import { MapWords } from './MapWords';
import { Ribbons } from './Ribbons';
import { PartSymbol } from './symbols';

/** The harness as it stands still on paper: what glows, and what was read where. */
export function HarnessDrawing({
  circuit,
  layout,
  glow,
  readings,
  ref,
}: {
  readonly circuit: Circuit;
  readonly layout: HarnessLayout;
  readonly glow: ReadonlyMap<string, number>;
  readonly readings: readonly MapReading[];
  readonly ref: Ref<SVGSVGElement>;
}) {
  const state: OperatingState = restingState(circuit);
  const figures = layout.figures.map((figure) => figureWords(circuit, figure, state));
  const labels = placeLabels(layout, figures, suspectWords(circuit, glow), readings, null);
  const margin = 40;
  return (
    <svg
      ref={ref}
      role="img"
      aria-label="Harness drawing"
      viewBox={`${-margin} ${-margin} ${layout.width + 2 * margin} ${layout.height + 2 * margin}`}
      className="max-h-[110mm] w-full"
    >
      <Ribbons {...{ layout, glow }} />
      {layout.figures.map((figure) => {
        const chance = glow.get(figure.part.id) ?? 0;
        return (
          <g
            key={figure.id}
            transform={`translate(${figure.x} ${figure.y})`}
            className={chance >= litFrom ? 'text-glow' : 'text-ink'}
            fill="none"
            stroke="currentColor"
            strokeWidth={2}
          >
            <PartSymbol figure={figure} apart={false} fill="fuse" />
          </g>
        );
      })}
      <MapWords {...{ figures, labels }} shown={layout} />
    </svg>
  );
}
