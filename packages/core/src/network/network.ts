import type { FilamentModel } from '../physics/filament';

/**
 * The network that a circuit in a state comes down to.
 *
 * Nodes are numbered from 1; node 0 is the vehicle's body, the reference of all voltages. A branch's current is
 * positive from `a` to `b`; its source's volts raise `a` above `b`.
 */
export const REFERENCE = 0;

export interface Branch {
  readonly owner: string;
  /** Which of its owner's elements it is. */
  readonly role: string;
  readonly a: number;
  readonly b: number;
  readonly siemens: number;
  /** Volts of an ideal source in series, `a` positive. */
  readonly sourceVolts: number;
}

export interface Filament extends FilamentModel {
  readonly owner: string;
  readonly role: string;
  readonly a: number;
  readonly b: number;
}

/** A contact, a transistor or a fuse: joined or not, as the voltages around it tell. */
export interface SwitchingDevice {
  readonly owner: string;
  readonly role: string;
  readonly a: number;
  readonly b: number;
  /** Ohms while joined; parted, there is nothing. */
  readonly ohms: number;
  /** Volts of an ideal source in series while joined, `a` positive: a diode's drop, a regulator's output. */
  readonly sourceVolts?: number;
  /** Joined or not before anything is switched on. */
  readonly atRest: boolean;
  /** A fuse: once parted it stays so. */
  readonly latched?: boolean;
  /** Whether the figures that no diagram gives decide how it stands. */
  readonly doubtful?: (joined: boolean, volts: (node: number) => number) => boolean;
  /** A transistor that switches itself off on too much current, quicker than any fuse, until the state is another. */
  readonly protects?: boolean;
  /** Whether it is not known at how many amps it opens. */
  readonly limitUnknown?: boolean;
  /** Amps as a multiple of what opens it, for what opens on too much current. */
  readonly overload?: (volts: (node: number) => number, ohms: number) => number;
  /**
   * Joined or not, given what it was, the voltage of any node, and how the devices of the same owner stand, by role.
   * `ohms` are its own with what a fault has added to them.
   * A device between a node and itself conducts nothing: it tells what a module's input reads.
   */
  readonly next: (
    joined: boolean,
    volts: (node: number) => number,
    stands: (role: string) => boolean,
    ohms: number,
  ) => boolean;
}

export interface Network {
  /** Nodes, the reference among them. */
  readonly nodeCount: number;
  /** By the name of each terminal. */
  readonly nodeOf: ReadonlyMap<string, number>;
  readonly branches: readonly Branch[];
  readonly filaments: readonly Filament[];
  readonly switches: readonly SwitchingDevice[];
  /** Index in `branches` of each section's wire. */
  readonly sectionBranch: ReadonlyMap<string, number>;
  /** The battery's positive post; null where there is none. */
  readonly supply: number | null;
}

/** What part kinds call to put their elements into a network. A part's elements have roles of their own. */
export interface NetworkBuilder {
  readonly resistor: (role: string, a: number, b: number, ohms: number) => void;
  readonly source: (role: string, a: number, b: number, volts: number, ohms: number) => void;
  readonly filament: (role: string, a: number, b: number, model: FilamentModel) => void;
  readonly switching: (device: Omit<SwitchingDevice, 'owner'>) => void;
  /** A node of the part's own, behind a terminal: the same one whenever it is asked for by the same name. */
  readonly inside: (name: string) => number;
}
