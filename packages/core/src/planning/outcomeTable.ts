import { presentShare } from '../faults/rates';
import type { Instrument } from '../instruments/instruments';
import type { Outcome } from '../instruments/prediction';
import { allInstruments } from '../instruments/instruments';
import type { NumberScale } from '../instruments/prediction';
import { fromScale, toScale, floatingVolts } from '../instruments/prediction';
import { plogp } from '../statistics/entropy';
import { normalCdf } from '../statistics/normal';
import type { OutcomeRows, PredictionRows } from '../inference/predictionRows';
import { plain } from '../inference/predictionRows';
import type { TruncatedPosterior } from './truncatedPosterior';
import { usualOutlierShare } from '../inference/likelihood';
import type { RowFigures } from './rowFigures';
import { chancesInRows, figuresInRows, rowFigures, spreadFamilies } from './rowFigures';

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
  const count = truncated.chances.length;
  const scratch: Scratch = {
    truncated,
    tellApart,
    count,
    chances: new Float64Array(count * mostOutcomes),
    rows: rowFigures(count),
    order: new Int32Array(count),
    sides: {
      below: new Float64Array(truncated.suspectChances.length),
      above: new Float64Array(truncated.suspectChances.length),
    },
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
    figuresInRows(predictions, truncated, scratch.rows);
    if (oneBand(scratch)) return null;
    spreadFamilies(truncated.families, scratch.rows);
    return bands(display.scale, scratch);
  };
}

interface Scratch {
  readonly truncated: TruncatedPosterior;
  readonly tellApart: number;
  readonly count: number;
  readonly chances: Float64Array;
  readonly rows: RowFigures;
  readonly order: Int32Array;
  /** Of each suspect, what lies below a limit and above it. */
  readonly sides: { readonly below: Float64Array; readonly above: Float64Array };
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

function sameEverywhere(chances: Float64Array, outcomes: number, count: number): boolean {
  for (let o = 0; o < outcomes; o++) {
    let [least, greatest] = [1, 0];
    for (let i = o * count; i < (o + 1) * count; i++) {
      const chance = chances[i]!;
      if (chance < least) least = chance;
      if (chance > greatest) greatest = chance;
    }
    if (greatest - least >= sameChance) return false;
  }
  return true;
}

function listedOutcomes(
  listed: readonly Outcome[],
  predictions: OutcomeRows,
  scratch: Scratch,
  mixture: Instrument['comingAndGoing'],
): OutcomeTable | null {
  const { truncated, chances, count } = scratch;
  const { outcomes } = predictions;
  chancesInRows(predictions, truncated, chances);
  if (sameEverywhere(chances, outcomes, count)) return null;
  mixed(scratch, outcomes, mixture);
  withOutlier(chances, outcomes, count);
  return { outcomes, chances, specs: () => listed.map((each) => ({ kind: 'outcome', ...each })) };
}

function bands(scale: NumberScale, scratch: Scratch): OutcomeTable | null {
  const { chances, count, rows } = scratch;
  const edges = bandEdges(scratch);
  let [overloads, numbers] = [false, false];
  for (let k = 0; k < count; k++) {
    overloads ||= rows.overload[k]! > 0;
    numbers ||= rows.overload[k]! < 1;
  }
  if (edges.length === 0 && !(overloads && numbers)) return null;
  const limits = edges.map((edge) => roundedEdge(fromScale(scale, edge)));
  const rounded = limits.map((limit) => toScale(scale, limit));
  const outcomes = edges.length + 1 + (overloads ? 1 : 0);
  fillBands(scratch, rounded, overloads, toScale(scale, floatingVolts));
  mixed(scratch, outcomes, undefined);
  withOutlier(chances, outcomes, count);
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
  { count, rows: { mean, deviation, overload, special }, chances }: Scratch,
  edges: readonly number[],
  overloads: boolean,
  floatingTop: number,
): void {
  for (let k = 0; k < count; k++) {
    let before = 0;
    for (let band = 0; band <= edges.length; band++) {
      let upTo = 1;
      if (band < edges.length) {
        upTo =
          special[k] === plain
            ? normalCdf((edges[band]! - mean[k]!) / deviation[k]!)
            : Math.min(1, Math.max(0, edges[band]! / floatingTop));
      }
      chances[band * count + k] = (1 - overload[k]!) * (upTo - before);
      before = upTo;
    }
    if (overloads) chances[(edges.length + 1) * count + k] = overload[k]!;
  }
}

/** Whether all that is predicted lies too close together for any gap, as for most tests: no need to sort those. */
function oneBand({ count, rows, tellApart }: Scratch): boolean {
  let [least, greatest, finest] = [Infinity, -Infinity, Infinity];
  let [overloads, numbers] = [false, false];
  for (let k = 0; k < count; k++) {
    const overload = rows.overload[k]!;
    overloads ||= overload > 0;
    numbers ||= overload < 1;
    if (rows.special[k] !== plain || overload >= 1) continue;
    const mean = rows.mean[k]!;
    if (mean < least) least = mean;
    if (mean > greatest) greatest = mean;
    if (rows.deviation[k]! < finest) finest = rows.deviation[k]!;
  }
  return !(overloads && numbers) && !(greatest - least >= tellApart * finest);
}

/** Edges between groups of predicted numbers: in the middle of the widest gaps, then where a limit tells most. */
function bandEdges(scratch: Scratch): readonly number[] {
  const { count, tellApart } = scratch;
  const { mean, deviation, overload, special } = scratch.rows;
  let size = 0;
  let finest = Infinity;
  for (let k = 0; k < count; k++) {
    if (special[k] !== plain || overload[k]! >= 1) continue;
    scratch.order[size++] = k;
    finest = Math.min(finest, deviation[k]!);
  }
  const order = scratch.order.subarray(0, size).sort((one, other) => mean[one]! - mean[other]!);
  const gaps: { width: number; at: number }[] = [];
  for (let i = 1; i < size; i++) {
    const [low, high] = [order[i - 1]!, order[i]!];
    const apart = mean[high]! - mean[low]!;
    if (apart < tellApart * finest) continue;
    const width = apart / Math.hypot(deviation[low]!, deviation[high]!);
    if (width * Math.SQRT2 >= tellApart) gaps.push({ width, at: i });
  }
  const cuts = gaps
    .sort((one, other) => other.width - one.width)
    .slice(0, mostBands - 1)
    .map(({ at }) => at);
  while (cuts.length < mostBands - 1) {
    const cut = tellingCut(scratch, order, cuts);
    if (cut === null) break;
    cuts.push(cut);
  }
  return cuts.sort((one, other) => one - other).map((at) => (mean[order[at - 1]!]! + mean[order[at]!]!) / 2);
}

/** A limit that tells less about the suspect than this, bits, is none. */
const leastOfCut = 0.01;
/** What lies on its two sides differs by so many deviations, on average. */
const sidesApart = 2;

/**
 * Where the numbers of some suspects run into those of others without a gap: the limit that tells most about which suspect it is.
 * @param order - the rows, by their numbers
 * @param cuts - the limits so far, as indices of `order`
 * @returns the index of the first row above it; null where none is worth it
 */
function tellingCut(
  { truncated: { chances, suspectOf }, rows: { mean, deviation }, sides: { below, above } }: Scratch,
  order: Int32Array,
  cuts: readonly number[],
): number | null {
  const bounds = [0, ...cuts, order.length].sort((one, other) => one - other);
  let best: { at: number; gain: number } | null = null;
  for (let b = 1; b < bounds.length; b++) {
    const [from, to] = [bounds[b - 1]!, bounds[b]!];
    below.fill(0);
    above.fill(0);
    let [mass, sum, spread] = [0, 0, 0];
    for (let i = from; i < to; i++) {
      const k = order[i]!;
      above[suspectOf[k]!]! += chances[k]!;
      mass += chances[k]!;
      sum += chances[k]! * mean[k]!;
      spread += chances[k]! * deviation[k]!;
    }
    let [entropyAbove, entropyBelow, massBelow, sumBelow] = [0, 0, 0, 0];
    for (const each of above) entropyAbove -= plogp(each);
    const whole = plogp(mass) + entropyAbove;
    for (let i = from; i < to - 1; i++) {
      const k = order[i]!;
      const s = suspectOf[k]!;
      const p = chances[k]!;
      entropyAbove += plogp(above[s]!);
      entropyBelow += plogp(below[s]!);
      above[s]! -= p;
      below[s]! += p;
      entropyAbove -= plogp(above[s]!);
      entropyBelow -= plogp(below[s]!);
      massBelow += p;
      sumBelow += p * mean[k]!;
      const massAbove = mass - massBelow;
      if (massBelow <= 0 || massAbove <= 0) continue;
      const gain = whole - (plogp(massBelow) + entropyBelow) - (plogp(massAbove) + entropyAbove);
      if (gain < leastOfCut || gain <= (best?.gain ?? 0)) continue;
      const apart = (sum - sumBelow) / massAbove - sumBelow / massBelow;
      if (apart >= (sidesApart * spread) / mass) best = { at: i + 1, gain };
    }
  }
  return best?.at ?? null;
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
