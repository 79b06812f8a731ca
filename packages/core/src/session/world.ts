import type { Circuit } from '../circuit/circuit';
import type { OperatingState } from '../circuit/operatingState';
import { cavityFill, stateKey, withBlown } from '../circuit/operatingState';
import type { Fault } from '../faults/fault';
import type { ReadingValue } from '../instruments/instrument';
import type { Test } from '../instruments/instruments';
import { simulateReading } from '../job/simulateReading';
import type { Solution } from '../solver/solution';
import { solveTogether } from '../solver/stateSolver';

/**
 * A vehicle with something wrong, as instruments find it: compiled with its faults and solved anew in each state (the
 * plain way), never by what predicts readings. A fuse that opens in a state stays open until another is fitted.
 */
export interface World {
  readonly circuit: Circuit;
  /** Brings the vehicle into a state and reads an instrument there. */
  readonly read: (state: OperatingState, test: Test) => ReadingValue;
  /** The vehicle solved in a state, as it stands then. */
  readonly solution: (state: OperatingState) => Solution;
  /** Fuses that sit in their cavities, opened. */
  readonly opened: () => readonly string[];
}

/** @param random - numbers from 0 to 1, for the noise of the instruments */
export function createWorld(circuit: Circuit, faults: readonly Fault[], random: () => number): World {
  let opened: readonly string[] = [];
  const known = new Map<string, Solution>();
  const enter = (state: OperatingState): { state: OperatingState; solution: Solution } => {
    // A cavity that held something else meanwhile has a fresh fuse when it holds one again.
    const still = opened.filter((fuse) => cavityFill(state, fuse).kind === 'fuse');
    const standing = still.length === 0 ? state : withBlown(state, still);
    const key = stateKey(standing);
    const solution = known.get(key) ?? solveTogether(circuit, standing, faults);
    known.set(key, solution);
    const blown = circuit.parts
      .filter(({ id, kind }) => (kind === 'fuse' || kind === 'fusible link') && solution.blown.includes(id))
      .map(({ id }) => id);
    opened = [...still, ...blown];
    return { state: standing, solution };
  };
  return {
    circuit,
    solution: (state) => enter(state).solution,
    opened: () => opened,
    read(state, test) {
      // Somebody who tries a fresh fuse has put one in.
      if (test.instrument === 'fresh-fuse') opened = opened.filter((fuse) => fuse !== test.at);
      const { state: standing, solution } = enter(state);
      return simulateReading({ circuit, state: standing, solution }, test, random);
    },
  };
}
