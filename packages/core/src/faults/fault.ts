import type { Effect } from './effect';

/** One thing wrong with a section of wire. `position` is the share of its length from its `from` end. */
export type SectionFault =
  | { readonly kind: 'open'; readonly section: string }
  | { readonly kind: 'added resistance'; readonly section: string; readonly ohms: number }
  | {
      readonly kind: 'short to ground' | 'short to battery';
      readonly section: string;
      readonly ohms: number;
      readonly position: number;
    };

/** One thing wrong within a part: what it does to the part's own elements. */
export interface PartFault {
  readonly kind: 'part';
  readonly part: string;
  readonly effect: Effect;
}

export type Fault = SectionFault | PartFault;

/** The section or the part that a fault is in. */
export function faultedId(fault: Fault | null): string | null {
  if (fault === null) return null;
  return fault.kind === 'part' ? fault.part : fault.section;
}
