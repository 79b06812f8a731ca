import { colouredWire } from '../circuit/wireColour';
import type { Circuit } from '../circuit/circuit';
import { placeById, partById } from '../circuit/terminals';
import { fedSections } from '../circuit/fedSections';
import { thingsOf } from '../faults/fault';
import { kindOf } from '../circuit/parts/partKinds';

/**
 * What the repair of a suspect comes down to, step by step, from what it is and where it lies.
 * @param kind - the name of its fault: `short to ground`, `coil open`
 */
export function repairSteps(circuit: Circuit, suspect: string, kind: string): readonly string[] {
  const steps = thingsOf(suspect).flatMap((id) => {
    const section = circuit.sections.find((each) => each.id === id);
    return section === undefined ? partSteps(circuit, id, kind) : sectionSteps(circuit, id, kind);
  });
  return [...steps, ...fuseStep(circuit, suspect)];
}

function sectionSteps(circuit: Circuit, id: string, kind: string): readonly string[] {
  const { name, colour, areaMm2, places, assumed } = circuit.sections.find((each) => each.id === id)!;
  const worn = places
    .flatMap((place) => placeById(circuit, place) ?? [])
    .find(({ hazards }) => hazards.length > 0);
  const where = worn === undefined ? '' : ` at ${worn.name}`;
  // A size that was only assumed is no size to repair by.
  const size = assumed?.includes('areaMm2') === true ? 'wire of its own size' : `${areaMm2} mm²`;
  return [
    `Disconnect the supply. Lay bare the ${colouredWire({ colour })} of ${name}${where}, back to sound copper on both sides.`,
    `Cut out the damaged piece; join in ${size} of the same kind, crimped, and seal the joints.`,
    ...(kind.startsWith('short') || kind === 'wet path'
      ? ['Look at the wires beside it: sleeve or replace what has rubbed too.']
      : []),
    `Sleeve it and route it clear of what wore it${where}; fix it so that it cannot move there again.`,
  ];
}

function partSteps(circuit: Circuit, id: string, kind: string): readonly string[] {
  const part = partById(circuit, id);
  if (part.kind === 'connector') {
    return [
      `Unplug ${part.name}. Clean it, dry it, and see every terminal’s grip with a spare pin.`,
      `Replace or re-seat the terminal (${kind}) until its lock clicks; pull gently on the wire.`,
      'Join it, and see that its own lock and seal are home.',
    ];
  }
  if (part.kind === 'ground') {
    return [
      `Take off ${part.name}; bring eyelet and body to bright metal.`,
      'Bolt it down to the maker’s torque and seal it against water.',
    ];
  }
  if (part.kind === 'fuse') {
    return [
      `See that the cavity of ${part.name} grips and is not burnt; replace the holder where it is.`,
      `Fit ${part.ratingAmps} A ${part.style}, as labelled.`,
    ];
  }
  if (part.kind === 'relay') {
    return [
      `Fit a relay like ${part.name}: same pins, contacts, coil volts and suppression.`,
      'See that its socket’s terminals grip and are not burnt.',
    ];
  }
  return [
    `${kindOf(part).removal === null ? 'Replace' : 'Unplug and replace'} ${part.name} (${kind}), as its maker says.`,
    'See that its plug’s terminals grip and are clean.',
  ];
}

/** The fuse in front goes in as labelled. */
function fuseStep(circuit: Circuit, suspect: string): readonly string[] {
  return [...fedSections(circuit)].flatMap(([fuse, fed]) => {
    const part = partById(circuit, fuse);
    if (part.kind !== 'fuse' || !thingsOf(suspect).some((id) => fed.has(id))) return [];
    return [`Fit ${part.name} as labelled: ${part.ratingAmps} A ${part.style}, never larger.`];
  });
}
