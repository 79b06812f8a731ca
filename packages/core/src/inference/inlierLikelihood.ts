import { withBlown } from '../circuit/operatingState';
import { NOTHING_WRONG } from '../faults/hypotheses';
import { presentShare } from '../faults/rates';
import type { ReadingValue } from '../instruments/instrument';
import { instrumentById } from '../instruments/instruments';
import type { Display, NumberScale } from '../instruments/prediction';
import { toScale, floatingVolts } from '../instruments/prediction';
import type { Cells } from './cells';
import { cellWidth } from './cells';
import type { PredictionRows } from './predictionRows';
import {
  asTold,
  deviationAt,
  meaningless,
  meanAt,
  overloadAt,
  plain,
  rowLength,
  floatingInput,
} from './predictionRows';
import type { TakenReading } from './takenReading';
import { openedBefore } from './openedBefore';
import type { Predictor } from './predictor';
import { outlierLikelihood } from './outlierLikelihood';

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
  const read = reading.told === true ? asTold : (shown: PredictionRows) => shown;
  const predictions = read(predictor.predictions(reading.state, reading.test).whole());
  const total = new Float64Array(cells.count);
  const fill = (from: PredictionRows, wanted: ReadonlySet<number> | null) => {
    for (let c = 0; c < total.length; c++) {
      if (wanted?.has(cells.hypothesisOf[c]!) === false) continue;
      total[c] = inCell(display, from, cells, c, reading.value);
    }
  };
  fill(predictions, null);
  for (const { fuses, hypotheses } of openedBefore(predictor, reading)) {
    const state = withBlown(reading.state, fuses);
    fill(read(predictor.predictions(state, reading.test).rowsFor(hypotheses)), new Set(hypotheses));
  }
  return { total, coming: comingAndGoing(predictor, reading, predictions, total) };
}

/** Likelihoods where each fault is there for some readings and gone for others. */
function comingAndGoing(
  { hypotheses, cells }: Predictor,
  { test, value }: TakenReading,
  predictions: PredictionRows,
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
  const absent = chancesOf(predictions, healthy);
  return total.map((_there, c) => {
    const h = cells.hypothesisOf[c]!;
    if (hypotheses[h]?.mayComeAndGo !== true) return total[gone]!;
    return mixture(chancesOf(predictions, h), absent)[index] ?? 0;
  });
}

/** The chances of each outcome in a hypothesis's row. */
function chancesOf(predictions: PredictionRows, h: number): readonly number[] {
  if (predictions.kind !== 'outcomes') return [];
  const at = predictions.rowOf[h]! * predictions.outcomes;
  return [...predictions.figures.subarray(at, at + predictions.outcomes)];
}

/**
 * Likelihood of a reading taken as it should be, in one cell: what is read lies between what its two hypotheses predict.
 * Where contacts or fuses stand differently under the two, the change may lie on either side of the cell: it is half of
 * what each side would show if it went on so.
 */
function inCell(
  display: Display,
  predictions: PredictionRows,
  { hypothesisOf, towards, behind, beyond, share }: Cells,
  cell: number,
  value: ReadingValue,
): number {
  const { rowOf, regimes, alternatives } = predictions;
  const row = rowOf[hypothesisOf[cell]!]!;
  const next = rowOf[towards[cell]!]!;
  const between = share[cell]!;
  if (between === 0 || next < 0) return inRow(display, predictions, row, value);
  if (alternatives.has(row) || alternatives.has(next)) {
    // Sharp where all stands as under one of the two, and anything that lies between them.
    const atEnds =
      (1 - between) * inRow(display, predictions, row, value) +
      between * inRow(display, predictions, next, value);
    return (atEnds + betweenRows(display, predictions, row, next, between, value)) / 2;
  }
  if (regimes[row] === regimes[next]) return betweenRows(display, predictions, row, next, between, value);
  const extrapolated = (from: number, away: number, by: number) => {
    const back = away < 0 ? -1 : rowOf[away]!;
    return back < 0 || regimes[back] !== regimes[from]
      ? inRow(display, predictions, from, value)
      : betweenRows(display, predictions, from, back, -by, value);
  };
  return (extrapolated(row, behind[cell]!, between) + extrapolated(next, beyond[cell]!, 1 - between)) / 2;
}

/** Likelihood of a reading a share of the way from one row to another; below 0 it is beyond the first. */
function betweenRows(
  display: Display,
  predictions: PredictionRows,
  row: number,
  other: number,
  between: number,
  value: ReadingValue,
): number {
  if (predictions.kind === 'outcomes') {
    const [here, there] = [
      inRow(display, predictions, row, value),
      inRow(display, predictions, other, value),
    ];
    return Math.min(1, Math.max(0, (1 - between) * here + between * there));
  }
  const { figures, special } = predictions;
  const overload = (at: number) => figures[at * rowLength + overloadAt]!;
  const plainly = special[row] === plain && special[other] === plain;
  if (!plainly || overload(row) === 1 || overload(other) === 1)
    return inRow(display, predictions, row, value);
  const [here, there] = [row * rowLength, other * rowLength];
  const mean = (1 - between) * figures[here + meanAt]! + between * figures[there + meanAt]!;
  const gap = Math.abs(figures[here + meanAt]! - figures[there + meanAt]!);
  const own = Math.max(figures[here + deviationAt]!, between < 0 ? 0 : figures[there + deviationAt]!);
  const deviation = Math.hypot(own, (gap * cellWidth) / Math.sqrt(12));
  return numberLikelihood(display, value, mean, deviation, overload(row));
}

/** The likelihood of what was read under one row of a table. */
export function inRow(
  display: Display,
  predictions: PredictionRows,
  row: number,
  value: ReadingValue,
): number {
  const alternatives = predictions.alternatives.get(row);
  if (alternatives !== undefined) {
    return alternatives.reduce((sum, { chance, shown }) => sum + chance * inRow(display, shown, 0, value), 0);
  }
  const special = predictions.special[row];
  if (special === meaningless) return outlierLikelihood(display, value);
  if (predictions.kind === 'outcomes') {
    if (display.kind !== 'outcomes' || value.kind !== 'outcome') return 0;
    const index = display.outcomes.findIndex((each) => each.id === value.outcome);
    return index < 0 ? 0 : predictions.figures[row * predictions.outcomes + index]!;
  }
  if (display.kind !== 'number') return 0;
  if (special === floatingInput) {
    return value.kind === 'number' ? floatingDensity(display.scale, value.value) : 0;
  }
  const at = row * rowLength;
  const { figures } = predictions;
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
function floatingDensity(scale: NumberScale, value: number): number {
  const top = toScale(scale, floatingVolts);
  const bottom = toScale(scale, -0.2);
  const point = toScale(scale, value);
  return point >= bottom && point <= top ? 1 / (top - bottom) : 0;
}
