import { withBlown } from '../circuit/operatingState';
import { NOTHING_WRONG } from '../faults/hypotheses';
import { presentShare } from '../faults/rates';
import type { ReadingValue } from '../instruments/instrument';
import { instrumentById } from '../instruments/instruments';
import type { Display, NumberScale } from '../instruments/prediction';
import { toScale, wanderingVolts } from '../instruments/prediction';
import type { Cells } from './cells';
import { cellWidth } from './cells';
import type { PredictionColumn } from './column';
import { deviationAt, meaningless, meanAt, overloadAt, plain, rowLength, wandering } from './column';
import type { TakenReading } from './takenReading';
import { openedBefore } from './openedBefore';
import type { Predictor } from './predictor';
import { slipLikelihood } from './slipLikelihood';

/** Likelihood of a reading that was taken as it should be, by cell. */
export interface InlierLikelihood {
  readonly total: Float64Array;
  /** The same where the fault comes and goes; without meaning where it cannot. */
  readonly coming: Float64Array;
}

/** The likelihood of a reading under each cell. Cost: its state, and those before it, are solved under every hypothesis. */
export function inlierLikelihood(predictor: Predictor, reading: TakenReading): InlierLikelihood {
  const { display } = instrumentById(reading.test.instrument);
  const { cells } = predictor;
  const column = predictor.column(reading.state, reading.test).whole();
  const total = new Float64Array(cells.count);
  const fill = (from: PredictionColumn, wanted: ReadonlySet<number> | null) => {
    for (let c = 0; c < total.length; c++) {
      if (wanted?.has(cells.hypothesisOf[c]!) === false) continue;
      total[c] = inCell(display, from, cells, c, reading.value);
    }
  };
  fill(column, null);
  for (const { fuses, hypotheses } of openedBefore(predictor, reading)) {
    const state = withBlown(reading.state, fuses);
    fill(predictor.column(state, reading.test).rowsFor(hypotheses), new Set(hypotheses));
  }
  return { total, coming: comingAndGoing(predictor, reading, column, total) };
}

/** Likelihoods where each fault is there for some readings and gone for others. */
function comingAndGoing(
  { hypotheses, cells }: Predictor,
  { test, value }: TakenReading,
  column: PredictionColumn,
  total: Float64Array,
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
    return mixture(chancesOf(column, h), absent)[index] ?? 0;
  });
}

/** The chances of each outcome in a hypothesis's row. */
function chancesOf(column: PredictionColumn, h: number): readonly number[] {
  if (column.kind !== 'outcomes') return [];
  const at = column.rowOf[h]! * column.outcomes;
  return [...column.figures.subarray(at, at + column.outcomes)];
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
export function inRow(display: Display, column: PredictionColumn, row: number, value: ReadingValue): number {
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
