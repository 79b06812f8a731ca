import type { Circuit } from '../circuit/circuit';
import { alongWire } from '../diagnostics/locate/locateShort';
import type { Predictor } from '../inference/predictor';
import { createPredictor } from '../inference/predictor';

/** A circuit opened for questions, with all that is solved of it meanwhile. The jobs on one circuit share it. */
export interface CircuitSession {
  readonly circuit: Circuit;
  /** With everything that can be wrong in it. @throws {CoreError} `circuit/too-large` */
  readonly predictor: Predictor;
  /** With nothing wrong: its own solved states, so that those of the plan stay at hand. */
  readonly healthy: Predictor;
  /** With nothing wrong but a short somewhere along one wire. The last wire asked about is kept. */
  readonly along: (section: string) => Predictor;
}

/** Nothing is solved before it is asked for. */
export function openCircuit(circuit: Circuit): CircuitSession {
  let predictor: Predictor | null = null;
  let healthy: Predictor | null = null;
  let wire: { readonly section: string; readonly predictor: Predictor } | null = null;
  return {
    circuit,
    get predictor() {
      return (predictor ??= createPredictor(circuit));
    },
    get healthy() {
      return (healthy ??= createPredictor(circuit, []));
    },
    along(section) {
      if (wire?.section !== section) wire = { section, predictor: alongWire(circuit, section) };
      return wire.predictor;
    },
  };
}
