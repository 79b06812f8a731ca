import type { Laid } from '../instruments/instrument';
import type { Display } from '../instruments/prediction';
import { predictLaid, senseAll } from '../instruments/instrument';
import { mixPredictions } from '../instruments/mixPredictions';
import type { Prediction } from '../instruments/prediction';
import type { FaultTable } from '../solver/faultTable';
import type { Solution } from '../solver/solution';

/** How a reading is out of the ordinary under one hypothesis. */
export const plain = 0;
export const wandering = 1;
export const meaningless = 2;

/** What one test in one state would show under each hypothesis that has been asked for. */
export type PredictionColumn = OutcomeColumn | NumberColumn;

interface Rows {
  /** Which row is a hypothesis's; below 0 for one that has not been asked for. */
  readonly rowOf: Int32Array;
  /** `plain`, `wandering` or `meaningless`, by row. */
  readonly special: Uint8Array;
  /** By row; equal for two rows, of one instrument, that show the same to all intents. */
  readonly looks: Int32Array;
  /** By row; equal for two rows under which contacts, outputs and fuses stand alike. */
  readonly regimes: Int32Array;
}

export interface OutcomeColumn extends Rows {
  readonly kind: 'outcomes';
  readonly outcomes: number;
  /** rows × outcomes, row-major; rows sum to 1. */
  readonly figures: Float64Array;
}

export interface NumberColumn extends Rows {
  readonly kind: 'numbers';
  /**
   * rows × (mean, deviation, chance of "OL"), row-major, on the instrument's scale; without meaning where
   * `special` is not `plain`.
   */
  readonly figures: Float64Array;
}

/** Where a number column keeps what, within a row. */
export const rowLength = 3;
export const meanAt = 0;
export const deviationAt = 1;
export const overloadAt = 2;

/**
 * Sensed values that differ by less than this, as a share and in volts, ohms or amps, look the same to every
 * instrument: a small part of the error of the finest.
 */
const sameShare = 0.005;
const sameAbsolute = 0.001;

/** In `rowOf`, for a hypothesis that has no row yet. */
const none = -1;

/** Hypotheses in the order in which they were asked for: the rows of one column, or of all that share it. */
export class RowOrder {
  readonly rowOf: Int32Array;
  private readonly order: Int32Array;
  private all: Int32Array | null = null;
  private rows = 0;
  private last: Int32Array | null = null;

  /** @param count - hypotheses in all */
  constructor(readonly count: number) {
    this.rowOf = new Int32Array(count).fill(none);
    this.order = new Int32Array(count);
  }

  get length(): number {
    return this.rows;
  }

  /** All hypotheses, in the predictor's order; the same array every time. */
  get every(): Int32Array {
    this.all ??= Int32Array.from({ length: this.count }, (_each, h) => h);
    return this.all;
  }

  /** Whether all of them have rows. */
  has(hypotheses: Int32Array): boolean {
    if (this.rows < hypotheses.length) return false;
    if (this.rows === this.count) return true;
    return hypotheses.every((h) => this.rowOf[h] !== none);
  }

  /** Gives rows to those that have none. Free when the same array was asked for last. */
  ask(hypotheses: Int32Array): void {
    if (this.last === hypotheses) return;
    this.last = hypotheses;
    for (const h of hypotheses) {
      if (this.rowOf[h] !== none) continue;
      this.rowOf[h] = this.rows;
      this.order[this.rows++] = h;
    }
  }

  /** The hypotheses of the rows from one on. */
  since(row: number): Int32Array {
    return this.order.subarray(row, this.rows);
  }
}

/**
 * What one test in one state senses and shows, worked out hypothesis by hypothesis as it is asked for and kept:
 * it depends on the circuit, the state and the fault alone, never on what was read before. While all that is asked
 * for looks the same, nothing is kept at all.
 */
export class Column {
  /** What a plan's first glance asks of every column of the state: in step with the others. */
  private readonly glanced: Filled;
  private asked: Filled | null = null;
  private sensed = 0;
  private readonly first: Range = { least: Infinity, greatest: -Infinity };
  private readonly second: Range = { least: Infinity, greatest: -Infinity };

  constructor(
    private readonly laid: Laid,
    private readonly display: Display,
    private readonly table: FaultTable,
    /** Of all columns of the state. */
    private readonly shared: RowOrder,
    private readonly unknown: UnknownFigures,
  ) {
    this.glanced = { order: shared, rows: 0, column: null };
  }

  /**
   * The column with the rows of some hypotheses filled, for a glance: as if the figures that no diagram gives were the usual
   * ones. Null when all that were ever asked for so look the same.
   */
  telling(hypotheses: Int32Array): PredictionColumn | null {
    this.shared.ask(hypotheses);
    return this.glanced.column === null && this.alike() ? null : this.fill(this.glanced, false);
  }

  /** The column with every row filled. */
  whole(): PredictionColumn {
    return this.rowsFor(this.shared.every);
  }

  /** The column with the rows of some hypotheses filled, whether they look the same or not. */
  rowsFor(hypotheses: Int32Array): PredictionColumn {
    this.asked ??= { order: new RowOrder(this.shared.count), rows: 0, column: null };
    this.asked.order.ask(hypotheses);
    return this.fill(this.asked, true);
  }

  /** @param whole - the figures that no diagram gives count as well */
  private fill(filled: Filled, whole: boolean): PredictionColumn {
    const { order } = filled;
    if (filled.column !== null && filled.rows === order.length) return filled.column;
    const missing = order.since(filled.rows);
    const column = grown(this.display, filled.column, order.rowOf, filled.rows, missing.length);
    const { first, second } = scratchFor(missing.length);
    senseAll(this.laid.probe, this.table, missing, first, second);
    for (let k = 0; k < missing.length; k++) {
      const h = missing[k]!;
      const { regime } = this.table.solution(h);
      store(column, filled.rows++, this.prediction(h, first[k]!, second[k]!, whole), regime);
    }
    filled.column = column;
    return column;
  }

  private prediction(h: number, first: number, second: number, whole: boolean): Prediction {
    const solution = this.table.solution(h);
    const usual =
      solution.phases === null
        ? this.laid.show(first, second)
        : predictLaid(this.laid, this.display, solution);
    if (!whole || !this.unknown.decide(h, solution, first, second)) return usual;
    return mixPredictions(this.display, [usual, ...this.unknown.predictions(h)]);
  }

  private alike(): boolean {
    const { shared, first, second } = this;
    if (this.sensed < shared.length) {
      const missing = shared.since(this.sensed);
      const sensed = scratchFor(missing.length);
      senseAll(this.laid.probe, this.table, missing, sensed.first, sensed.second);
      widen(first, sensed.first, missing.length);
      widen(second, sensed.second, missing.length);
      this.sensed = shared.length;
    }
    return narrow(first) && narrow(second);
  }
}

/** What the figures that no diagram gives do to a column, and where along its wire a short lies. */
export interface UnknownFigures {
  /** Whether they may decide what a probe senses under a hypothesis. */
  readonly decide: (h: number, solution: Solution, first: number, second: number) => boolean;
  /** What would be shown under a hypothesis with those figures at the ends of their ranges. */
  readonly predictions: (h: number) => readonly Prediction[];
}

/** A column as far as it has been filled. */
interface Filled {
  readonly order: RowOrder;
  rows: number;
  column: PredictionColumn | null;
}

/** The least and the greatest of what was sensed. */
interface Range {
  least: number;
  greatest: number;
}

/** Room for more rows, what is there kept. */
function grown(
  display: Display,
  column: PredictionColumn | null,
  rowOf: Int32Array,
  rows: number,
  more: number,
): PredictionColumn {
  if (column === null) return emptyColumn(display, rowOf, more);
  if (rows + more <= column.special.length) return column;
  const larger = emptyColumn(display, rowOf, Math.max(rows + more, 2 * rows));
  larger.figures.set(column.figures);
  larger.special.set(column.special);
  larger.looks.set(column.looks);
  larger.regimes.set(column.regimes);
  return larger;
}

let scratch = { first: new Float64Array(64), second: new Float64Array(64) };

/** Room to sense so many faults in; nothing keeps it. */
function scratchFor(count: number) {
  if (scratch.first.length < count) {
    scratch = { first: new Float64Array(2 * count), second: new Float64Array(2 * count) };
  }
  return scratch;
}

/** Takes the first so many values into a range. */
function widen(range: Range, values: Float64Array, count: number): void {
  for (let k = 0; k < count; k++) {
    const value = values[k]!;
    if (value < range.least) range.least = value;
    if (value > range.greatest) range.greatest = value;
  }
}

/** Whether all that a range holds looks the same to every instrument. */
function narrow({ least, greatest }: Range): boolean {
  if (least === greatest) return true;
  if (greatest === Infinity) return false;
  return greatest - least <= sameAbsolute + sameShare * Math.max(Math.abs(least), Math.abs(greatest));
}

/** A column of one row: what one prediction says. */
export function columnOf(display: Display, prediction: Prediction): PredictionColumn {
  const column = emptyColumn(display, Int32Array.of(0), 1);
  store(column, 0, prediction, 0);
  return column;
}

/** What a column has one hypothesis show; its row must have been filled. Why it would mean nothing is not kept. */
export function predictionIn(column: PredictionColumn, hypothesis: number): Prediction {
  const row = column.rowOf[hypothesis]!;
  if (column.special[row] === meaningless) return { kind: 'meaningless', why: '' };
  if (column.special[row] === wandering) return { kind: 'wandering' };
  const { figures } = column;
  if (column.kind === 'outcomes') {
    const { outcomes } = column;
    return { kind: 'outcomes', chances: [...figures.subarray(row * outcomes, (row + 1) * outcomes)] };
  }
  const at = row * rowLength;
  const [mean, deviation, overload] = [meanAt, deviationAt, overloadAt].map((each) => figures[at + each]!);
  return { kind: 'number', mean: mean!, deviation: deviation!, overload: overload! };
}

function emptyColumn(display: Display, rowOf: Int32Array, capacity: number): PredictionColumn {
  const special = new Uint8Array(capacity);
  const looks = new Int32Array(capacity);
  const regimes = new Int32Array(capacity);
  if (display.kind === 'outcomes') {
    const outcomes = display.outcomes.length;
    return {
      kind: 'outcomes',
      outcomes,
      figures: new Float64Array(capacity * outcomes),
      rowOf,
      special,
      looks,
      regimes,
    };
  }
  return { kind: 'numbers', figures: new Float64Array(capacity * rowLength), rowOf, special, looks, regimes };
}

function store(column: PredictionColumn, row: number, prediction: Prediction, regime: number): void {
  const { figures, special } = column;
  if (prediction.kind === 'meaningless') special[row] = meaningless;
  if (prediction.kind === 'wandering') special[row] = wandering;
  if (column.kind === 'outcomes') {
    const { outcomes } = column;
    for (let o = 0; o < outcomes; o++) {
      figures[row * outcomes + o] = prediction.kind === 'outcomes' ? prediction.chances[o]! : 1 / outcomes;
    }
  } else if (prediction.kind === 'number') {
    figures[row * rowLength + meanAt] = prediction.mean;
    figures[row * rowLength + deviationAt] = prediction.deviation;
    figures[row * rowLength + overloadAt] = prediction.overload;
  }
  column.looks[row] = looksOf(prediction);
  column.regimes[row] = regime;
}

/** What differs by less than these shares, of a deviation and of certainty, looks the same. */
const sameDeviations = 1 / 4;
const sameChances = 1 / 64;

function looksOf(prediction: Prediction): number {
  const stepped = (value: number, step: number) => Math.round(value / step);
  switch (prediction.kind) {
    case 'outcomes': {
      let looks = 0;
      for (const chance of prediction.chances) looks = Math.imul(looks, 67) + stepped(chance, sameChances);
      return looks;
    }
    case 'number': {
      const { mean, deviation, overload } = prediction;
      const finest = stepped(Math.log2(deviation), sameDeviations);
      return (
        Math.imul(
          Math.imul(stepped(mean, deviation * sameDeviations), 67) + stepped(overload, sameChances),
          131,
        ) + finest
      );
    }
    case 'wandering':
      return -1;
    case 'meaningless':
      return -2;
  }
}
