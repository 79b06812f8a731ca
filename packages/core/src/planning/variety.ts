import type { Outcomes } from './outcomeTable';
import type { InformationMeasure } from './informationMeasure';

/** A test that adds less than this share of its own bits to another's asks the same. */
const ownShare = 0.33;

/**
 * Tells whether a test asks what none of some others has asked: whether knowing it beside each of them would tell
 * noticeably more, I(S; O₁, O₂) - I(S; O₁) against I(S; O₂).
 * @returns each time asked: whether the test is new; one that is joins the others
 * Cost: for each of the others, the outcomes of both times the rows of the truncated posterior.
 */
export function asksAnew({ truncated, bits }: InformationMeasure): (test: Outcomes) => boolean {
  const rows = truncated.chances.length;
  const asked: { readonly test: Outcomes; readonly bits: number }[] = [];
  return (test) => {
    const own = bits(test);
    const fresh = asked.every(
      (other) => bits(together(other.test, test, rows)) - other.bits >= ownShare * own,
    );
    if (fresh) asked.push({ test, bits: own });
    return fresh;
  };
}

/** Two tests as one: under a hypothesis their outcomes are independent of each other. */
function together(one: Outcomes, other: Outcomes, rows: number): Outcomes {
  const outcomes = one.outcomes * other.outcomes;
  const chances = new Float64Array(outcomes * rows);
  for (let both = 0; both < outcomes; both++) {
    const [o, p] = [Math.floor(both / other.outcomes), both % other.outcomes];
    for (let k = 0; k < rows; k++) {
      chances[both * rows + k] = one.chances[o * rows + k]! * other.chances[p * rows + k]!;
    }
  }
  return { outcomes, chances };
}
