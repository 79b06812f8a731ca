import { presentShare } from '../faults/rates';
import type { Instrument } from '../instruments/instruments';
import type { Outcome } from '../instruments/prediction';
import { allInstruments } from '../instruments/instruments';
import type { NumberScale } from '../instruments/prediction';
import { fromScale, toScale, floatingVolts } from '../instruments/prediction';
import { normalCdf } from '../statistics/normal';
import type { NumberRows, OutcomeRows, PredictionRows } from '../inference/predictionRows';
import { deviationAt, meanAt, overloadAt, plain, rowLength } from '../inference/predictionRows';
import type { TruncatedPosterior } from './truncatedPosterior';
import { usualOutlierShare, spreadFamilies } from '../inference/likelihood';

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
export interface Outcomes {
  readonly outcomes: number;
  /** outcomes × rows of the truncated posterior, row-major. The chances under one hypothesis sum to 1. */
  readonly chances: Float64Array;
}

/** The same with their names. The chances are overwritten by the next table that is made. */
export interface OutcomeTable extends Outcomes {
  /** Says what the outcomes are. */
  readonly specs: () => readonly OutcomeSpec[];
}

/** Two predicted numbers are told apart from this many standard deviations on: an eye sees that they differ. */
const usuallyApart = 3.5;
/** From so many on a number says something of where it comes from, though not for certain. */
export const hardlyApart = 1.2;
/** More bands than this no hand wants to choose from; the widest gaps are kept. */
const mostBands = 4;
/** The bands and "OL". */
export const mostNumberOutcomes = mostBands + 1;
/** The most that any instrument has. */
const mostOutcomes = allInstruments.reduce(
  (most, { display }) => Math.max(most, display.kind === 'outcomes' ? display.outcomes.length : 0),
  mostNumberOutcomes,
);

/**
 * Makes the outcome tables of one plan: thousands of them, most for one look, so they share their memory.
 * @param tellApart - standard deviations between two bands of numbers, at least
 */
export function outcomeTables(truncated: TruncatedPosterior, tellApart = usuallyApart) {
  const { hypotheses, families } = truncated;
  const count = hypotheses.length;
  const scratch: Scratch = {
    truncated,
    tellApart,
    hypotheses,
    chances: new Float64Array(count * mostOutcomes),
    deviations: new Float64Array(count),
    means: new Float64Array(count),
    order: new Int32Array(count),
  };
  /**
   * Sorts what a test could show into outcomes that can be told apart.
   * @param predictions - with the rows of the hypotheses filled
   * @returns null when every hypothesis predicts the same: there is nothing to learn
   */
  return ({ display, comingAndGoing }: Instrument, predictions: PredictionRows): OutcomeTable | null => {
    if (display.kind === 'outcomes' && predictions.kind === 'outcomes') {
      return listedOutcomes(display.outcomes, predictions, scratch, comingAndGoing);
    }
    if (display.kind !== 'number' || predictions.kind !== 'numbers') return null;
    if (oneBand(predictions, scratch)) return null;
    spreadFamilies(predictions, hypotheses, families, scratch.deviations);
    return bands(display.scale, predictions, scratch);
  };
}

interface Scratch {
  readonly truncated: TruncatedPosterior;
  readonly tellApart: number;
  readonly hypotheses: Int32Array;
  readonly chances: Float64Array;
  readonly deviations: Float64Array;
  readonly means: Float64Array;
  readonly order: Int32Array;
}

/** Rows whose fault comes and goes: a share of what it shows while there, the rest of what the healthy circuit shows. */
function mixed(
  { truncated, chances }: Scratch,
  outcomes: number,
  mixture: Instrument['comingAndGoing'],
): void {
  const { coming, gone } = truncated;
  if (gone < 0) return;
  const count = coming.length;
  for (let k = 0; k < count; k++) {
    if (coming[k] === 0) continue;
    if (mixture !== undefined) {
      const row = (at: number) => Array.from({ length: outcomes }, (_each, o) => chances[o * count + at]!);
      mixture(row(k), row(gone)).forEach((chance, o) => (chances[o * count + k] = chance));
      continue;
    }
    for (let o = 0; o < outcomes; o++) {
      const at = o * count;
      chances[at + k] = presentShare * chances[at + k]! + (1 - presentShare) * chances[at + gone]!;
    }
  }
}

/** An outlier may show anything: no outcome is ever ruled out. */
function withOutlier(chances: Float64Array, outcomes: number, count: number): void {
  for (let i = 0; i < outcomes * count; i++) {
    chances[i] = usualOutlierShare / outcomes + (1 - usualOutlierShare) * chances[i]!;
  }
}

/** Chances that differ by less than this between hypotheses tell nothing worth a probe. */
const sameChance = 0.02;

function sameEverywhere(
  figures: Float64Array,
  outcomes: number,
  rowOf: Int32Array,
  hypotheses: Int32Array,
): boolean {
  for (let o = 0; o < outcomes; o++) {
    let [least, greatest] = [1, 0];
    for (const h of hypotheses) {
      const chance = figures[rowOf[h]! * outcomes + o]!;
      if (chance < least) least = chance;
      if (chance > greatest) greatest = chance;
    }
    if (greatest - least >= sameChance) return false;
  }
  return true;
}

function listedOutcomes(
  listed: readonly Outcome[],
  { outcomes, figures, rowOf }: OutcomeRows,
  scratch: Scratch,
  mixture: Instrument['comingAndGoing'],
): OutcomeTable | null {
  const { hypotheses, chances } = scratch;
  if (sameEverywhere(figures, outcomes, rowOf, hypotheses)) return null;
  const count = hypotheses.length;
  for (let k = 0; k < count; k++) {
    for (let o = 0; o < outcomes; o++)
      chances[o * count + k] = figures[rowOf[hypotheses[k]!]! * outcomes + o]!;
  }
  mixed(scratch, outcomes, mixture);
  withOutlier(chances, outcomes, count);
  return { outcomes, chances, specs: () => listed.map((each) => ({ kind: 'outcome', ...each })) };
}

function bands(scale: NumberScale, predictions: NumberRows, scratch: Scratch): OutcomeTable | null {
  const { hypotheses, chances } = scratch;
  const { figures, rowOf } = predictions;
  const edges = bandEdges(predictions, scratch);
  let [overloads, numbers] = [false, false];
  for (const h of hypotheses) {
    const overload = figures[rowOf[h]! * rowLength + overloadAt]!;
    overloads ||= overload > 0;
    numbers ||= overload < 1;
  }
  if (edges.length === 0 && !(overloads && numbers)) return null;
  const limits = edges.map((edge) => roundedEdge(fromScale(scale, edge)));
  const rounded = limits.map((limit) => toScale(scale, limit));
  const outcomes = edges.length + 1 + (overloads ? 1 : 0);
  fillBands(predictions, scratch, rounded, overloads, toScale(scale, floatingVolts));
  mixed(scratch, outcomes, undefined);
  withOutlier(chances, outcomes, hypotheses.length);
  return { outcomes, chances, specs: () => bandSpecs(scale, limits, overloads) };
}

function bandSpecs(
  { unit }: NumberScale,
  limits: readonly number[],
  overloads: boolean,
): readonly OutcomeSpec[] {
  const specs = Array.from({ length: limits.length + 1 }, (_each, band): OutcomeSpec => ({
    kind: 'band',
    unit,
    from: limits[band - 1] ?? null,
    to: limits[band] ?? null,
    overload: false,
  }));
  return overloads ? [...specs, { kind: 'band', unit, from: null, to: null, overload: true }] : specs;
}

/** Chances of each band under each prediction, and of "OL" past the last. */
function fillBands(
  { figures, special, rowOf }: NumberRows,
  { hypotheses, deviations, chances }: Scratch,
  edges: readonly number[],
  overloads: boolean,
  floatingTop: number,
): void {
  const count = hypotheses.length;
  for (let k = 0; k < count; k++) {
    const row = rowOf[hypotheses[k]!]!;
    const overload = figures[row * rowLength + overloadAt]!;
    let before = 0;
    for (let band = 0; band <= edges.length; band++) {
      let upTo = 1;
      if (band < edges.length) {
        upTo =
          special[row] === plain
            ? normalCdf((edges[band]! - figures[row * rowLength + meanAt]!) / deviations[k]!)
            : Math.min(1, Math.max(0, edges[band]! / floatingTop));
      }
      chances[band * count + k] = (1 - overload) * (upTo - before);
      before = upTo;
    }
    if (overloads) chances[(edges.length + 1) * count + k] = overload;
  }
}

/** Whether all that is predicted lies too close together for any gap, as for most tests: no need to sort those. */
function oneBand({ figures, special, rowOf }: NumberRows, { hypotheses, tellApart }: Scratch): boolean {
  let [least, greatest, finest] = [Infinity, -Infinity, Infinity];
  let [overloads, numbers] = [false, false];
  for (let k = 0; k < hypotheses.length; k++) {
    const row = rowOf[hypotheses[k]!]!;
    const at = row * rowLength;
    const overload = figures[at + overloadAt]!;
    overloads ||= overload > 0;
    numbers ||= overload < 1;
    if (special[row] !== plain || overload >= 1) continue;
    const mean = figures[at + meanAt]!;
    if (mean < least) least = mean;
    if (mean > greatest) greatest = mean;
    if (figures[at + deviationAt]! < finest) finest = figures[at + deviationAt]!;
  }
  return !(overloads && numbers) && !(greatest - least >= tellApart * finest);
}

/** Edges between groups of predicted numbers, in the middle of the widest gaps. */
function bandEdges({ figures, special, rowOf }: NumberRows, scratch: Scratch): readonly number[] {
  const { hypotheses, deviations, means, tellApart } = scratch;
  let size = 0;
  let finest = Infinity;
  for (let k = 0; k < hypotheses.length; k++) {
    const row = rowOf[hypotheses[k]!]!;
    if (special[row] !== plain || figures[row * rowLength + overloadAt]! >= 1) continue;
    const mean = figures[row * rowLength + meanAt]!;
    means[k] = mean;
    scratch.order[size++] = k;
    finest = Math.min(finest, deviations[k]!);
  }
  const order = scratch.order.subarray(0, size).sort((one, other) => means[one]! - means[other]!);
  const gaps: { width: number; edge: number }[] = [];
  for (let i = 1; i < size; i++) {
    const [low, high] = [order[i - 1]!, order[i]!];
    const apart = means[high]! - means[low]!;
    if (apart < tellApart * finest) continue;
    const width = apart / Math.hypot(deviations[low]!, deviations[high]!);
    if (width * Math.SQRT2 >= tellApart) gaps.push({ width, edge: (means[low]! + means[high]!) / 2 });
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

/** The index of the outcome that a number or "OL" which was read belongs to; -1 where there is none. */
export function bandOf(outcomes: readonly OutcomeSpec[], value: number | 'overload'): number {
  return outcomes.findIndex((each) => {
    if (each.kind !== 'band') return false;
    if (value === 'overload' || each.overload) return value === 'overload' && each.overload;
    return (each.from === null || value >= each.from) && (each.to === null || value < each.to);
  });
}
