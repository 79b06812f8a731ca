import type { Circuit } from '../circuit/circuit';
import type { Part } from '../circuit/parts/part';
import { kindOf } from '../circuit/parts/partKinds';
import { differencesBetween } from '../circuit/parts/relayDifferences';

/** A part of the same circuit that can stand in for another: the same kind and figures, out and in by hand. */
export function likePart(circuit: Circuit, part: Part): Part | undefined {
  return circuit.parts.find((other) => other.id !== part.id && areAlike(circuit, part, other));
}

function areAlike({ nominalVolts }: Circuit, one: Part, other: Part): boolean {
  if (one.kind === 'relay') {
    return other.kind === 'relay' && differencesBetween(one, nominalVolts, other, nominalVolts).length === 0;
  }
  // Of loads and switches it is known what they are; modules are written for their vehicle and place.
  return kindOf(one).consumers !== undefined && one.kind === other.kind && figures(one) === figures(other);
}

/** All that a part is, but what it is called, where it is and what it costs. */
function figures(part: Part): string {
  const own = Object.entries(part).filter(
    ([field]) => !['id', 'name', 'place', 'price', 'shows'].includes(field),
  );
  return JSON.stringify(own.sort(([one], [other]) => (one < other ? -1 : 1)));
}
