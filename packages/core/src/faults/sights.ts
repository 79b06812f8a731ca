import type { Circuit } from '../circuit/circuit';
import { perCircuit } from '../circuit/perCircuit';
import { kindOf } from '../circuit/parts/partKinds';
import { thingsOf } from './fault';
import { neighbours } from './neighbours';

/**
 * The places where each suspect's fault can be seen: those that a section passes, that of a part whose failures show,
 * those where two wires are worn side by side. Suspects that cannot be seen are not in it.
 */
export const sightsBySuspect = perCircuit(
  (circuit): ReadonlyMap<string, readonly string[]> =>
    new Map([
      ...circuit.sections.map(({ id, places }) => [id, places] as const),
      ...circuit.parts
        .filter((part) => kindOf(part).failuresShow)
        .map(({ id, place }) => [id, [place]] as const),
      ...neighbours(circuit).map(({ suspect, places }) => [suspect, places] as const),
    ]),
);

/** The places where a suspect's fault can be seen; of two causes at once, those of either. */
export function sights(circuit: Circuit, suspect: string): readonly string[] {
  const known = sightsBySuspect(circuit);
  return known.get(suspect) ?? [...new Set(thingsOf(suspect).flatMap((id) => known.get(id) ?? []))];
}
