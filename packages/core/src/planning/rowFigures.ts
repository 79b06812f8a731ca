import type { NumberRows, OutcomeRows } from '../inference/predictionRows';
import { deviationAt, meanAt, overloadAt, plain, rowLength } from '../inference/predictionRows';
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

/** Fills in the numbers: a row that lies between two hypotheses shows what lies between theirs, if all stands alike under both. */
export function figuresInRows(
  { figures, special, regimes, rowOf }: NumberRows,
  { hypotheses, towards, share }: TruncatedPosterior,
  rows: RowFigures,
): void {
  for (let k = 0; k < hypotheses.length; k++) {
    const row = rowOf[hypotheses[k]!]!;
    const at = row * rowLength;
    const overload = figures[at + overloadAt]!;
    rows.special[k] = special[row]!;
    rows.overload[k] = overload;
    rows.mean[k] = figures[at + meanAt]!;
    rows.deviation[k] = figures[at + deviationAt]!;
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
  { outcomes, figures, regimes, rowOf }: OutcomeRows,
  { hypotheses, towards, share }: TruncatedPosterior,
  chances: Float64Array,
): void {
  const count = hypotheses.length;
  for (let k = 0; k < count; k++) {
    const row = rowOf[hypotheses[k]!]!;
    const next = rowOf[towards[k]!]!;
    const between = regimes[row] === regimes[next] ? share[k]! : 0;
    for (let o = 0; o < outcomes; o++) {
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
