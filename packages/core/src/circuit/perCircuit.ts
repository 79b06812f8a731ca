import type { Circuit } from './circuit';

/**
 * Remembers what a function of a circuit gave. Circuits are never changed, so what was true of one stays true; it
 * is forgotten with the circuit.
 */
export function perCircuit<T>(compute: (circuit: Circuit) => T): (circuit: Circuit) => T {
  const known = new WeakMap<Circuit, { readonly value: T }>();
  return (circuit) => {
    const found = known.get(circuit) ?? { value: compute(circuit) };
    known.set(circuit, found);
    return found.value;
  };
}
