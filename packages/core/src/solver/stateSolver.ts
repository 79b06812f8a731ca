import type { Circuit } from '../circuit/circuit';
import type { OperatingState } from '../circuit/operatingState';
import type { Unknowns } from '../circuit/parts/partKind';
import type { Fault } from '../faults/fault';
import { isCured, isPresent } from '../faults/fault';
import type { LinearisedNetwork } from '../network/linearised';
import { linearise } from '../network/linearised';
import type { Network } from '../network/network';
import { compileNetwork } from './compileNetwork';
import { faultChange } from './faultChange';
import type { SolvedWith } from './settling';
import { heldDevices, settle, settleHeld } from './settling';
import type { Solution } from './solution';
import type { TheveninEquivalent } from './updatedNetwork';
import { unchanged, updateNetwork } from './updatedNetwork';

/** Solves a circuit in one state for any number of faults, on one factoring per pattern of contacts. */
export interface StateSolver {
  readonly network: Network;
  readonly solve: (fault: Fault | null) => Solution;
}

/**
 * @param unknowns - where in its range each figure lies that a diagram does not give
 * @throws {CoreError} as `compileNetwork` and `linearise`
 */
export function stateSolver(
  circuit: Circuit,
  state: OperatingState,
  unknowns: Unknowns = 'usual',
): StateSolver {
  const network = compileNetwork(circuit, state, [], unknowns);
  const bases = new Map<string, LinearisedNetwork>();
  const solved: SolvedWith = (joined, fault) => {
    const key = joined.map(Number).join('');
    const base = bases.get(key) ?? linearise(network, joined);
    bases.set(key, base);
    const change = faultChange(base, fault);
    const updated = change.lossy ? null : updateNetwork(base, change, fault);
    if (updated !== null) return updated;
    const faulted = compileNetwork(circuit, state, fault === null ? [] : [fault], unknowns);
    const alike = faulted.filaments.length === network.filaments.length;
    return unchanged(linearise(faulted, joined, alike ? base.filamentLines : undefined));
  };
  const solve = (fault: Fault | null) =>
    fault?.kind === 'part' && fault.effect.kind === 'turn'
      ? settleTogether(compileNetwork(circuit, state, [fault], unknowns), [fault])
      : settle(network, solved, fault);
  const underLoad = hasDiodes(network);
  return {
    network,
    solve(fault) {
      const present = fault !== null && isPresent(fault, state) ? fault : null;
      const solution = solve(present);
      const faults = fault === null || isCured(fault, state) ? [] : [fault];
      if (!underLoad) return { ...solution, faults };
      const loadedPort = (a: number, b: number, ohms: number) =>
        theveninUnderLoad(circuit, state, present, { a, b, ohms });
      return { ...solution, faults, loadedPort };
    },
  };
}

/** Whether what an instrument draws may turn something on. */
export function hasDiodes({ switches }: Network): boolean {
  return switches.some(({ role }) => role === 'junction');
}

/** A port with the diodes as they stand while something draws from it: solved anew with that in place. */
export function theveninUnderLoad(
  circuit: Circuit,
  state: OperatingState,
  fault: Fault | null,
  { a, b, ohms }: { readonly a: number; readonly b: number; readonly ohms: number },
): TheveninEquivalent {
  const faults = fault === null ? [] : [fault];
  const bare = compileNetwork(circuit, state, faults);
  const drawing = { owner: 'instrument', role: 'load', a, b, siemens: 1 / ohms, sourceVolts: 0 };
  const { joined } = settleTogether({ ...bare, branches: [...bare.branches, drawing] }, faults);
  return unchanged(linearise(bare, joined)).thevenin(a, b);
}

/**
 * A circuit compiled with its faults and solved: the plain way, for whatever plays the world and for few cases.
 * @throws {CoreError} as `stateSolver`
 */
export function solveTogether(
  circuit: Circuit,
  state: OperatingState,
  faults: readonly Fault[],
  unknowns: Unknowns = 'usual',
): Solution {
  const present = faults.filter((each) => isPresent(each, state));
  const solution = settleTogether(compileNetwork(circuit, state, present, unknowns), present);
  return { ...solution, faults: faults.filter((each) => !isCured(each, state)) };
}

/** The plain way: a network compiled with its faults, solved until relays, fuses and filaments rest. */
export function settleTogether(network: Network, faults: readonly Fault[]): Solution {
  const held = heldDevices(network, (owner) =>
    faults.flatMap((each) => (each.kind === 'part' && each.part === owner ? each.effect : [])),
  );
  const solved: SolvedWith = (joined) => unchanged(linearise(network, joined));
  return settleHeld(network, solved, null, held, faults);
}
