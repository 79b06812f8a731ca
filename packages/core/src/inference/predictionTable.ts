import type { Unknowns } from '../circuit/parts/partKind';
import type { Connection } from '../instruments/instrument';
import type { Display } from '../instruments/prediction';
import { predictConnected } from '../instruments/instrument';
import { observeAll, observed } from '../instruments/probe';
import { mixPredictions } from '../instruments/mixPredictions';
import type { Prediction } from '../instruments/prediction';
import type { FaultTable } from '../solver/faultTable';
import type { Solution } from '../solver/solution';
import type { Alternative, PredictionRows } from './predictionRows';
import { emptyRows, rowsOf, store } from './predictionRows';

/**
 * Sensed values that differ by less than this, as a share and in volts, ohms or amps, look the same to every
 * instrument: a small part of the error of the finest.
 */
const sameShare = 0.005;
const sameAbsolute = 0.001;

/** In `rowOf`, for a hypothesis that has no row yet. */
const none = -1;

/** Hypotheses in the order in which they were asked for: the rows of one table, or of all that share it. */
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
export class PredictionTable {
  /** What a plan's first approximation asks of every table of the state: in step with the others. */
  private readonly approximate: Filled;
  private asked: Filled | null = null;
  private healthy: Healthy | null = null;
  private observed = 0;
  private readonly first: Range = { least: Infinity, greatest: -Infinity };
  private readonly second: Range = { least: Infinity, greatest: -Infinity };

  constructor(
    private readonly connection: Connection,
    private readonly display: Display,
    private readonly table: FaultTable,
    /** Of all tables of the state. */
    private readonly shared: RowOrder,
    private readonly unknown: UnknownFigures,
  ) {
    this.approximate = { order: shared, rows: 0, predictions: null };
  }

  /**
   * The table with the rows of some hypotheses filled, for an approximation: as if the figures that no diagram gives were the usual
   * ones. Null when all that were ever asked for so look the same.
   */
  distinguishing(hypotheses: Int32Array): PredictionRows | null {
    this.shared.ask(hypotheses);
    return this.approximate.predictions === null && this.alike() ? null : this.fill(this.approximate, false);
  }

  /** The table with every row filled. */
  whole(): PredictionRows {
    return this.rowsFor(this.shared.every);
  }

  /** The table with the rows of some hypotheses filled, whether they look the same or not. */
  rowsFor(hypotheses: Int32Array): PredictionRows {
    this.asked ??= { order: new RowOrder(this.shared.count), rows: 0, predictions: null };
    this.asked.order.ask(hypotheses);
    return this.fill(this.asked, true);
  }

  /** @param whole - the figures that no diagram gives count as well */
  private fill(filled: Filled, whole: boolean): PredictionRows {
    const { order } = filled;
    if (filled.predictions !== null && filled.rows === order.length) return filled.predictions;
    const missing = order.since(filled.rows);
    const predictions = grown(this.display, filled.predictions, order.rowOf, filled.rows, missing.length);
    const { first, second } = scratchFor(missing.length);
    observeAll(this.connection.probe, this.table, missing, first, second);
    for (let k = 0; k < missing.length; k++) {
      const h = missing[k]!;
      const { regime } = this.table.solution(h);
      const own = this.usual(h, first[k]!, second[k]!);
      const ways = whole ? this.ways(h, own, first[k]!, second[k]!) : null;
      store(predictions, filled.rows, ways === null ? own : mixed(this.display, ways), regime);
      const standings = ways === null ? [] : byStanding(this.display, ways);
      if (standings.length > 1) predictions.alternatives.set(filled.rows, standings);
      filled.rows++;
    }
    filled.predictions = predictions;
    return predictions;
  }

  /** What would be shown under a hypothesis with the usual figures. */
  private usual(h: number, first: number, second: number): Prediction {
    const solution = this.table.solution(h);
    return solution.phases === null
      ? this.connection.show(first, second)
      : predictConnected(this.connection, this.display, solution);
  }

  /** That, and what would be shown with the figures at the ends of their ranges; null where these do not decide. */
  private ways(h: number, own: Prediction, first: number, second: number): readonly WayOfStanding[] | null {
    const solution = this.table.solution(h);
    if (!this.unknown.decide(h, solution, first, second)) return null;
    const usual = { under: 'usual', prediction: own, regime: solution.regime } as const;
    const { others, ...healthy } = (this.healthy ??= this.whenHealthy());
    const unaffected =
      others !== null &&
      !solution.doubtful &&
      solution.regime === healthy.regime &&
      alikeTo(first, healthy.first) &&
      alikeTo(second, healthy.second);
    return [usual, ...(unaffected ? others : this.unknown.predictions(h))];
  }

  /** What is sensed on the healthy circuit, and shown at the ends of the ranges; null where these decide how all stands. */
  private whenHealthy(): Healthy {
    const index = this.shared.count;
    const solution = this.table.solution(index);
    const { first, second } = observed(this.connection.probe, solution);
    const settled = !solution.doubtful && solution.phases === null;
    return {
      first,
      second,
      regime: solution.regime,
      others: settled ? this.unknown.predictions(index) : null,
    };
  }

  private alike(): boolean {
    const { shared, first, second } = this;
    if (this.observed < shared.length) {
      const missing = shared.since(this.observed);
      const observed = scratchFor(missing.length);
      observeAll(this.connection.probe, this.table, missing, observed.first, observed.second);
      widen(first, observed.first, missing.length);
      widen(second, observed.second, missing.length);
      this.observed = shared.length;
    }
    return narrow(first) && narrow(second);
  }
}

/** What the figures that no diagram gives do to a table, and where along its wire a short lies. */
export interface UnknownFigures {
  /** Whether they may decide what a probe senses under a hypothesis. */
  readonly decide: (h: number, solution: Solution, first: number, second: number) => boolean;
  /** What would be shown under a hypothesis with those figures at the ends of their ranges. */
  readonly predictions: (h: number) => readonly WayOfStanding[];
}

interface Healthy {
  readonly first: number;
  readonly second: number;
  readonly regime: number;
  readonly others: readonly WayOfStanding[] | null;
}

/** A fault under which a probe senses just what it does on the healthy circuit is not felt there: share and absolute. */
const unfelt = 1e-5;

function alikeTo(one: number, other: number): boolean {
  return one === other || Math.abs(one - other) <= unfelt * (1 + Math.abs(other));
}

/** What would be shown under some figures, and how contacts, outputs and fuses then stand. */
export interface WayOfStanding {
  readonly under: Unknowns;
  readonly prediction: Prediction;
  readonly regime: number;
}

/**
 * Those under which all stands alike become one: their figures differ by degrees, and anything between them may be read. What
 * shows nothing at all ("OL") is not a degree of what leaks: a module that leaks nothing does so at every reading.
 */
function byStanding(display: Display, all: readonly WayOfStanding[]): readonly Alternative[] {
  const standing = ({ regime, prediction }: WayOfStanding) =>
    `${regime} ${prediction.kind === 'number' && prediction.overload > 0.5 ? 'OL' : ''}`;
  return [...new Set(all.map(standing))].map((kind) => {
    const alike = all.filter((each) => standing(each) === kind);
    return {
      chance: alike.length / all.length,
      under: alike.map(({ under }) => under),
      shown: rowsOf(display, mixed(display, alike)),
    };
  });
}

function mixed(display: Display, ways: readonly WayOfStanding[]): Prediction {
  return mixPredictions(
    display,
    ways.map(({ prediction }) => prediction),
  );
}

/** A table as far as it has been filled. */
interface Filled {
  readonly order: RowOrder;
  rows: number;
  predictions: PredictionRows | null;
}

/** The least and the greatest of what was observed. */
interface Range {
  least: number;
  greatest: number;
}

/** Room for more rows, what is there kept. */
function grown(
  display: Display,
  predictions: PredictionRows | null,
  rowOf: Int32Array,
  rows: number,
  more: number,
): PredictionRows {
  if (predictions === null) return emptyRows(display, rowOf, more);
  if (rows + more <= predictions.special.length) return predictions;
  const larger = emptyRows(display, rowOf, Math.max(rows + more, 2 * rows));
  larger.figures.set(predictions.figures);
  larger.special.set(predictions.special);
  larger.fingerprints.set(predictions.fingerprints);
  larger.regimes.set(predictions.regimes);
  for (const [row, alternatives] of predictions.alternatives) larger.alternatives.set(row, alternatives);
  return larger;
}

let scratch = { first: new Float64Array(64), second: new Float64Array(64) };

/** Room to observe so many faults in; nothing keeps it. */
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
