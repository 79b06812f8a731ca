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
import type { LoadedPort, Solution } from './solution';
import { hasDiodes, portAnew, portUnderLoad } from './underLoad';
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
  const baseOf = (joined: readonly boolean[]) => {
    const key = joined.map(Number).join('');
    const base = bases.get(key) ?? linearise(network, joined);
    bases.set(key, base);
    return base;
  };
  const solved: SolvedWith = (joined, fault) => {
    const base = baseOf(joined);
    const change = faultChange(base, fault);
    const updated = change.lossy ? null : updateNetwork(base, change, fault);
    if (updated !== null) return updated;
    const faulted = compileNetwork(circuit, state, fault === null ? [] : [fault], unknowns);
    const alike = faulted.filaments.length === network.filaments.length;
    return unchanged(linearise(faulted, joined, alike ? base.filamentLines : undefined));
  };
  const turns = (fault: Fault | null) => fault?.kind === 'part' && fault.effect.kind === 'turn';
  const solve = (fault: Fault | null) =>
    fault !== null && turns(fault)
      ? settleTogether(compileNetwork(circuit, state, [fault], unknowns), [fault])
      : settle(network, solved, fault);
  const loaded = ({ joined, phases }: Solution, fault: Fault | null, { a, b, ohms }: LoadedPort) => {
    if (phases !== null || turns(fault)) return null;
    const base = baseOf(joined);
    const change = faultChange(base, fault);
    if (change.group(a) !== change.group(b)) return null;
    const conductances = [...change.conductances, { a, b, siemens: 1 / ohms }];
    return change.lossy ? null : updateNetwork(base, { ...change, conductances }, fault);
  };
  const draws = hasDiodes(network);
  return {
    network,
    solve(fault) {
      const present = fault !== null && isPresent(fault, state) ? fault : null;
      const solution = solve(present);
      const faults = fault === null || isCured(fault, state) ? [] : [fault];
      if (!draws) return { ...solution, faults };
      const wrong = present === null ? [] : [present];
      const loadedPort = portUnderLoad(
        solution,
        wrong,
        (port) => loaded(solution, present, port),
        () => compileNetwork(circuit, state, wrong, unknowns),
      );
      return { ...solution, faults, loadedPort };
    },
  };
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
  const network = compileNetwork(circuit, state, present, unknowns);
  const solution = settleTogether(network, present);
  return {
    ...solution,
    faults: faults.filter((each) => !isCured(each, state)),
    ...(hasDiodes(network)
      ? { loadedPort: (port) => portAnew(network, solution.joined, present, port) }
      : {}),
  };
}

/** The plain way: a network compiled with its faults, solved until relays, fuses and filaments rest. */
export function settleTogether(network: Network, faults: readonly Fault[]): Solution {
  const solved: SolvedWith = (joined) => unchanged(linearise(network, joined));
  return settleHeld(network, solved, null, heldDevices(network, faults), faults);
}
