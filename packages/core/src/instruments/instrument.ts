import type { Circuit } from '../circuit/circuit';
import type { OperatingState } from '../circuit/operatingState';
import type { Network } from '../network/network';
import type { Solution } from '../solver/solution';
import { mixPhases } from './mixPredictions';
import type { Display, Prediction } from './prediction';
import type { Probe } from './probe';
import { observed } from './probe';

/** Where an instrument is connected: a terminal `C7.1b`, a section's end `W12@from`, a part `F17`, a place `hinge`. */
export type Target = string;

/** What was read. Numbers are SI. */
export type ReadingValue =
  | { readonly kind: 'number'; readonly value: number }
  | { readonly kind: 'overload' }
  | { readonly kind: 'outcome'; readonly outcome: string };

/** What an instrument is connected to, whatever is wrong with it. */
export interface MeasurementContext {
  readonly circuit: Circuit;
  readonly state: OperatingState;
  readonly network: Network;
}

/** A solved circuit that instruments are connected to. */
export interface SolvedCircuit {
  readonly circuit: Circuit;
  readonly state: OperatingState;
  readonly solution: Solution;
}

/** An instrument connected to a target: what it takes off the circuit, which depends on the fault, and what it shows then. */
export interface Connection {
  readonly probe: Probe;
  readonly show: (first: number, second: number) => Prediction;
}

/** One kind of instrument, whole: a file that defines this, and its place in the list of `instruments.ts`. */
export interface InstrumentDefinition<Id extends string = string> {
  readonly id: Id;
  /** As said in a sentence: `ohms to ground`. */
  readonly name: string;
  /** What the flag on the map says where it goes: `probe here`. */
  readonly flag: string;
  readonly display: Display;
  /** Whether what it shows depends on the vehicle's state. */
  readonly electrical: boolean;
  /** Minutes to connect it and read it, once the hand is there. */
  readonly minutes: number;
  /** Slips made with it as a share of those made with a probe; 1 when absent: what is watched is not taken for another pin. */
  readonly slips?: number;
  /** Every target of the circuit that it can be connected to. */
  readonly targets: (circuit: Circuit) => readonly Target[];
  /** The place where the hand must be. */
  readonly place: (circuit: Circuit, at: Target) => string | undefined;
  /** Where else it must be connected: the other end of a wire. */
  readonly otherPlace?: (circuit: Circuit, at: Target) => string | undefined;
  /** The instruction, as one technician to another: `Ohms to ground on C7 pin 2, door side`. */
  readonly instruction: (circuit: Circuit, at: Target) => string;
  /** Whether the plan may ask for it there, in that state; a technician may still enter it. */
  readonly mayPropose: (circuit: Circuit, state: OperatingState, at: Target) => boolean;
  /** Whether it feels where along the wire that it is connected to a short lies. */
  readonly feelsWhere?: boolean;
  /** Whether it is asked for only where the point would be dead in the healthy circuit: it means nothing on a live one. */
  readonly onDeadPoints?: boolean;
  /** Whether it is worth asking where the healthy circuit would show this; always when absent. */
  readonly worthAsking?: (healthy: Prediction) => boolean;
  /**
   * What is shown under a fault that comes and goes, given the chances while it is there and while it is not;
   * when absent, a share of the one and the rest of the other.
   */
  readonly comingAndGoing?: (there: readonly number[], gone: readonly number[]) => readonly number[];
  /** @throws {CoreError} `instrument/target` when the circuit has no such target */
  readonly connect: (context: MeasurementContext, at: Target) => Connection;
}

/** Defines an instrument by an id that the compiler knows. */
export function defineInstrument<const Id extends string>(
  instrument: InstrumentDefinition<Id>,
): InstrumentDefinition<Id> {
  return instrument;
}

/** What an instrument would show on a solved circuit. */
export function predictOn(
  instrument: InstrumentDefinition,
  { circuit, state, solution }: SolvedCircuit,
  at: Target,
): Prediction {
  return predictConnected(
    instrument.connect({ circuit, state, network: solution.network }, at),
    instrument.display,
    solution,
  );
}

/** What an instrument that is connected would show on one solution of the network it is connected to. */
export function predictConnected(
  { probe, show }: Connection,
  display: Display,
  solution: Solution,
): Prediction {
  const { phases } = solution;
  if (phases === null) {
    const { first, second } = observed(probe, solution);
    return show(first, second);
  }
  const each = phases.map((phase) => observed(probe, phase));
  if (seesPhases(probe, display))
    return mixPhases(
      display,
      each.map(({ first, second }) => show(first, second)),
    );
  const mean = (of: (one: { first: number; second: number }) => number) =>
    each.reduce((sum, one) => sum + of(one) / each.length, 0);
  return show(
    mean(({ first }) => first),
    mean(({ second }) => second),
  );
}

/** Whether an instrument shows each phase of a buzzing circuit by itself; a meter or a clamp shows their average. */
function seesPhases({ kind }: Probe, display: Display): boolean {
  const flickers = display.kind === 'outcomes' && display.outcomes.some(({ id }) => id === 'flickers');
  return flickers || kind === 'stands' || kind === 'monitor' || kind === 'fuse load';
}

/** Of an instrument that can tell nothing in its setting. */
export function notApplicable(why: string): Connection {
  return { probe: { kind: 'vain' }, show: () => ({ kind: 'meaningless', why }) };
}
