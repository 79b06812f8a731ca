import type { Circuit } from '../circuit/circuit';
import type { CavityFill, OperatingState } from '../circuit/operatingState';
import { cavityFill, withApart, withCavity, withControl } from '../circuit/operatingState';
import { kindOf } from '../parts/partKinds';
import { REFERENCE } from '../solver/network';
import type { Predictor } from '../suspicion/predictor';

/** The limiter that a plan puts into a blown fuse's cavity. */
export const limiterLamp: CavityFill = { kind: 'lamp', watts: 21 };

/**
 * States worth measuring in, the present one first: the cavities of fuses that are out filled with a limiter lamp
 * or left open, each with one control moved, each with one part taken apart or put together. Positions that carry
 * a caution (cranking) are never among them, nor controls that change nothing in this circuit.
 */
export function candidateStates(predictor: Predictor, present: OperatingState): readonly OperatingState[] {
  const { circuit } = predictor;
  const bases = [present, ...fills(circuit, present)];
  const set = electricallyDistinct(
    predictor,
    bases.flatMap((base) => [base, ...controlsMoved(circuit, base)]),
  );
  const removable = circuit.parts.filter((part) => kindOf(part).removal !== null);
  const parted = set.flatMap((state) => [
    state,
    ...removable.map(({ id }) => withApart(state, id, !state.apart.includes(id))),
  ]);
  const dead = { ...present, batteryConnected: false };
  return present.batteryConnected ? [...parted, dead] : parted;
}

function fills(circuit: Circuit, present: OperatingState): readonly OperatingState[] {
  return circuit.parts.flatMap((part) => {
    if (part.kind !== 'fuse') return [];
    const fill = cavityFill(present, part.id);
    if (fill.kind === 'fuse') return [];
    return [withCavity(present, part.id, fill.kind === 'open' ? limiterLamp : { kind: 'open' })];
  });
}

function controlsMoved(circuit: Circuit, base: OperatingState): readonly OperatingState[] {
  return circuit.controls.flatMap(({ id, positions }) =>
    positions
      .filter((each) => each.id !== base.controls[id] && each.caution === undefined)
      .map((each) => withControl(base, id, each.id)),
  );
}

/** Leaves out states in which the healthy circuit is the same as in an earlier one. */
function electricallyDistinct(
  predictor: Predictor,
  states: readonly OperatingState[],
): readonly OperatingState[] {
  const seen = new Set<string>();
  return states.filter((state) => {
    const { solution } = predictor.bench(state, null);
    const nodes = [...solution.network.nodeOf.values()].map((node) => {
      const { volts, ohms } = solution.port(node, REFERENCE);
      return `${volts.toPrecision(6)} ${ohms.toPrecision(6)}`;
    });
    const before = seen.size;
    return seen.add(nodes.join()).size > before;
  });
}
