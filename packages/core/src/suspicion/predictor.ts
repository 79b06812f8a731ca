import type { Circuit } from '../circuit/circuit';
import type { OperatingState } from '../circuit/operatingState';
import { stateKey } from '../circuit/operatingState';
import type { Hypothesis } from '../faults/hypotheses';
import { hypothesesOf } from '../faults/hypotheses';
import type { Bench, Test } from '../instruments/instrument';
import { instrumentById } from '../instruments/instruments';
import type { Prediction } from '../instruments/prediction';
import type { StateSolver } from '../solver/solution';
import { stateSolver } from '../solver/solution';

/** Solved states kept at hand; each holds a few matrices of nodes × nodes. */
const keptStates = 600;
/** Index of the healthy circuit among the hypotheses. */
const healthy = -1;

/**
 * One circuit with everything that can be wrong in it, solved on demand and remembered: what a reading would be
 * depends on the circuit, the state and the fault alone, never on what was read before.
 */
export interface Predictor {
  readonly circuit: Circuit;
  readonly hypotheses: readonly Hypothesis[];
  /** The circuit in a state under one hypothesis; null for the healthy circuit. */
  bench(state: OperatingState, hypothesis: number | null): Bench;
  /** The same for many hypotheses, in the order given. */
  benches(state: OperatingState, hypotheses: readonly number[]): readonly Bench[];
  /** What a test would show under one hypothesis. */
  predict(state: OperatingState, test: Test, hypothesis: number | null): Prediction;
}

interface SolvedState {
  readonly state: OperatingState;
  readonly solver: StateSolver;
  readonly benches: Map<number, Bench>;
}

/** @param hypotheses - what can be wrong; everything in the circuit unless told otherwise */
export function createPredictor(
  circuit: Circuit,
  hypotheses: readonly Hypothesis[] = hypothesesOf(circuit),
): Predictor {
  const solved = new Map<string, SolvedState>();
  const keys = new WeakMap<OperatingState, string>();
  const solvedState = (state: OperatingState): SolvedState => {
    const key = keys.get(state) ?? stateKey(state);
    keys.set(state, key);
    const known = solved.get(key);
    if (known !== undefined) {
      // Put at the end again: the map's first key is then the one unused for longest.
      solved.delete(key);
      solved.set(key, known);
      return known;
    }
    const fresh = { state, solver: stateSolver(circuit, state), benches: new Map<number, Bench>() };
    solved.set(key, fresh);
    if (solved.size > keptStates) solved.delete(solved.keys().next().value ?? '');
    return fresh;
  };
  const benchIn = (entry: SolvedState, hypothesis: number | null): Bench => {
    const index = hypothesis ?? healthy;
    const known = entry.benches.get(index);
    if (known !== undefined) return known;
    const fault = hypothesis === null ? null : hypotheses[hypothesis]!.fault;
    const bench = { circuit, state: entry.state, solution: entry.solver.solve(fault) };
    entry.benches.set(index, bench);
    return bench;
  };
  const bench = (state: OperatingState, hypothesis: number | null) => benchIn(solvedState(state), hypothesis);
  return {
    circuit,
    hypotheses,
    bench,
    benches: (state, many) => {
      const entry = solvedState(state);
      return many.map((hypothesis) => benchIn(entry, hypothesis));
    },
    predict: (state, test, hypothesis) =>
      instrumentById(test.instrument).predict(bench(state, hypothesis), test.at),
  };
}
