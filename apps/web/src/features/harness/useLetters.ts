import type { Circuit, OperatingState } from '@grim-lantern/core';
import { useMemo } from 'react';
import type { Box } from './boxes';
import { shrunk, thinned } from './enlarged';
import type { HarnessLayout, Point } from '@grim-lantern/drawing';
import type { FigureWords, MapLabels, MapReading } from './mapLabels';
import { placeLabels } from './mapLabels';
import { figureWords, suspectWords } from './mapWording';

/** What the words of a map are worked out from. */
interface Lettered {
  readonly circuit: Circuit;
  readonly layout: HarnessLayout;
  readonly state: OperatingState;
  /** Probability of each section and part. */
  readonly glow: ReadonlyMap<string, number>;
  readonly readings: readonly MapReading[];
  readonly flag: { readonly point: Point; readonly words: string } | null;
  /** So many times larger than drawn. */
  readonly times: number;
}

/** The words of a map, where they stand. */
export interface Letters {
  readonly figures: readonly FigureWords[];
  readonly labels: MapLabels;
  readonly times: number;
}

/** The words of the map, as many as have room; null where none are wanted. */
export function useLetters(lettered: Lettered | null): Letters | null {
  const { circuit, layout, state, glow, readings, flag, times } = lettered ?? nothingLettered;
  return useMemo(() => {
    if (circuit === null) return null;
    return lettersOf({ circuit, layout, state, glow, readings, flag, times });
  }, [circuit, layout, state, glow, readings, flag, times]);
}

const nothingLettered = {
  circuit: null,
  layout: null,
  state: null,
  glow: null,
  readings: null,
  flag: null,
  times: null,
} as const;

/** Words that have to be so many times larger than drawn no longer all find room. */
const farFrom = 1.4;

function lettersOf({ circuit, layout, state, glow, readings, flag, times }: Lettered): Letters {
  const small = shrunk(layout, times);
  const near = ({ x, y }: Point) => ({ x: x / times, y: y / times });
  const figures = small.figures.map((figure) => figureWords(circuit, figure, state));
  const suspects = suspectWords(circuit, glow);
  const read = readings.map((each) => ({ ...each, point: near(each.point) }));
  const flagged = flag === null ? null : { ...flag, point: near(flag.point) };
  if (times < farFrom)
    return { figures, labels: placeLabels(small, figures, suspects, read, flagged), times };
  // Numbers and the flag first, without the names of wires; the names of parts take what room is left.
  const numbers = suspects.map((each) => ({ ...each, nameLines: [] }));
  const labels = placeLabels(small, figures.map(nameless), numbers, read, flagged);
  return { figures: thinned(figures, glow, writtenOf(labels)), labels, times };
}

const nameless = (words: FigureWords): FigureWords => ({ ...words, name: '', below: null });

/** What labels take up. */
const writtenOf = ({ flag, ribbons, readings }: MapLabels): readonly Box[] => [
  ...(flag === null ? [] : [flag.box]),
  ...[...ribbons, ...readings].map(({ box }) => box),
];
