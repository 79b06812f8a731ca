import type { Circuit } from '../circuit/circuit';
import type { OperatingState } from '../circuit/operatingState';
import type { TerminalRef } from '../circuit/terminalRef';
import { partIdOf } from '../circuit/terminalRef';
import type { Hypothesis } from '../faults/hypotheses';
import type { Test } from '../instruments/instruments';
import { instrumentById } from '../instruments/instruments';
import { simplePrediction } from '../instruments/simplePrediction';
import { createPredictor } from '../inference/predictor';

/** What one module says of one of its pins. */
export interface ScannedItem {
  readonly module: string;
  readonly test: Test;
  /** In words: `No code`, `Reads high`. */
  readonly says: string;
}

/**
 * A scan tool's stand-in: the codes and live values of every module, worked out from the circuit in a state.
 * @param fault - what is wrong; null for the healthy circuit
 */
export function simulatedScan(
  circuit: Circuit,
  state: OperatingState,
  fault: Hypothesis | null,
): readonly ScannedItem[] {
  const predictor = createPredictor(circuit, fault === null ? [] : [fault]);
  const hypothesis = fault === null ? null : 0;
  return (['codes', 'live-data'] as const).flatMap((id) => {
    const instrument = instrumentById(id);
    return instrument
      .targets(circuit)
      .filter((at) => instrument.mayPropose(circuit, state, at))
      .map((at) => {
        const test: Test = { instrument: id, at };
        const says = simplePrediction(instrument, predictor.predict(state, test, hypothesis));
        return { module: partIdOf(at as TerminalRef), test, says };
      });
  });
}
