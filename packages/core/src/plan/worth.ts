import type { Instrument } from '../instruments/instrument';
import type { PredictionColumn } from '../suspicion/column';
import { meaningless } from '../suspicion/column';
import { entropyBits } from '../suspicion/suspicion';
import type { Belief } from './belief';
import type { Outcomes, OutcomeTable } from './outcomeTable';
import { outcomeTables } from './outcomeTable';

/** Less than this is not worth a probe. */
export const leastBits = 0.01;
/** Tests that would be meaningless with more than this probability are not proposed. */
const meaninglessAtMost = 0.02;

/** Weighs tests under one belief; all of them share their working memory. */
export interface Scales {
  readonly belief: Belief;
  /** Bits of doubt about the suspect. */
  readonly doubt: number;
  /** Null when the test can tell nothing, or may well mean nothing. Overwritten by the next one that is made. */
  readonly table: (instrument: Instrument, column: PredictionColumn) => OutcomeTable | null;
  /** Expected information about the suspect, bits. */
  readonly bits: (table: Outcomes) => number;
  /** Probability of an outcome; that of each suspect together with it goes into `joint`. */
  readonly jointWith: (table: Outcomes, outcome: number) => number;
  readonly joint: Float64Array;
}

/** @param tellApart - as `outcomeTables` has it */
export function scalesFor(belief: Belief, tellApart?: number): Scales {
  const { chances, suspectOf, suspectChances, hypotheses } = belief;
  const count = chances.length;
  const joint = new Float64Array(suspectChances.length);
  const make = outcomeTables(belief, tellApart);
  const doubt = entropyBits(suspectChances);
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
    belief,
    doubt,
    joint,
    jointWith,
    table(instrument, column) {
      let nonsense = 0;
      for (let k = 0; k < count; k++) {
        if (column.special[column.rowOf[hypotheses[k]!]!] === meaningless) nonsense += chances[k]!;
      }
      return nonsense > meaninglessAtMost ? null : make(instrument, column);
    },
    // I(S; O) = H(S) - Σ p(o)·H(S | o), with p(o)·H(S | o) = p(o)·log p(o) - Σ p(s, o)·log p(s, o).
    bits(table) {
      let left = 0;
      for (let o = 0; o < table.outcomes; o++) {
        left += plogp(jointWith(table, o));
        for (let s = 0; s < joint.length; s++) left -= plogp(joint[s]!);
      }
      return Math.max(0, doubt - left);
    },
  };
}

/** p·log2 p, 0 at 0. */
export function plogp(p: number): number {
  return p > 0 ? p * Math.log2(p) : 0;
}
