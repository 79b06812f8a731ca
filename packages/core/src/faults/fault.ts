/** One thing wrong with a section of wire. `position` is the share of its length from its `from` end. */
export type Fault =
  | { readonly kind: 'open'; readonly section: string }
  | {
      readonly kind: 'short to ground';
      readonly section: string;
      readonly ohms: number;
      readonly position: number;
    };

/** A short below this many ohms is metal on metal; above, it is a wet or dirty path that no fuse notices. */
export const solidShortOhms = 4;

/** What a technician calls it. */
export function faultName(fault: Fault): string {
  if (fault.kind === 'open') return 'open';
  return fault.ohms < solidShortOhms ? 'short to ground' : 'wet path to ground';
}
