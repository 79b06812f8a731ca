import { withBlown } from '../circuit/operatingState';
import type { Unknowns } from '../circuit/parts/partKind';
import { NOTHING_WRONG } from '../faults/hypotheses';
import { presentShare } from '../faults/rates';
import type { ReadingValue } from '../instruments/instrument';
import { instrumentById } from '../instruments/instruments';
import type { Display, NumberScale } from '../instruments/prediction';
import { toScale, floatingVolts } from '../instruments/prediction';
import type { CellLikelihoods, Cells, Likelihoods } from './cells';
import { cellLikelihoods, cellWidth } from './cells';
import type { Alternative, PredictionRows } from './predictionRows';
import {
  asTold,
  deviationAt,
  meaningless,
  meanAt,
  overloadAt,
  plain,
  rowLength,
  floatingInput,
  ways,
} from './predictionRows';
import type { TakenReading } from './takenReading';
import type { FuseInDoubt } from './openedBefore';
import { fusesInDoubt, openedInEachWay } from './openedBefore';
import type { Predictor } from './predictor';
import { outlierLikelihood } from './outlierLikelihood';

/** All of a reading that its weight depends on. */
export interface WeighedAs {
  readonly key: string;
  readonly inDoubt: readonly FuseInDoubt[];
}

/** Cost: states before it that were never solved are solved under every hypothesis. */
export function weighedAs(predictor: Predictor, reading: TakenReading): WeighedAs {
  const { keyOf } = predictor;
  const { test, state, value, told } = reading;
  const inDoubt = fusesInDoubt(predictor, reading);
  const opened = inDoubt.map(({ fuse, states }) => [fuse, states.map(keyOf)]);
  const key = JSON.stringify([test.instrument, test.at, keyOf(state), value, told === true, opened]);
  return { key, inDoubt };
}

/**
 * The likelihood of a reading that was taken as it should be, under each cell. Cost: its state is solved under every hypothesis,
 * the first time.
 */
export function inlierLikelihood(
  predictor: Predictor,
  reading: TakenReading,
  { key, inDoubt }: WeighedAs = weighedAs(predictor, reading),
): Likelihoods {
  return predictor.likelihoods.get(`inlier ${key}`, () => workedOut(predictor, reading, inDoubt));
}

function workedOut(
  predictor: Predictor,
  reading: TakenReading,
  inDoubt: readonly FuseInDoubt[],
): Likelihoods {
  const { display } = instrumentById(reading.test.instrument);
  const { cells } = predictor;
  const read = reading.told === true ? asTold : (shown: PredictionRows) => shown;
  const predictions = read(predictor.predictions(reading.state, reading.test).whole());
  const lists = openedInEachWay(predictor, inDoubt);
  const groups = lists.map((list) =>
    list.map(({ fuses, hypotheses }) => {
      const table = predictor.predictions(withBlown(reading.state, fuses), reading.test);
      return { wanted: new Set(hypotheses), rows: () => table.rowsFor(hypotheses) };
    }),
  );
  // All are asked for before any is looked at: a table grows with what is asked of it.
  for (const group of groups.flat()) group.rows();
  const opened = groups.map((list) => list.map(({ wanted, rows }) => ({ wanted, rows: read(rows()) })));
  const base = new Float64Array(cells.count);
  for (let c = 0; c < base.length; c++) base[c] = inCell(display, predictions, cells, c, reading.value, null);
  const both = (total: Float64Array): CellLikelihoods => {
    const inOrder = new Float64Array(2 * total.length);
    inOrder.set(total);
    inOrder.set(comingAndGoing(predictor, reading, predictions, total), total.length);
    return cellLikelihoods(inOrder);
  };
  const under = (way: Unknowns, index: number): Float64Array => {
    const total = base.slice();
    const fill = (rows: PredictionRows, wanted: (c: number) => boolean, by: Unknowns | null) => {
      for (let c = 0; c < total.length; c++)
        if (wanted(c)) total[c] = inCell(display, rows, cells, c, reading.value, by);
    };
    if (predictions.alternatives.size > 0) fill(predictions, (c) => stands(predictions, cells, c), way);
    for (const { wanted, rows } of opened[index]!) fill(rows, (c) => wanted.has(cells.hypothesisOf[c]!), way);
    return total;
  };
  const differ =
    predictions.alternatives.size > 0 ||
    lists.some((list) => list !== lists[0]) ||
    opened.flat().some(({ rows }) => rows.alternatives.size > 0);
  if (!differ) return { ...both(under('usual', 0)), byWay: null };
  const totals = ways.map(under);
  const mean = base.map((_each, c) => totals.reduce((sum, each) => sum + each[c]!, 0) / ways.length);
  return { ...both(mean), byWay: totals.map(both) };
}

/** Whether it depends on figures that no diagram gives how things stand in a cell. */
function stands(
  { alternatives, rowOf }: PredictionRows,
  { hypothesisOf, towards }: Cells,
  c: number,
): boolean {
  return alternatives.has(rowOf[hypothesisOf[c]!]!) || alternatives.has(rowOf[towards[c]!]!);
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
  way: Unknowns | null,
): number {
  const { rowOf, regimes, alternatives } = predictions;
  const row = rowOf[hypothesisOf[cell]!]!;
  const next = rowOf[towards[cell]!]!;
  const between = share[cell]!;
  if (between === 0 || next < 0) return inRow(display, predictions, row, value, way);
  if (alternatives.has(row) || alternatives.has(next)) {
    // Sharp where all stands as under one of the two, and anything that lies between them.
    const atEnds =
      (1 - between) * inRow(display, predictions, row, value, way) +
      between * inRow(display, predictions, next, value, way);
    return (atEnds + betweenRows(display, predictions, row, next, between, value, way)) / 2;
  }
  if (regimes[row] === regimes[next])
    return betweenRows(display, predictions, row, next, between, value, way);
  const extrapolated = (from: number, away: number, by: number) => {
    const back = away < 0 ? -1 : rowOf[away]!;
    return back < 0 || regimes[back] !== regimes[from]
      ? inRow(display, predictions, from, value, way)
      : betweenRows(display, predictions, from, back, -by, value, way);
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
  way: Unknowns | null,
): number {
  if (predictions.kind === 'outcomes') {
    const [here, there] = [
      inRow(display, predictions, row, value, way),
      inRow(display, predictions, other, value, way),
    ];
    return Math.min(1, Math.max(0, (1 - between) * here + between * there));
  }
  const { figures, special } = predictions;
  const overload = (at: number) => figures[at * rowLength + overloadAt]!;
  const plainly = special[row] === plain && special[other] === plain;
  if (!plainly || overload(row) === 1 || overload(other) === 1)
    return inRow(display, predictions, row, value, way);
  const [here, there] = [row * rowLength, other * rowLength];
  const mean = (1 - between) * figures[here + meanAt]! + between * figures[there + meanAt]!;
  const gap = Math.abs(figures[here + meanAt]! - figures[there + meanAt]!);
  const own = Math.max(figures[here + deviationAt]!, between < 0 ? 0 : figures[there + deviationAt]!);
  const deviation = Math.hypot(own, (gap * cellWidth) / Math.sqrt(12));
  return numberLikelihood(display, value, mean, deviation, overload(row));
}

/**
 * The likelihood of what was read under one row of a table.
 * @param way - where the figures lie that no diagram gives; null: anywhere, each as likely
 */
export function inRow(
  display: Display,
  predictions: PredictionRows,
  row: number,
  value: ReadingValue,
  way: Unknowns | null,
): number {
  const alternatives = predictions.alternatives.get(row);
  if (alternatives !== undefined) {
    const inWay = ({ shown }: Alternative) => inRow(display, shown, 0, value, way);
    const found = way === null ? undefined : alternatives.find(({ under }) => under.includes(way));
    if (found !== undefined) return inWay(found);
    return alternatives.reduce((sum, each) => sum + each.chance * inWay(each), 0);
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
