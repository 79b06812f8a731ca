import type { CavityFill } from '../circuit/operatingState';
import type { InstrumentId } from '../instruments/instrument';

/** What a technician has to hand, and how they like to work. */
export interface Kit {
  /** Instruments that are not to hand. */
  readonly without: readonly InstrumentId[];
  /** Instruments that the technician likes to use: their minutes weigh less. */
  readonly preferred?: readonly InstrumentId[] | undefined;
  /** When given, the hands go to no other places than these. */
  readonly pinned?: readonly string[] | undefined;
  /** Whether a like part is tried first, on its worth, or never before its pins are read. */
  readonly swaps?: 'first' | 'by worth' | 'never' | undefined;
  /** What goes into a blown fuse's cavity. */
  readonly limiter?: CavityFill | undefined;
}

/** The limiter that a plan puts into a blown fuse's cavity unless told otherwise. */
export const limiterLamp: CavityFill = { kind: 'lamp', watts: 21 };

/** What not every technician has to hand, or has no use for beside the rest, is asked for only when told to. */
export const usualKit: Kit = {
  without: ['beeper', 'logic-tester', 'fuse-millivolts', 'ammeter', 'live-data', 'codes'],
};
