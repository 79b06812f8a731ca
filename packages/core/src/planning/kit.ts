import type { Circuit } from '../circuit/circuit';
import type { CavityFill } from '../circuit/operatingState';
import type { Part } from '../circuit/parts/part';
import type { InstrumentId } from '../instruments/instruments';

type LimiterLamp = Extract<CavityFill, { kind: 'lamp' }>;

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
  readonly limiter?: LimiterLamp | undefined;
}

/** The limiter that a plan puts into a blown fuse's cavity unless told otherwise. */
export const limiterLamp: LimiterLamp = { kind: 'lamp', watts: 21 };

/** What not every technician has to hand, or has no use for beside the rest, is asked for only when told to. */
export const usualKit: Kit = {
  without: [
    'beeper',
    'logic-tester',
    'fuse-millivolts',
    'ammeter',
    'live-data',
    'codes',
    'wire-ohms',
    'tap',
    'relay-bench',
    'trace',
  ],
};

/** The lamps that serve as limiters: watts. */
export const limiterWatts: readonly number[] = [5, 21, 55];
/** The fuse of a common meter's current range: amps. Judgement. */
export const meterFuseAmps = 10;

/** The fuse of a lead laid by hand: never larger than the smallest of the circuit's own. */
export function leadFuseAmps({ parts }: Circuit): number {
  const ratings = parts.flatMap((part) => (part.kind === 'fuse' ? [part.ratingAmps] : []));
  return Math.min(meterFuseAmps, ...ratings);
}

/** What may stand in a fuse's cavity: nothing in it ever carries more than the fuse that belongs there. */
export function cavityFills({ ratingAmps }: Extract<Part, { kind: 'fuse' }>): readonly CavityFill[] {
  return [
    { kind: 'fuse' },
    { kind: 'open' },
    ...limiterWatts.map((watts) => ({ kind: 'lamp', watts }) as const),
    { kind: 'breaker', amps: ratingAmps },
    { kind: 'ammeter', amps: Math.min(meterFuseAmps, ratingAmps) },
    { kind: 'jumper', amps: ratingAmps },
  ];
}
