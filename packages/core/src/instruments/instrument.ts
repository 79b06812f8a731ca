import type { Circuit } from '../circuit/circuit';
import type { OperatingState } from '../circuit/operatingState';
import type { Solution } from '../solver/solution';
import type { NumberScale, Prediction } from './prediction';

export type InstrumentId =
  | 'ohmmeter'
  | 'voltmeter'
  | 'lamp-to-ground'
  | 'lamp-to-battery'
  | 'clamp'
  | 'cavity-lamp'
  | 'load'
  | 'fresh-fuse'
  | 'look';

/** Where an instrument is laid: a terminal `C7.1b`, a section's end `W12@from`, a part `F17`, a place `hinge`. */
export type Target = string;

/** An instrument laid on one target. */
export interface Test {
  readonly instrument: InstrumentId;
  readonly at: Target;
}

/** What was read. Numbers are SI. */
export type ReadingValue =
  | { readonly kind: 'number'; readonly value: number }
  | { readonly kind: 'overload' }
  | { readonly kind: 'outcome'; readonly outcome: string };

/** A solved circuit on which instruments are laid. */
export interface Bench {
  readonly circuit: Circuit;
  readonly state: OperatingState;
  readonly solution: Solution;
}

export interface Outcome {
  readonly id: string;
  readonly name: string;
}

/** What an instrument shows: a number on a scale, or one of a few outcomes. */
export type Display =
  | { readonly kind: 'number'; readonly scale: NumberScale }
  | { readonly kind: 'outcomes'; readonly outcomes: readonly Outcome[] };

/** One kind of instrument, whole: a file that gives this, its id above and its line in `instruments.ts`. */
export interface Instrument {
  readonly id: InstrumentId;
  /** As said in a sentence: `ohms to ground`. */
  readonly name: string;
  readonly display: Display;
  /** Whether what it shows depends on the vehicle's state. */
  readonly electrical: boolean;
  /** Minutes to lay it on and read it, once the hand is there. */
  readonly minutes: number;
  /** Every target of the circuit that it can be laid on. */
  readonly targets: (circuit: Circuit) => readonly Target[];
  /** The place where the hand must be. */
  readonly place: (circuit: Circuit, at: Target) => string | undefined;
  /** The instruction, as one technician to another: `Ohms to ground on C7 pin 2, door side`. */
  readonly instruction: (circuit: Circuit, at: Target) => string;
  /** Whether the plan may ask for it there, in that state; a technician may still enter it. */
  readonly mayPropose: (circuit: Circuit, state: OperatingState, at: Target) => boolean;
  readonly predict: (bench: Bench, at: Target) => Prediction;
}
