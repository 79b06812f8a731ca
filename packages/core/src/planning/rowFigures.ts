import type { NumberRows, OutcomeRows, PredictionRows } from '../inference/predictionRows';
import { deviationAt, meanAt, overloadAt, plain, rowLength, ways } from '../inference/predictionRows';
import type { TruncatedPosterior } from './truncatedPosterior';

/** What a number would be in each row of a truncated posterior, on the instrument's scale. */
export interface RowFigures {
  readonly mean: Float64Array;
  readonly deviation: Float64Array;
  /** Chance of "OL". */
  readonly overload: Float64Array;
  /** As `PredictionRows` has it. */
  readonly special: Uint8Array;
}

/** Room for so many rows. */
export function rowFigures(count: number): RowFigures {
  const room = () => new Float64Array(count);
  return { mean: room(), deviation: room(), overload: room(), special: new Uint8Array(count) };
}

/** What a row may show, each with its share by where the readings have put what no diagram gives; null where that is open. */
function shownInWays<Rows extends PredictionRows>(
  { kind, alternatives }: Rows,
  row: number,
  { ways: shares, hypotheses, coming }: TruncatedPosterior,
  k: number,
): readonly { readonly shown: Rows; readonly share: number }[] | null {
  const known = shares === null ? undefined : alternatives.get(row);
  if (shares === null || known === undefined) return null;
  const at = hypotheses[k]! + (coming[k] === 1 ? shares[0]!.length / 2 : 0);
  return known.flatMap(({ shown, under }) => {
    const share = under.reduce((sum, way) => sum + shares[ways.indexOf(way)]![at]!, 0);
    return shown.kind === kind ? [{ shown: shown as Rows, share }] : [];
  });
}

/** Numbers that may be shown as one: their mean, and the spread of all. */
function mixedInto(
  rows: RowFigures,
  k: number,
  all: readonly { readonly shown: NumberRows; readonly share: number }[],
): void {
  const over = ({ shown }: (typeof all)[number]) => shown.figures[overloadAt]!;
  const sum = (of: (each: (typeof all)[number]) => number) =>
    all.reduce((total, each) => total + of(each), 0);
  const reads = (each: (typeof all)[number]) => each.share * (1 - over(each));
  const whole = sum(reads);
  rows.overload[k] = sum((each) => each.share * over(each));
  if (whole === 0) return;
  const mean = sum((each) => reads(each) * each.shown.figures[meanAt]!) / whole;
  const spread = ({ figures }: NumberRows) => figures[deviationAt]! ** 2 + (figures[meanAt]! - mean) ** 2;
  rows.mean[k] = mean;
  rows.deviation[k] = Math.sqrt(sum((each) => reads(each) * spread(each.shown)) / whole);
}

/** Fills in the numbers: a row that lies between two hypotheses shows what lies between theirs, if all stands alike under both. */
export function figuresInRows(
  predictions: NumberRows,
  truncated: TruncatedPosterior,
  rows: RowFigures,
): void {
  const { figures, special, regimes, rowOf } = predictions;
  const { hypotheses, towards, share } = truncated;
  for (let k = 0; k < hypotheses.length; k++) {
    const row = rowOf[hypotheses[k]!]!;
    const at = row * rowLength;
    const overload = figures[at + overloadAt]!;
    rows.special[k] = special[row]!;
    rows.overload[k] = overload;
    rows.mean[k] = figures[at + meanAt]!;
    rows.deviation[k] = figures[at + deviationAt]!;
    const inWays = shownInWays(predictions, row, truncated, k);
    if (inWays !== null && inWays.every(({ shown }) => shown.special[0] === plain)) {
      mixedInto(rows, k, inWays);
      continue;
    }
    const between = share[k]!;
    if (between === 0) continue;
    const next = rowOf[towards[k]!]!;
    const there = next * rowLength;
    if (regimes[row] !== regimes[next] || special[row] !== plain || special[next] !== plain) continue;
    if (overload !== figures[there + overloadAt]!) continue;
    rows.mean[k] = (1 - between) * figures[at + meanAt]! + between * figures[there + meanAt]!;
    rows.deviation[k] = Math.max(figures[at + deviationAt]!, figures[there + deviationAt]!);
  }
}

/** The same for chances of outcomes, into outcomes × rows. */
export function chancesInRows(
  predictions: OutcomeRows,
  truncated: TruncatedPosterior,
  chances: Float64Array,
): void {
  const { outcomes, figures, regimes, rowOf } = predictions;
  const { hypotheses, towards, share } = truncated;
  const count = hypotheses.length;
  for (let k = 0; k < count; k++) {
    const row = rowOf[hypotheses[k]!]!;
    const next = rowOf[towards[k]!]!;
    const between = regimes[row] === regimes[next] ? share[k]! : 0;
    const inWays = shownInWays(predictions, row, truncated, k);
    for (let o = 0; o < outcomes; o++) {
      if (inWays !== null) {
        chances[o * count + k] = inWays.reduce((sum, each) => sum + each.share * each.shown.figures[o]!, 0);
        continue;
      }
      const own = figures[row * outcomes + o]!;
      chances[o * count + k] =
        between === 0 ? own : (1 - between) * own + between * figures[next * outcomes + o]!;
    }
  }
}

/**
 * Rows of one family stand for ranges of ohms: between two neighbours, what is read lies between what the two predict.
 * Each number is widened by the range that its row stands for (width / √12, the deviation of an even spread).
 * @param families - the family of each row, families together
 */
export function spreadFamilies(
  families: Int32Array,
  { mean, deviation, overload, special }: RowFigures,
): void {
  const half = (one: number, other: number) => {
    if (other < 0 || other >= families.length || families[one] !== families[other]) return 0;
    return special[other] !== plain || overload[one] !== overload[other]
      ? 0
      : Math.abs(mean[one]! - mean[other]!) / 2;
  };
  for (let k = 0; k < families.length; k++) {
    const width = special[k] === plain ? half(k, k - 1) + half(k, k + 1) : 0;
    if (width > 0) deviation[k] = Math.hypot(deviation[k]!, width / Math.sqrt(12));
  }
}
