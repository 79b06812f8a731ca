import type { Circuit } from '../src/circuit/circuit';
import type { OperatingState } from '../src/circuit/operatingState';
import type { Fault } from '../src/faults/fault';
import { solveTogether } from '../src/solver/stateSolver';
import { stateSolver } from '../src/solver/stateSolver';

/** The voltages of an update against those of the circuit compiled with its fault and solved anew, contacts and all. */
export function expectAsCompiled(
  circuit: Circuit,
  state: OperatingState,
  fault: Fault,
  solver = stateSolver(circuit, state),
): void {
  const updated = solver.solve(fault);
  const scratch = solveTogether(circuit, state, [fault]);
  expect([updated.chatters, updated.blown]).toEqual([scratch.chatters, scratch.blown]);
  // A filament's current is settled to 1e-5 of itself in an update: some 10 µV over an ohm of wire.
  const digits = updated.network.filaments.length > 0 ? 4 : 6;
  for (const [terminal, node] of updated.network.nodeOf) {
    const floats = scratch.floating(node);
    expect([terminal, updated.floating(node)]).toEqual([terminal, floats]);
    if (!floats) expect(updated.volts(node)).toBeCloseTo(scratch.volts(node), digits);
  }
}
