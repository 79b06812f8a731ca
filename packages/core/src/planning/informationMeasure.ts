import type { Instrument } from '../instruments/instruments';
import type { PredictionRows } from '../inference/predictionRows';
import { meaningless } from '../inference/predictionRows';
import type { TakenReading } from '../inference/takenReading';
import { beyondDoubt, doubtAfter } from '../inference/weights';
import { entropyBits, plogp } from '../statistics/entropy';
import type { TruncatedPosterior } from './truncatedPosterior';
import type { Outcomes, OutcomeTable } from './outcomeTable';
import { outcomeTables } from './outcomeTable';

/** Less than this is not worth a probe. */
export const leastBits = 0.01;
/** Tests that would be meaningless with more than this probability are not proposed. */
const meaninglessAtMost = 0.02;

/** Weighs tests under one truncated posterior; all of them share their working memory. */
export interface InformationMeasure {
  readonly truncated: TruncatedPosterior;
  /** Entropy, bits, about the suspect. */
  readonly entropy: number;
  /** Null when the test can tell nothing, or may well mean nothing. Overwritten by the next one that is made. */
  readonly table: (instrument: Instrument, predictions: PredictionRows) => OutcomeTable | null;
  /** Expected information about the suspect, bits. */
  readonly bits: (table: Outcomes) => number;
  /** Probability of an outcome; that of each suspect together with it goes into `joint`. */
  readonly jointWith: (table: Outcomes, outcome: number) => number;
  readonly joint: Float64Array;
}

/**
 * @param evidence - the readings so far: what one instrument says again tells less
 * @param tellApart - as `outcomeTables` has it
 */
export function informationMeasure(
  truncated: TruncatedPosterior,
  evidence: readonly Pick<TakenReading, 'test'>[] = [],
  tellApart?: number,
): InformationMeasure {
  const { chances, suspectOf, suspectChances, hypotheses } = truncated;
  const count = chances.length;
  const joint = new Float64Array(suspectChances.length);
  const make = outcomeTables(truncated, tellApart);
  const entropy = entropyBits(suspectChances);
  const earlier = new Map<string, number>();
  for (const { test } of evidence) earlier.set(test.instrument, (earlier.get(test.instrument) ?? 0) + 1);
  const jointWith = (table: Outcomes, outcome: number) => {
    const row = outcome * count;
    let probability = 0;
    joint.fill(0);
    for (let k = 0; k < count; k++) {
      const both = chances[k]! * table.chances[row + k]!;
      joint[suspectOf[k]!]! += both;
      probability += both;
    }
    return probability;
  };
  return {
    truncated,
    entropy,
    joint,
    jointWith,
    table(instrument, predictions) {
      let nonsense = 0;
      for (let k = 0; k < count; k++) {
        if (predictions.special[predictions.rowOf[hypotheses[k]!]!] === meaningless) nonsense += chances[k]!;
      }
      if (nonsense > meaninglessAtMost) return null;
      const made = make(instrument, predictions);
      const times = earlier.get(instrument.id);
      if (made !== null && times !== undefined) takeOffDoubt(made, chances, doubtAfter(times));
      return made;
    },
    // I(S; O) = H(S) - Σ p(o)·H(S | o), with p(o)·H(S | o) = p(o)·log p(o) - Σ p(s, o)·log p(s, o).
    bits(table) {
      let left = 0;
      for (let o = 0; o < table.outcomes; o++) {
        left += plogp(jointWith(table, o));
        for (let s = 0; s < joint.length; s++) left -= plogp(joint[s]!);
      }
      return Math.max(0, entropy - left);
    },
  };
}

/**
 * Leaves of the chances what would count: an outcome moves a hypothesis as far only as its chance under that one is beyond doubt
 * another than its chance in all, as readings are weighed. Outcomes stay as likely as they were.
 */
function takeOffDoubt({ outcomes, chances }: Outcomes, rows: Float64Array, doubt: number): void {
  const count = rows.length;
  for (let at = 0; at < outcomes * count; at += count) {
    let [expected, left] = [0, 0];
    for (let k = 0; k < count; k++) expected += rows[k]! * chances[at + k]!;
    if (expected === 0) continue;
    for (let k = 0; k < count; k++) {
      const counts = beyondDoubt(chances[at + k]! / expected, doubt);
      chances[at + k] = counts * expected;
      left += rows[k]! * counts;
    }
    for (let k = 0; k < count; k++) chances[at + k]! /= left;
  }
}
