import type { Instrument } from '../instruments/instruments';
import type { PredictionRows } from '../inference/predictionRows';
import { meaningless } from '../inference/predictionRows';
import { entropyBits } from '../statistics/entropy';
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

/** @param tellApart - as `outcomeTables` has it */
export function informationMeasure(truncated: TruncatedPosterior, tellApart?: number): InformationMeasure {
  const { chances, suspectOf, suspectChances, hypotheses } = truncated;
  const count = chances.length;
  const joint = new Float64Array(suspectChances.length);
  const make = outcomeTables(truncated, tellApart);
  const entropy = entropyBits(suspectChances);
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
      return nonsense > meaninglessAtMost ? null : make(instrument, predictions);
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

/** p·log2 p of a probability, 0 at 0; bits. */
export function plogp(p: number): number {
  return p > 0 ? p * Math.log2(p) : 0;
}
