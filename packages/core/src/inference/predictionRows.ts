import type { Unknowns } from '../circuit/parts/partKind';
import type { Display, Prediction } from '../instruments/prediction';

/** How a reading is out of the ordinary under one hypothesis. */
export const plain = 0;
export const floatingInput = 1;
export const meaningless = 2;

/** What one test in one state would show under each hypothesis that has been asked for. */
export type PredictionRows = OutcomeRows | NumberRows;

interface Rows {
  /** Which row is a hypothesis's; below 0 for one that has not been asked for. */
  readonly rowOf: Int32Array;
  /** `plain`, `floatingInput` or `meaningless`, by row. */
  readonly special: Uint8Array;
  /** By row; equal for two rows, of one instrument, that show the same to all intents. */
  readonly fingerprints: Int32Array;
  /** By row; equal for two rows under which contacts, outputs and fuses stand alike. */
  readonly regimes: Int32Array;
  /**
   * Of rows under which what no diagram gives decides how those stand, or whether anything is there to be read: what each way
   * would show.
   */
  readonly alternatives: Map<number, readonly Alternative[]>;
}

/** Where the figures lie that no diagram gives: as usual, or at the one or the other end of their ranges. */
export const ways = ['usual', 'low', 'high'] as const satisfies readonly Unknowns[];

/** One of the ways in which things may stand, with its chance; a table of one row. */
export interface Alternative {
  readonly chance: number;
  /** Under which of the figures they stand so. */
  readonly under: readonly Unknowns[];
  readonly shown: PredictionRows;
}

export interface OutcomeRows extends Rows {
  readonly kind: 'outcomes';
  readonly outcomes: number;
  /** rows × outcomes, row-major; rows sum to 1. */
  readonly figures: Float64Array;
}

export interface NumberRows extends Rows {
  readonly kind: 'numbers';
  /**
   * rows × (mean, deviation, chance of "OL"), row-major, on the instrument's scale; without meaning where
   * `special` is not `plain`.
   */
  readonly figures: Float64Array;
}

/** What lies where within a row of numbers. */
export const rowLength = 3;
export const meanAt = 0;
export const deviationAt = 1;
export const overloadAt = 2;

/** A table of one row: what one prediction says. */
export function rowsOf(display: Display, prediction: Prediction): PredictionRows {
  const predictions = emptyRows(display, Int32Array.of(0), 1);
  store(predictions, 0, prediction, 0);
  return predictions;
}

/** What a table has one hypothesis show; its row must have been filled. Why it would mean nothing is not kept. */
export function predictionIn(predictions: PredictionRows, hypothesis: number): Prediction {
  const row = predictions.rowOf[hypothesis]!;
  if (predictions.special[row] === meaningless) return { kind: 'meaningless', why: '' };
  if (predictions.special[row] === floatingInput) return { kind: 'floating' };
  const { figures } = predictions;
  if (predictions.kind === 'outcomes') {
    const { outcomes } = predictions;
    return { kind: 'outcomes', chances: [...figures.subarray(row * outcomes, (row + 1) * outcomes)] };
  }
  const at = row * rowLength;
  const [mean, deviation, overload] = [meanAt, deviationAt, overloadAt].map((each) => figures[at + each]!);
  return { kind: 'number', mean: mean!, deviation: deviation!, overload: overload! };
}

/** A table with room for so many rows, none of them filled. */
export function emptyRows(display: Display, rowOf: Int32Array, capacity: number): PredictionRows {
  const special = new Uint8Array(capacity);
  const fingerprints = new Int32Array(capacity);
  const regimes = new Int32Array(capacity);
  const alternatives = new Map<number, readonly Alternative[]>();
  if (display.kind === 'outcomes') {
    const outcomes = display.outcomes.length;
    return {
      kind: 'outcomes',
      outcomes,
      figures: new Float64Array(capacity * outcomes),
      rowOf,
      special,
      fingerprints,
      regimes,
      alternatives,
    };
  }
  return {
    kind: 'numbers',
    figures: new Float64Array(capacity * rowLength),
    rowOf,
    special,
    fingerprints,
    regimes,
    alternatives,
  };
}

/** Puts a prediction into a row. */
export function store(
  predictions: PredictionRows,
  row: number,
  prediction: Prediction,
  regime: number,
): void {
  const { figures, special } = predictions;
  if (prediction.kind === 'meaningless') special[row] = meaningless;
  if (prediction.kind === 'floating') special[row] = floatingInput;
  if (predictions.kind === 'outcomes') {
    const { outcomes } = predictions;
    for (let o = 0; o < outcomes; o++) {
      figures[row * outcomes + o] = prediction.kind === 'outcomes' ? prediction.chances[o]! : 1 / outcomes;
    }
  } else if (prediction.kind === 'number') {
    figures[row * rowLength + meanAt] = prediction.mean;
    figures[row * rowLength + deviationAt] = prediction.deviation;
    figures[row * rowLength + overloadAt] = prediction.overload;
  }
  predictions.fingerprints[row] = fingerprintOf(prediction);
  predictions.regimes[row] = regime;
}

/** How often, in effect, a driver has seen what he tells before he brings the vehicle in. Judgement. */
const looksBeforeTold = 2;

/**
 * What would be told in place of read once: what was seen again and again, each time the same. A lamp that is taken for weak
 * once in ten looks is brought in as weak once in a hundred.
 */
export function asTold(predictions: PredictionRows): PredictionRows {
  if (predictions.kind === 'numbers') return predictions;
  const { outcomes, figures: once, alternatives } = predictions;
  const figures = once.map((chance) => chance ** looksBeforeTold);
  for (let at = 0; at < figures.length; at += outcomes) {
    const row = figures.subarray(at, at + outcomes);
    const all = row.reduce((sum, each) => sum + each, 0);
    if (all > 0) row.forEach((each, outcome) => (row[outcome] = each / all));
  }
  const told = [...alternatives].map(
    ([row, all]) => [row, all.map((each) => ({ ...each, shown: asTold(each.shown) }))] as const,
  );
  return { ...predictions, figures, alternatives: new Map(told) };
}

/** What differs by less than these shares, of a deviation and of certainty, looks the same. */
const sameDeviations = 1 / 4;
const sameChances = 1 / 64;

function fingerprintOf(prediction: Prediction): number {
  const stepped = (value: number, step: number) => Math.round(value / step);
  switch (prediction.kind) {
    case 'outcomes': {
      let fingerprints = 0;
      for (const chance of prediction.chances)
        fingerprints = Math.imul(fingerprints, 67) + stepped(chance, sameChances);
      return fingerprints;
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
    case 'floating':
      return -1;
    case 'meaningless':
      return -2;
  }
}
