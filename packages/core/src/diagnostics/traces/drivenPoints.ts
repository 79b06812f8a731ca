import type { Circuit } from '../../circuit/circuit';
import type { OperatingState } from '../../circuit/operatingState';
import type { TerminalRef } from '../../circuit/terminalRef';
import { REFERENCE } from '../../network/network';
import { solveTogether } from '../../solver/stateSolver';

/** Share of nominal volts below which a point counts as driven low. */
const lowBelow = 0.3;
/** Amps from which a wire counts as carrying something. */
const flowsFrom = 0.001;

/**
 * The terminals that a healthy circuit holds low in a state while current flows there, other than the body itself: where
 * the low level of a pulsed voltage can have been recorded, and be held against the circuit. In the circuit's order.
 * @throws {CoreError} as `solveTogether`
 */
export function drivenPoints(circuit: Circuit, state: OperatingState): readonly TerminalRef[] {
  const { network, volts, floating, sectionAmps } = solveTogether(circuit, state, []);
  const heldLow = (terminal: TerminalRef) => {
    const node = network.nodeOf.get(terminal);
    if (node === undefined || node === REFERENCE || floating(node)) return false;
    return Math.abs(volts(node)) < lowBelow * circuit.nominalVolts;
  };
  const points = circuit.sections.flatMap(({ id, from, to }) =>
    (['from', 'to'] as const)
      .filter((end) => Math.abs(sectionAmps(id, end)) >= flowsFrom)
      .map((end) => (end === 'from' ? from : to)),
  );
  return [...new Set(points)].filter(heldLow);
}
