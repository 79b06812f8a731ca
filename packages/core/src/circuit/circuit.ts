import type { Part } from './parts/part';
import type { TerminalRef } from './terminalRef';

export const hazards = ['heat', 'rub', 'flex', 'vibration', 'water', 'earlier-work'] as const;
export type Hazard = (typeof hazards)[number];

/** Somewhere a hand can get to. */
export interface Place {
  readonly id: string;
  readonly name: string;
  /** Minutes to get there from elsewhere on the vehicle, its strip not counted. */
  readonly reachMinutes: number;
  /** The piece of dismantling that must come off first. */
  readonly strip?: string | undefined;
  readonly hazards: readonly Hazard[];
  /** Share of the wiring's surface that can be seen there once uncovered, 0 to 1. */
  readonly visibility: number;
  /** A sentence to show before the hand goes there. */
  readonly caution?: string | undefined;
  /** Where on the body, seen from above: share from the front to the rear, share from its left to its right. */
  readonly where?: readonly [along: number, across: number] | undefined;
}

/** What the vehicle looks like from above. */
export const bodyKinds = ['car', 'van', 'pickup', 'bus', 'trailer'] as const;
export type BodyKind = (typeof bodyKinds)[number];

/** One piece of dismantling: paid once, shared by the places behind it. */
export interface Strip {
  readonly id: string;
  readonly name: string;
  readonly minutes: number;
}

export interface ControlPosition {
  readonly id: string;
  readonly name: string;
  /** A sentence to show before it is set; the plan never asks for a position that has one. */
  readonly caution?: string | undefined;
}

/** Something a person can set; the first position is the resting one. */
export interface Control {
  readonly id: string;
  readonly name: string;
  readonly positions: readonly ControlPosition[];
  /** Minutes to change it. */
  readonly minutes: number;
  /** Whether it springs back: somebody holds it in any position but the first for as long as is read. */
  readonly momentary?: boolean | undefined;
}

/** Positions that are never set together: a plan never asks for them, whatever it would tell. */
export interface RuledOut {
  /** By the control's id. */
  readonly controls: Readonly<Record<string, string>>;
  readonly why: string;
}

/** One run of wire between two terminals; what a search ends on. */
export interface Section {
  readonly id: string;
  readonly name: string;
  readonly from: TerminalRef;
  readonly to: TerminalRef;
  readonly areaMm2: number;
  readonly lengthMetres: number;
  readonly colour: string;
  /** Places it passes, in order from `from` to `to`. */
  readonly places: readonly string[];
  /** What of it was assumed, not read from a diagram: its figures lie in a wide range round those given. */
  readonly assumed?: readonly AssumedOfWire[] | undefined;
}

/** What of a wire can be assumed. */
export const assumedOfWire = ['areaMm2', 'lengthMetres', 'colour', 'places'] as const;
export type AssumedOfWire = (typeof assumedOfWire)[number];

/** Beyond this many sections a search would take minutes for every reading. */
export const mostSections = 2000;

/** The circuit document, `grim-lantern/circuit` version 1. Plain data: read it from JSON, never change it. */
export interface Circuit {
  readonly format: 'grim-lantern/circuit';
  readonly version: 1;
  readonly name: string;
  /** Nominal volts of the supply. */
  readonly nominalVolts: 12 | 24;
  readonly body?: BodyKind | undefined;
  readonly places: readonly Place[];
  readonly strips: readonly Strip[];
  readonly controls: readonly Control[];
  readonly ruledOut?: readonly RuledOut[] | undefined;
  readonly parts: readonly Part[];
  readonly sections: readonly Section[];
}

/** What does not fit in a document, and where. */
export interface CircuitFlaw {
  /** Path of the field: `sections.3.to`. */
  readonly path: string;
  /** One sentence: what was expected, and what came. */
  readonly message: string;
}
