import type { Belief } from './belief';
import type { Choice } from './lookAhead';
import { plogp } from './worth';

/** A test that adds less than this share of its own bits to another's asks the same. */
const ownShare = 0.25;

/**
 * Tells whether a test asks what none of some others has asked: whether knowing it beside each of them would tell
 * noticeably more, I(S; O₁, O₂) - I(S; O₁) against I(S; O₂). Outcomes are independent of each other under a hypothesis.
 * @returns each time asked: whether the choice is new; one that is joins the others
 * Cost: for each of the others, the outcomes of both times the rows of the belief.
 */
export function asksAnew({ chances, suspectOf, suspectChances }: Belief): (choice: Choice) => boolean {
  const joint = new Float64Array(suspectChances.length);
  /** Bits of doubt that are left, the outcomes of both known. */
  const left = (one: Choice, other: Choice | null): number => {
    const size = chances.length;
    let doubt = 0;
    for (let o = 0; o < one.outcomes; o++) {
      for (let p = 0; p < (other?.outcomes ?? 1); p++) {
        joint.fill(0);
        let whole = 0;
        for (let k = 0; k < size; k++) {
          const own = chances[k]! * one.chances[o * size + k]!;
          const both = other === null ? own : own * other.chances[p * size + k]!;
          joint[suspectOf[k]!]! += both;
          whole += both;
        }
        doubt += plogp(whole);
        for (const each of joint) doubt -= plogp(each);
      }
    }
    return doubt;
  };
  const doubt = suspectChances.reduce((sum, chance) => sum - plogp(chance), 0);
  const asked: { readonly choice: Choice; readonly left: number }[] = [];
  return (choice) => {
    const own = left(choice, null);
    const fresh = asked.every((each) => each.left - left(each.choice, choice) >= ownShare * (doubt - own));
    if (fresh) asked.push({ choice, left: own });
    return fresh;
  };
}
