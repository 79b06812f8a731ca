import { instrumentById } from '../instruments/instruments';
import type { Test } from '../instruments/instrument';
import type { NumberScale, Prediction } from '../instruments/prediction';
import { fromScale, normalCdf, toScale } from '../instruments/prediction';
import { slipShare } from '../suspicion/likelihood';

/** A result that a technician can tell from the others: an outcome, or a band of numbers. */
export type OutcomeSpec =
  | { readonly kind: 'outcome'; readonly id: string; readonly name: string }
  | {
      readonly kind: 'band';
      readonly unit: NumberScale['unit'];
      /** Null where the band has no end: it then reaches what the instrument can show. */
      readonly from: number | null;
      readonly to: number | null;
      /** Whether "OL" belongs to it. */
      readonly overload: boolean;
    };

/** Distinguishable outcomes of one test, and the chance of each under each hypothesis. */
export interface OutcomeTable {
  readonly outcomes: readonly OutcomeSpec[];
  /** outcomes × hypotheses, row-major. Columns sum to 1. */
  readonly chances: Float64Array;
}

/** Two predicted numbers are told apart from this many standard deviations on. */
const tellApart = 3.5;
/** More bands than this no hand wants to choose from; the widest gaps are kept. */
const mostBands = 4;
/** The bands and "OL". */
export const mostNumberOutcomes = mostBands + 1;

/**
 * Sorts what a test could show into outcomes that can be told apart.
 * @param predictions - one for each hypothesis that still counts
 * @returns null when every hypothesis predicts the same: there is nothing to learn
 */
export function outcomeTable(test: Test, predictions: readonly Prediction[]): OutcomeTable | null {
  const { display } = instrumentById(test.instrument);
  const count = predictions.length;
  const table = (
    outcomes: readonly OutcomeSpec[],
    chance: (prediction: Prediction, outcome: number) => number,
  ) => {
    const chances = new Float64Array(outcomes.length * count);
    for (let o = 0; o < outcomes.length; o++) {
      for (let h = 0; h < count; h++) {
        chances[o * count + h] = slipShare / outcomes.length + (1 - slipShare) * chance(predictions[h]!, o);
      }
    }
    return { outcomes, chances };
  };
  if (display.kind === 'outcomes') {
    const outcomes = display.outcomes.map((each): OutcomeSpec => ({ kind: 'outcome', ...each }));
    return table(outcomes, (prediction, o) =>
      prediction.kind === 'outcomes' ? prediction.chances[o]! : 1 / outcomes.length,
    );
  }
  const { scale } = display;
  const edges = bandEdges(predictions);
  const overloads = predictions.some((each) => each.kind === 'number' && each.overload > 0);
  const numbers = predictions.some((each) => each.kind !== 'number' || each.overload < 1);
  if (edges.length === 0 && !(overloads && numbers)) return null;
  const bands = Array.from({ length: edges.length + 1 }, (_each, band): OutcomeSpec => ({
    kind: 'band',
    unit: scale.unit,
    from: band === 0 ? null : roundedEdge(fromScale(scale, edges[band - 1]!)),
    to: band === edges.length ? null : roundedEdge(fromScale(scale, edges[band]!)),
    overload: false,
  }));
  const outcomes: readonly OutcomeSpec[] = overloads
    ? [...bands, { kind: 'band', unit: scale.unit, from: null, to: null, overload: true }]
    : bands;
  const rounded = bands.slice(1).map((each) => toScale(scale, each.kind === 'band' ? (each.from ?? 0) : 0));
  return table(outcomes, (prediction, o) => bandChance(scale, prediction, o, rounded));
}

/** Chance of a band (the last one past the edges is "OL") under one prediction. */
function bandChance(
  scale: NumberScale,
  prediction: Prediction,
  band: number,
  edges: readonly number[],
): number {
  const overload = prediction.kind === 'number' ? prediction.overload : 0;
  if (band > edges.length) return overload;
  const below = (edge: number | undefined, otherwise: number) => {
    if (edge === undefined) return otherwise;
    if (prediction.kind === 'number') return normalCdf((edge - prediction.mean) / prediction.deviation);
    const top = toScale(scale, 15);
    return Math.min(1, Math.max(0, edge / top));
  };
  return (1 - overload) * (below(edges[band], 1) - below(edges[band - 1], 0));
}

/** Edges between groups of predicted numbers, in the middle of the widest gaps. */
function bandEdges(predictions: readonly Prediction[]): readonly number[] {
  const numbers = predictions
    .filter((each) => each.kind === 'number')
    .filter((each) => each.overload < 1)
    .sort((one, other) => one.mean - other.mean);
  const gaps: { width: number; edge: number }[] = [];
  for (let i = 1; i < numbers.length; i++) {
    const [low, high] = [numbers[i - 1]!, numbers[i]!];
    const width = (high.mean - low.mean) / Math.hypot(low.deviation, high.deviation);
    if (width * Math.SQRT2 >= tellApart) gaps.push({ width, edge: (low.mean + high.mean) / 2 });
  }
  return gaps
    .sort((one, other) => other.width - one.width)
    .slice(0, mostBands - 1)
    .map(({ edge }) => edge)
    .sort((one, other) => one - other);
}

/** Two figures: an edge is a limit to compare with by eye. */
function roundedEdge(value: number): number {
  return Number(value.toPrecision(2));
}

/** Which outcome of a table a state of affairs belongs to, for a number or "OL" that was read. */
export function bandOf(outcomes: readonly OutcomeSpec[], value: number | 'overload'): number {
  return outcomes.findIndex((each) => {
    if (each.kind !== 'band') return false;
    if (value === 'overload' || each.overload) return value === 'overload' && each.overload;
    return (each.from === null || value >= each.from) && (each.to === null || value < each.to);
  });
}
