import type { PartFailure } from './effect';
import type { OperatingState } from '../operatingState';
import type { NetworkBuilder } from '../../network/network';

/** What every part has. */
export interface PartCommon {
  readonly id: string;
  readonly name: string;
  /** The place where a hand reaches it. */
  readonly place: string;
  /** What a new one costs, in the workshop's own money; not known when absent. */
  readonly price?: number | undefined;
  /** What of it was assumed, not read from a diagram: such figures lie in a wide range round those given. */
  readonly assumed?: readonly AssumedOfPart[] | undefined;
}

/** What of a part can be assumed. */
export const assumedOfPart = ['place', 'ratingAmps', 'ohms', 'watts', 'coilOhms'] as const;
export type AssumedOfPart = (typeof assumedOfPart)[number];

/**
 * Where the figures lie that no diagram gives (what a module leaks or draws, the volts at which a relay lets go): as
 * usual, or all at the one or the other end of their ranges.
 */
export type Unknowns = 'usual' | 'low' | 'high';

/** How many times what was assumed a figure may really be. Judgement: a length or a load guessed from its kind. */
const assumedTimes: Readonly<Record<Unknowns, number>> = { usual: 1, low: 0.5, high: 2 };

/** A figure of a part or a wire, in its own unit, anywhere in its range where it was assumed. */
export function whereAssumed<F extends string>(
  { assumed }: { readonly assumed?: readonly F[] | undefined },
  field: F,
  value: number,
  unknowns: Unknowns,
): number {
  return assumed?.includes(field) === true ? value * assumedTimes[unknowns] : value;
}

/** A figure that no diagram gives, by where it lies in its range. */
export interface UnknownFigure {
  readonly usual: number;
  readonly low: number;
  readonly high: number;
}

/** What a part kind may ask for while it puts its elements into a network. */
export interface StampContext {
  readonly builder: NetworkBuilder;
  readonly state: OperatingState;
  readonly nominalVolts: number;
  /** Node of one of the part's own terminals. */
  readonly node: (terminal: string) => number;
  readonly unknowns: Unknowns;
}

/** How a hand takes a part apart, in the trade's words; null where it cannot. */
export type Removal = 'pull' | 'unplug' | 'part' | null;

/** Something whose working can be seen or heard, between two of its part's terminals. */
export interface Consumer {
  /** Tells it from the part's others; empty where it is the only one. */
  readonly id: string;
  /** As a technician calls it: `Step lamp`, `Tail lamp left brake`. */
  readonly name: string;
  readonly a: string;
  readonly b: string;
  /** The element that does the work. */
  readonly role: string;
  /** Share of its rated power that it takes at so many volts. */
  readonly powerShare: (volts: number) => number;
  /** How a person notices that it works. */
  readonly shows: ShowsItself;
}

/** How a load shows that it works; `gauge`: on an instrument of the dashboard; `not`: nobody notices. */
export const showsItself = ['seen', 'heard', 'felt', 'gauge', 'not'] as const;
export type ShowsItself = (typeof showsItself)[number];

/** One kind of part, whole: adding a kind is one file that gives this, and its line in `partKinds.ts`. */
export interface PartKind<P extends PartCommon> {
  readonly removal: Removal;
  /** Minutes to take it apart, or to put it together, once the hand is there. */
  readonly removalMinutes: number;
  /** The names of its terminals. */
  readonly terminals: (part: P) => readonly string[];
  /** What a technician calls one of them: `pin 87`, `supply leg`. */
  readonly terminalLabel: (part: P, terminal: string) => string;
  /** What of it is seen or heard to work; none when absent. */
  readonly consumers?: (part: P, nominalVolts: number) => readonly Consumer[];
  /** The ways in which it fails. */
  readonly failures: (part: P) => readonly PartFailure[];
  /** Whether they can be seen from outside. */
  readonly failuresShow: boolean;
  /** Puts its elements into the network; not called while the part is taken apart. */
  readonly stamp: (part: P, context: StampContext) => void;
}
