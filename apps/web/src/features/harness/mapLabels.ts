import type { Box, Obstacle } from './boxes';
import { boxAround, leastCovering } from './boxes';
import type { Figure, HarnessLayout, Point } from '@grim-lantern/drawing';

/** Words beside a figure: its name above it and, where there is something to say, its state below. */
export interface FigureWords {
  readonly figure: Figure & Point;
  readonly name: string;
  readonly below: string | null;
}

/** A suspect's number, and its name where the map does not show it already. */
export interface SuspectWords {
  /** A section's or a part's id. */
  readonly suspect: string;
  readonly number: string;
  readonly nameLines: readonly string[];
}

/** What was read last at a point. */
export interface MapReading {
  readonly key: string;
  readonly point: Point;
  readonly words: string;
  /** Whether the point gets a dot of its own: what is watched as a whole has its symbol. */
  readonly dot: boolean;
  /** Whether it is the one that fits worst. */
  readonly clash: boolean;
}

export interface Placed<T> {
  readonly content: T;
  readonly box: Box;
}

/** The flag: its words in a box, on a stem from the point. */
export interface PlacedFlag {
  readonly point: Point;
  readonly words: string;
  readonly box: Box;
  readonly stem: readonly [Point, Point];
}

export interface MapLabels {
  readonly ribbons: readonly Placed<SuspectWords>[];
  readonly readings: readonly Placed<MapReading>[];
  readonly flag: PlacedFlag | null;
}

/** Sizes of the letters, px, and the widths of an average one as a share of it, with some room to spare. */
export const letters = { name: 15, state: 12, number: 16, ribbonName: 13, reading: 13, flag: 15 } as const;
const wordWidth = 0.46;
const monoWidth = 0.72;
const lineHeight = 1.15;

/** How bad it is to cover each thing: words are worst, a bare wire matters little. */
const weights = { words: 20, figure: 6, suspectWire: 3, wire: 1 } as const;

/** Where every word of the map stands: beside what it names, over as little else as can be. */
export function placeLabels(
  layout: HarnessLayout,
  figures: readonly FigureWords[],
  ribbons: readonly SuspectWords[],
  readings: readonly MapReading[],
  flag: { readonly point: Point; readonly words: string } | null,
): MapLabels {
  const suspects = new Set(ribbons.map(({ suspect }) => suspect));
  const fixed: Obstacle[] = [
    ...figures.flatMap(figureObstacles),
    ...[...layout.terminals.values()].map(({ x, y }) => ({
      box: boxAround(x, y, 10, 10),
      weight: weights.figure,
    })),
    ...[...layout.wires].flatMap(([id, corners]) =>
      wireBoxes(corners).map((box) => ({
        box,
        weight: suspects.has(id) ? weights.suspectWire : weights.wire,
      })),
    ),
    // The flag's ring is drawn over whatever stands there.
    ...(flag === null ? [] : [{ box: boxAround(flag.point.x, flag.point.y, 32, 32), weight: weights.words }]),
  ];
  const words: Obstacle[] = [];
  const place = <T>(content: T, candidates: readonly Candidate[]): Placed<T>[] => {
    const box = leastCovering(
      candidates,
      (each) => [each],
      [...fixed, ...words],
      ({ strays = 0 }) => strays,
    );
    if (box === null) return [];
    words.push({ box, weight: weights.words });
    return [{ content, box }];
  };
  // The flag first: it is what the page asks for, and the others have more places to go.
  const placedFlag = flag === null ? null : placeFlag(flag, fixed);
  if (placedFlag !== null) {
    for (const box of flagExtent(placedFlag)) words.push({ box, weight: weights.words });
  }
  const placedRibbons = ribbons.flatMap((ribbon) => place(ribbon, suspectBoxes(ribbon, layout)));
  const placedReadings = readings.flatMap((reading) => place(reading, readingBoxes(reading)));
  return {
    readings: placedReadings,
    ribbons: placedRibbons,
    flag: placedFlag,
  };
}

/** A place for words; what it costs that they lie far from what they name. */
type Candidate = Box & { readonly strays?: number };

function figureObstacles(words: FigureWords): readonly Obstacle[] {
  const { figure, name, below } = words;
  const { x, y, width, height } = figure;
  const state = boxAround(
    x + width / 2,
    y + height + 13,
    (below ?? '').length * letters.state * monoWidth,
    letters.state * lineHeight,
  );
  return [
    { box: { left: x, top: y, right: x + width, bottom: y + height }, weight: weights.figure },
    ...(name === '' ? [] : [{ box: nameBox(words), weight: weights.words }]),
    ...(below === null ? [] : [{ box: state, weight: weights.words }]),
  ];
}

/** What the name above a figure takes up. */
export function nameBox({ figure: { x, y, width }, name }: FigureWords): Box {
  return boxAround(x + width / 2, y - 13, name.length * letters.name * wordWidth, letters.name * lineHeight);
}

/** Half the room that a wire takes up, px. */
const wireHalf = 5;

/** What the runs of a wire take up. */
export function wireBoxes(corners: readonly Point[]): readonly Box[] {
  return runsOf(corners).map(({ from, to }) => ({
    left: Math.min(from.x, to.x) - wireHalf,
    top: Math.min(from.y, to.y) - wireHalf,
    right: Math.max(from.x, to.x) + wireHalf,
    bottom: Math.max(from.y, to.y) + wireHalf,
  }));
}

interface Run {
  readonly from: Point;
  readonly to: Point;
  readonly level: boolean;
  readonly length: number;
}

function runsOf(corners: readonly Point[]): readonly Run[] {
  return corners.slice(1).map((to, index) => {
    const from = corners[index]!;
    const [dx, dy] = [Math.abs(to.x - from.x), Math.abs(to.y - from.y)];
    return { from, to, level: dx >= dy, length: Math.max(dx, dy) };
  });
}

/** Where along its run a label may stand, in the order tried. */
const shares = [0.5, 0.6, 0.4, 0.7, 0.3, 0.8, 0.2] as const;
/** Between the middle of a ribbon and its words, px. */
const ribbonGap = 12;

/** Along a section's ribbon, or around a part's figures. */
function suspectBoxes(words: SuspectWords, { wires, figures }: HarnessLayout): readonly Candidate[] {
  const corners = wires.get(words.suspect);
  if (corners !== undefined) return ribbonBoxes(words, corners);
  const width = words.number.length * letters.number * monoWidth;
  const height = letters.number * lineHeight;
  return figures
    .filter(({ part }) => part.id === words.suspect)
    .flatMap((figure) => {
      const [x, y] = [figure.x + figure.width / 2, figure.y + figure.height / 2];
      const [across, along] = [(figure.width + width) / 2 + 6, (figure.height + height) / 2 + 4];
      return [
        boxAround(x, y + along, width, height),
        boxAround(x, y + along + 14, width, height),
        boxAround(x + across, y - along / 2, width, height),
        boxAround(x - across, y - along / 2, width, height),
        boxAround(x + across, y + along / 2, width, height),
        boxAround(x - across, y + along / 2, width, height),
        boxAround(x, y - along - 20, width, height),
      ];
    });
}

/** How far from the ribbon, in gaps, and what that costs: rather over a bare wire than beside another one. Judgement. */
const distances = [
  { far: 1, strays: 0 },
  { far: 2.4, strays: 300 },
  { far: 4, strays: 3000 },
  { far: 6, strays: 6000 },
] as const;

/** Below or above a level run, beside an upright one; longest runs first. */
function ribbonBoxes({ number, nameLines }: SuspectWords, corners: readonly Point[]): readonly Candidate[] {
  const width = Math.max(
    number.length * letters.number * monoWidth,
    ...nameLines.map((line) => line.length * letters.ribbonName * wordWidth),
  );
  const height = (letters.number + nameLines.length * letters.ribbonName) * lineHeight;
  const runs = [...runsOf(corners)].sort((one, other) => other.length - one.length);
  const spots = distances.flatMap(({ far, strays }) =>
    runs.flatMap((run) => shares.map((share) => ({ far, strays, share, ...run }))),
  );
  return spots.flatMap(({ far, strays, share, from, to, level }) => {
    const x = from.x + (to.x - from.x) * share;
    const y = from.y + (to.y - from.y) * share;
    const [across, along] = [ribbonGap * far + width / 2, ribbonGap * far + height / 2];
    const boxes = level
      ? [boxAround(x, y + along, width, height), boxAround(x, y - along, width, height)]
      : [boxAround(x + across, y, width, height), boxAround(x - across, y, width, height)];
    return boxes.map((box) => ({ ...box, strays }));
  });
}

/** Between a point and what was read there, px. */
const readingGap = 10;

function readingBoxes({ point: { x, y }, words }: MapReading): readonly Box[] {
  const width = words.length * letters.reading * monoWidth;
  const height = letters.reading * lineHeight;
  const [across, along] = [readingGap + width / 2, readingGap + height / 2];
  return [1, 1.9, 2.8, 3.7, 4.6].flatMap((far) => [
    boxAround(x, y + along * far, width, height),
    boxAround(x, y - along * far, width, height),
    boxAround(x + across, y + along * far, width, height),
    boxAround(x - across, y + along * far, width, height),
    boxAround(x + across, y - along * far, width, height),
    boxAround(x - across, y - along * far, width, height),
  ]);
}

/** Radius of the flag's ring, and the height of its words' box, px. */
export const flagRing = 14;
const flagHeight = 28;
const stems = [34, 24, 14, 52, 72, 96, 124, 156] as const;

function placeFlag(
  { point, words }: { readonly point: Point; readonly words: string },
  obstacles: readonly Obstacle[],
): PlacedFlag | null {
  const width = words.length * letters.flag * wordWidth + 24;
  const shift = width / 2 - 12;
  const candidates = stems.flatMap((stem) => {
    const upright = [1, -1].flatMap((way) =>
      [0, 0.5, -0.5, 1, -1].map((aside): PlacedFlag => {
        const edge = point.y + way * (flagRing + stem);
        const box = boxAround(point.x + aside * shift, edge + (way * flagHeight) / 2, width, flagHeight);
        const stemFrom = { x: point.x, y: point.y + way * flagRing };
        return { point, words, box, stem: [stemFrom, { x: point.x, y: edge }] };
      }),
    );
    const level = [1, -1].map((way): PlacedFlag => {
      const edge = point.x + way * (flagRing + stem);
      const box = boxAround(edge + (way * width) / 2, point.y, width, flagHeight);
      const stemFrom = { x: point.x + way * flagRing, y: point.y };
      return { point, words, box, stem: [stemFrom, { x: edge, y: point.y }] };
    });
    return [...upright, ...level];
  });
  return leastCovering(candidates, flagExtent, obstacles);
}

/** Half the room that a stem takes up, px: a word split by it is hard to read. */
const stemHalf = 5;

function flagExtent({ box, stem: [from, to] }: PlacedFlag): readonly Box[] {
  const stem = {
    left: Math.min(from.x, to.x) - stemHalf,
    top: Math.min(from.y, to.y) - stemHalf,
    right: Math.max(from.x, to.x) + stemHalf,
    bottom: Math.max(from.y, to.y) + stemHalf,
  };
  return [box, stem];
}
