import type { OperatingState } from '../circuit/operatingState';
import { isRenewed } from '../circuit/operatingState';
import type { Effect } from '../circuit/parts/effect';
import { staysInHarness } from '../circuit/parts/effect';

/** One thing wrong with a section of wire. `position` is the share of its length from its `from` end. */
export type SectionFault =
  | { readonly kind: 'open'; readonly section: string }
  | { readonly kind: 'added resistance'; readonly section: string; readonly ohms: number }
  | {
      readonly kind: 'short to ground' | 'short to battery';
      readonly section: string;
      readonly ohms: number;
      readonly position: number;
    }
  /** Two wires chafed through to each other, both in the middle. */
  | {
      readonly kind: 'short to wire';
      readonly section: string;
      readonly other: string;
      readonly ohms: number;
    };

/** One thing wrong within a part: what it does to the part's own elements. */
export interface PartFault {
  readonly kind: 'part';
  readonly part: string;
  readonly effect: Effect;
}

export type Fault = SectionFault | PartFault;

/**
 * Whether a fault is on the vehicle at all in a state: what is wrong inside a part goes with it when it is unplugged or
 * exchanged for a good one.
 */
export function isPresent(fault: Fault, state: OperatingState): boolean {
  return !isCured(fault, state) && !(fault.kind === 'part' && state.apart.includes(fault.part));
}

/** Whether a fault has gone with its part, which was exchanged for a good one. */
export function isCured(fault: Fault, state: OperatingState): boolean {
  return fault.kind === 'part' && isRenewed(state, fault.part) && !staysInHarness(fault.effect);
}

/** Stands between the two ids of a suspect that lies in two things. */
const both = '&';

/** The suspect that lies in two things: two wires at their common place, or two causes at once. */
export function jointSuspect(one: string, other: string): string {
  return `${one}${both}${other}`;
}

/** The sections and parts that a suspect lies in: one, or two. */
export function thingsOf(suspect: string): readonly string[] {
  return suspect.split(both);
}

/** The suspect that a fault belongs to: the section or the part that it is in, or both sections. */
export function faultedId(fault: Fault | null): string | null {
  if (fault === null) return null;
  if (fault.kind === 'part') return fault.part;
  return fault.kind === 'short to wire' ? jointSuspect(fault.section, fault.other) : fault.section;
}

/** Whether a fault lies within a section. */
export function liesIn(fault: Fault | null, section: string): boolean {
  if (fault === null || fault.kind === 'part') return false;
  return fault.section === section || (fault.kind === 'short to wire' && fault.other === section);
}
