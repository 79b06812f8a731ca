import type { ProposedAction } from '@grim-lantern/core';

/** Why somebody should ask before going on: the search would not end, trim comes off, or the repair is dear. */
export type StopReason = 'endless' | 'trim' | 'repair';

/** What a step and a repair cost, in the workshop's money; and from how much on the customer is asked. */
interface Costs {
  readonly step: number;
  /** Null while nothing is named that could be repaired. */
  readonly repair: number | null;
  readonly askFrom: number;
}

/**
 * @param standsAlone - whether one suspect does
 * @param reproduces - false where nothing shows the fault: that it is fair to stop is said then, and better
 */
export function stopReason(
  { worthIt, work: { strips } }: Pick<ProposedAction, 'worthIt' | 'work'>,
  { step, repair, askFrom }: Costs,
  standsAlone: boolean,
  reproduces: () => boolean,
): StopReason | null {
  // Where the vehicle may well be sound there is no repair to name, and a search without end all the same.
  if (!worthIt && strips.length === 0 && reproduces()) return 'endless';
  if (repair === null) return null;
  if (strips.length > 0 && (!worthIt || step >= askFrom / 2)) return 'trim';
  return standsAlone && repair >= askFrom ? 'repair' : null;
}
