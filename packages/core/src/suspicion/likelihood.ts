import { NOTHING_WRONG } from '../faults/hypotheses';
import { presentShare } from '../faults/rates';
import type { ReadingValue, Test } from '../instruments/instrument';
import type { Display } from '../instruments/prediction';
import { instrumentById } from '../instruments/instruments';
import type { NumberScale, Prediction } from '../instruments/prediction';
import { toScale, wanderingVolts } from '../instruments/prediction';
import type { OperatingState } from '../circuit/operatingState';
import { stateKey, withBlown } from '../circuit/operatingState';
import type { Cells } from './cells';
import { cellWidth } from './cells';
import type { NumberColumn, PredictionColumn } from './column';
import {
  columnOf,
  deviationAt,
  meaningless,
  meanAt,
  overloadAt,
  plain,
  rowLength,
  wandering,
} from './column';
import type { PastState } from './openedBefore';
import { openedBefore } from './openedBefore';
import type { Predictor } from './predictor';

/** A reading as evidence. */
export interface TakenReading {
  readonly id: string;
  readonly test: Test;
  readonly state: OperatingState;
  readonly value: ReadingValue;
  /** How many repairs of the job had been done by then; none when absent. */
  readonly afterRepairs?: number;
  /** The states that the vehicle was in before it, in order; and the fuse that was seen to be whole then. */
  readonly before?: readonly PastState[];
}

/** Equal for two readings that ask the same: instrument, point and state. */
export function questionOf({ test, state }: Pick<TakenReading, 'test' | 'state'>): string {
  return `${test.instrument} ${test.at} ${stateKey(state)}`;
}

/** Share of readings that mean nothing: wrong pin, wrong range, a slip of the thumb. One wrong entry never kills the truth. */
export const slipShare = 0.02;
/** The same for one who is asked to swear to the verdict: as many as a tired hand makes. Judgement. */
export const doubtingSlipShare = 0.05;
/** Of slips on a meter, those that show OL, where a probe that touches nothing does. Judgement. */
const slipOverload = 0.3;
/** Of the others, those that show what most other points do. Judgement. */
const slipElsewhere = 0.5;

/** Likelihood of one reading under each cell of each hypothesis, and the part of it that is a slip. */
export interface ReadingLikelihood {
  /** By cell. */
  readonly total: Float64Array;
  /** The same where the fault comes and goes; without meaning where it cannot. */
  readonly coming: Float64Array;
  /** The same under every hypothesis: a slip knows nothing of the fault. */
  readonly slip: number;
}

/**
 * @param share - of readings that are slips
 * @returns likelihoods in the order of the predictor's cells; densities on the scale for numbers
 */
export function readingLikelihood(
  predictor: Predictor,
  reading: TakenReading,
  share: number = slipShare,
): ReadingLikelihood {
  const { display } = instrumentById(reading.test.instrument);
  const { cells } = predictor;
  const column = predictor.column(reading.state, reading.test).whole();
  const slip = share * slipLikelihood(display, reading.value);
  const total = new Float64Array(cells.count);
  const fill = (from: PredictionColumn, wanted: (h: number) => boolean) => {
    for (let c = 0; c < total.length; c++) {
      if (!wanted(cells.hypothesisOf[c]!)) continue;
      total[c] = slip + (1 - share) * inCell(display, from, cells, c, reading.value);
    }
  };
  fill(column, () => true);
  for (const { fuses, hypotheses } of openedBefore(predictor, reading)) {
    const state = withBlown(reading.state, fuses);
    const group = new Set(hypotheses);
    fill(predictor.column(state, reading.test).rowsFor(hypotheses), (h) => group.has(h));
  }
  return { slip, total, coming: comingAndGoing(predictor, reading, column, total, slip, share) };
}

/** Likelihoods where each fault is there for some readings and gone for others. */
function comingAndGoing(
  { hypotheses, cells }: Predictor,
  { test, value }: TakenReading,
  column: PredictionColumn,
  total: Float64Array,
  slip: number,
  share: number,
): Float64Array {
  const healthy = hypotheses.findIndex(({ suspect }) => suspect === NOTHING_WRONG);
  if (healthy < 0) return total;
  const gone = cells.hypothesisOf.indexOf(healthy);
  const { comingAndGoing: mixture, display } = instrumentById(test.instrument);
  if (mixture === undefined || display.kind !== 'outcomes' || value.kind !== 'outcome') {
    return total.map((there) => presentShare * there + (1 - presentShare) * total[gone]!);
  }
  const index = display.outcomes.findIndex(({ id }) => id === value.outcome);
  const absent = chancesOf(column, healthy);
  return total.map((_there, c) => {
    const h = cells.hypothesisOf[c]!;
    if (hypotheses[h]?.mayComeAndGo !== true) return total[gone]!;
    return slip + (1 - share) * (mixture(chancesOf(column, h), absent)[index] ?? 0);
  });
}

/** The chances of each outcome in a hypothesis's row. */
function chancesOf(column: PredictionColumn, h: number): readonly number[] {
  if (column.kind !== 'outcomes') return [];
  const at = column.rowOf[h]! * column.outcomes;
  return [...column.figures.subarray(at, at + column.outcomes)];
}

/** Likelihood of a reading under one prediction. */
export function likelihoodUnder(
  test: Test,
  prediction: Prediction,
  value: ReadingValue,
  share: number = slipShare,
): number {
  const { display } = instrumentById(test.instrument);
  const column = columnOf(display, prediction);
  return share * slipLikelihood(display, value) + (1 - share) * inRow(display, column, 0, value);
}

/**
 * Hypotheses of one family stand for ranges of ohms: between two neighbours, what is read lies between what the
 * two predict. Each number is widened by the range that its hypothesis stands for (width / √12, the deviation of
 * an even spread).
 * @param hypotheses - rows of the column, families together
 * @param families - the family of each of them
 * @param deviations - filled in the order of `hypotheses`
 */
export function spreadFamilies(
  { figures, special, rowOf }: NumberColumn,
  hypotheses: Int32Array,
  families: Int32Array,
  deviations: Float64Array,
): void {
  const gap = (one: number, other: number) => {
    if (other < 0 || other >= hypotheses.length || families[one] !== families[other]) return 0;
    const [row, next] = [rowOf[hypotheses[one]!]!, rowOf[hypotheses[other]!]!];
    if (special[next] !== plain) return 0;
    if (figures[row * rowLength + overloadAt] !== figures[next * rowLength + overloadAt]) return 0;
    return Math.abs(figures[row * rowLength + meanAt]! - figures[next * rowLength + meanAt]!) / 2;
  };
  for (let k = 0; k < hypotheses.length; k++) {
    const row = rowOf[hypotheses[k]!]!;
    const own = figures[row * rowLength + deviationAt]!;
    const width = special[row] === plain ? gap(k, k - 1) + gap(k, k + 1) : 0;
    deviations[k] = width === 0 ? own : Math.hypot(own, width / Math.sqrt(12));
  }
}

/** How often a hand that was once on the wrong pin, or read the wrong scale, shows the same again. Judgement. */
const sameAgain = 0.7;
/** A number read again that lies within so many of the instrument's own deviations is the same. */
const sameWithin = 4;

/** Likelihood of a reading that repeats the slip of an earlier one at the same point. */
export function repeatedSlip(test: Test, earlier: ReadingValue, value: ReadingValue): number {
  const { display } = instrumentById(test.instrument);
  if (display.kind === 'outcomes') {
    const same = earlier.kind === 'outcome' && value.kind === 'outcome' && earlier.outcome === value.outcome;
    return same ? sameAgain : (1 - sameAgain) / Math.max(1, display.outcomes.length - 1);
  }
  if (earlier.kind === 'overload' || value.kind === 'overload') {
    return earlier.kind === value.kind ? sameAgain : slipLikelihood(display, value);
  }
  if (earlier.kind !== 'number' || value.kind !== 'number') return slipLikelihood(display, value);
  const { scale } = display;
  const apart = Math.abs(toScale(scale, earlier.value) - toScale(scale, value.value));
  const width = sameWithin * scale.relative;
  return apart <= width ? sameAgain / (2 * width) : slipLikelihood(display, value);
}

/** The length of an instrument's scale, over which slips and wandering values are spread. */
export function scaleLength(scale: NumberScale): number {
  return toScale(scale, scale.greatest) - toScale(scale, scale.least);
}

export function slipLikelihood(display: Display, value: ReadingValue): number {
  if (display.kind === 'outcomes') return 1 / display.outcomes.length;
  const overload = display.scale.overload ? slipOverload : 0;
  return value.kind === 'overload' ? overload : (1 - overload) * slipDensity(display.scale, value);
}

/** Where a number that means nothing lies: anywhere on the scale, or where most points of a vehicle do. */
function slipDensity(scale: NumberScale, value: ReadingValue): number {
  const even = 1 / scaleLength(scale);
  const { elsewhere = [] } = scale;
  if (value.kind !== 'number' || elsewhere.length === 0) return even;
  const common = elsewhere.reduce((sum, [least, most]) => {
    const width = toScale(scale, most) - toScale(scale, least);
    return value.value >= least && value.value <= most ? sum + 1 / (width * elsewhere.length) : sum;
  }, 0);
  return (1 - slipElsewhere) * even + slipElsewhere * common;
}

/**
 * Likelihood of a reading taken as it should be, in one cell: what is read lies between what its two hypotheses predict.
 * Where contacts or fuses stand differently under the two, the change may lie on either side of the cell: it is half of
 * what each side would show if it went on so.
 */
function inCell(
  display: Display,
  column: PredictionColumn,
  { hypothesisOf, towards, behind, beyond, share }: Cells,
  cell: number,
  value: ReadingValue,
): number {
  const { rowOf, regimes } = column;
  const row = rowOf[hypothesisOf[cell]!]!;
  const next = rowOf[towards[cell]!]!;
  const between = share[cell]!;
  if (between === 0 || next < 0) return inRow(display, column, row, value);
  if (regimes[row] === regimes[next]) return betweenRows(display, column, row, next, between, value);
  const onwards = (from: number, away: number, by: number) => {
    const back = away < 0 ? -1 : rowOf[away]!;
    return back < 0 || regimes[back] !== regimes[from]
      ? inRow(display, column, from, value)
      : betweenRows(display, column, from, back, -by, value);
  };
  return (onwards(row, behind[cell]!, between) + onwards(next, beyond[cell]!, 1 - between)) / 2;
}

/** Likelihood of a reading a share of the way from one row to another; below 0 it is beyond the first. */
function betweenRows(
  display: Display,
  column: PredictionColumn,
  row: number,
  other: number,
  between: number,
  value: ReadingValue,
): number {
  if (column.kind === 'outcomes') {
    const [here, there] = [inRow(display, column, row, value), inRow(display, column, other, value)];
    return Math.min(1, Math.max(0, (1 - between) * here + between * there));
  }
  const { figures, special } = column;
  const overload = (at: number) => figures[at * rowLength + overloadAt]!;
  const plainly = special[row] === plain && special[other] === plain;
  if (!plainly || overload(row) === 1 || overload(other) === 1) return inRow(display, column, row, value);
  const [here, there] = [row * rowLength, other * rowLength];
  const mean = (1 - between) * figures[here + meanAt]! + between * figures[there + meanAt]!;
  const gap = Math.abs(figures[here + meanAt]! - figures[there + meanAt]!);
  const own = Math.max(figures[here + deviationAt]!, between < 0 ? 0 : figures[there + deviationAt]!);
  const deviation = Math.hypot(own, (gap * cellWidth) / Math.sqrt(12));
  return numberLikelihood(display, value, mean, deviation, overload(row));
}

/** The same under one row of a column. */
function inRow(display: Display, column: PredictionColumn, row: number, value: ReadingValue): number {
  const special = column.special[row];
  if (special === meaningless) return slipLikelihood(display, value);
  if (column.kind === 'outcomes') {
    if (display.kind !== 'outcomes' || value.kind !== 'outcome') return 0;
    const index = display.outcomes.findIndex((each) => each.id === value.outcome);
    return index < 0 ? 0 : column.figures[row * column.outcomes + index]!;
  }
  if (display.kind !== 'number') return 0;
  if (special === wandering) {
    return value.kind === 'number' ? wanderingDensity(display.scale, value.value) : 0;
  }
  const at = row * rowLength;
  const { figures } = column;
  return numberLikelihood(
    display,
    value,
    figures[at + meanAt]!,
    figures[at + deviationAt]!,
    figures[at + overloadAt]!,
  );
}

function numberLikelihood(
  display: Display,
  value: ReadingValue,
  mean: number,
  deviation: number,
  overload: number,
): number {
  if (value.kind === 'overload') return overload;
  if (value.kind !== 'number' || display.kind !== 'number') return 0;
  const distance = (toScale(display.scale, value.value) - mean) / deviation;
  return ((1 - overload) * Math.exp(-(distance ** 2) / 2)) / (deviation * Math.sqrt(2 * Math.PI));
}

/** A floating wire shows anything from 0 V up to the supply's volts, evenly on the scale (low values more often). */
export function wanderingDensity(scale: NumberScale, value: number): number {
  const top = toScale(scale, wanderingVolts);
  const bottom = toScale(scale, -0.2);
  const point = toScale(scale, value);
  return point >= bottom && point <= top ? 1 / (top - bottom) : 0;
}
