import type { OperatingState } from '../src/circuit/operatingState';
import { stateKey } from '../src/circuit/operatingState';
import type { ReadingValue } from '../src/instruments/instrument';
import type { Test } from '../src/instruments/instruments';
import { predictOn } from '../src/instruments/instrument';
import { instrumentById } from '../src/instruments/instruments';
import type { Prediction } from '../src/instruments/prediction';
import { likeliestValue } from '../src/instruments/likeliestValue';
import type { Solution } from '../src/solver/solution';
import { solveTogether } from '../src/solver/stateSolver';
import type { Predictor } from '../src/inference/predictor';

/** What an instrument would show without noise: the likeliest outcome, the mean of a number. */
export function likeliestReading({ instrument }: Test, prediction: Prediction): ReadingValue {
  const { display } = instrumentById(instrument);
  return likeliestValue(display, prediction) ?? { kind: 'number', value: 0 };
}

/**
 * What instruments would show without noise on the vehicle compiled with one hypothesis's fault, or healthy: never what the
 * fast path predicts.
 */
export function likeliestReadings({ circuit, hypotheses }: Predictor, hypothesis: number | null) {
  const fault = hypothesis === null ? null : hypotheses[hypothesis]!.fault;
  const solutions = new Map<string, Solution>();
  return (test: Test, state: OperatingState): ReadingValue => {
    const key = stateKey(state);
    const solution = solutions.get(key) ?? solveTogether(circuit, state, fault === null ? [] : [fault]);
    solutions.set(key, solution);
    const solved = { circuit, state, solution };
    return likeliestReading(test, predictOn(instrumentById(test.instrument), solved, test.at));
  };
}
