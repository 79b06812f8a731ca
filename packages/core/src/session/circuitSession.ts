import type { Circuit } from '../circuit/circuit';
import { alongIfKnown } from '../diagnostics/locate/alongIfKnown';
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
  /** The same as if what is only assumed of the wire were known. The last one is kept, too. */
  readonly alongIfKnown: (section: string) => Predictor;
}

/** Nothing is solved before it is asked for. */
export function openCircuit(circuit: Circuit): CircuitSession {
  let predictor: Predictor | null = null;
  let healthy: Predictor | null = null;
  return {
    circuit,
    get predictor() {
      return (predictor ??= createPredictor(circuit));
    },
    get healthy() {
      return (healthy ??= createPredictor(circuit, []));
    },
    along: keepingLast((section) => alongWire(circuit, section)),
    alongIfKnown: keepingLast((section) => alongIfKnown(circuit, section)),
  };
}

/** What is made of a section, kept until another one is asked about. */
function keepingLast(make: (section: string) => Predictor): (section: string) => Predictor {
  let last: { readonly section: string; readonly predictor: Predictor } | null = null;
  return (section) => {
    if (last?.section !== section) last = { section, predictor: make(section) };
    return last.predictor;
  };
}
