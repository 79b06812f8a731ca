import type { Circuit } from '../circuit/circuit';
import type { OperatingState } from '../circuit/operatingState';
import { CoreError } from '../errors';
import type { Fault } from '../faults/fault';
import { compileNetwork } from './compileNetwork';
import { shortStar } from './faultChange';
import type { LinearisedNetwork } from './linearised';
import { linearise } from './linearised';
import type { Network } from './network';
import type { Port, UpdatedNetwork } from './updatedNetwork';
import { updateNetwork } from './updatedNetwork';
import { switchingRoundsPerDevice } from './tolerances';

/** A circuit solved in one state, with one fault or none. */
export interface Solution {
  readonly network: Network;
  readonly fault: Fault | null;
  /** Volts of a node against the body. Without meaning for a floating node. */
  readonly volts: (node: number) => number;
  readonly floating: (node: number) => boolean;
  /** What an instrument between two nodes looks into. */
  readonly port: (a: number, b: number) => Port;
  /** Volts of every node, as `volts` gives them. */
  readonly writeVolts: UpdatedNetwork['writeVolts'];
  /** Ohms behind every node against one of them, as `port` gives them. */
  readonly writeOhms: UpdatedNetwork['writeOhms'];
  /** Amps in a section at one of its ends, positive from `from` to `to`. */
  readonly sectionAmps: (section: string, end: 'from' | 'to') => number;
  /** Which of the network's switching devices conduct. */
  readonly joined: readonly boolean[];
  /** Fuses that this operating point has opened. */
  readonly blown: readonly string[];
  /** The part whose contact found no rest, or null. */
  readonly chatters: string | null;
}

/** Solves a circuit in one state for any number of faults, on one factoring per pattern of contacts. */
export interface StateSolver {
  readonly network: Network;
  readonly solve: (fault: Fault | null) => Solution;
}

/** @throws {CoreError} as `compileNetwork` and `linearise` */
export function stateSolver(circuit: Circuit, state: OperatingState): StateSolver {
  const network = compileNetwork(circuit, state);
  const bases = new Map<string, LinearisedNetwork>();
  const baseFor = (joined: readonly boolean[]) => {
    const key = joined.map(Number).join('');
    const known = bases.get(key) ?? linearise(network, joined);
    bases.set(key, known);
    return known;
  };
  return { network, solve: (fault) => settle(network, baseFor, fault) };
}

/**
 * Lets contacts, outputs and fuses follow the voltages until nothing moves any more. All start at rest, as when
 * the supply is connected.
 */
function settle(
  network: Network,
  baseFor: (joined: readonly boolean[]) => LinearisedNetwork,
  fault: Fault | null,
): Solution {
  const { switches } = network;
  let joined = switches.map((device) => device.atRest);
  const rounds = switchingRoundsPerDevice * (switches.length + 1);
  for (let round = 0; ; round++) {
    const updated = updateNetwork(baseFor(joined), fault);
    const next = switches.map((device, index) => device.next(joined[index]!, updated.volts));
    const moved = next.findIndex((each, index) => each !== joined[index]);
    if (moved < 0) return solutionOf(network, fault, joined, updated, null);
    if (round >= rounds) return solutionOf(network, fault, joined, updated, switches[moved]!.owner);
    joined = next;
  }
}

function solutionOf(
  network: Network,
  fault: Fault | null,
  joined: readonly boolean[],
  { volts, floating, port, writeVolts, writeOhms }: UpdatedNetwork,
  chatters: string | null,
): Solution {
  return {
    network,
    fault,
    volts,
    floating,
    port,
    writeVolts,
    writeOhms,
    joined,
    chatters,
    blown: network.switches.flatMap(({ atRest, latched, owner }, index) =>
      latched && atRest && !joined[index] ? [owner] : [],
    ),
    sectionAmps(section, end) {
      const edge = network.sectionBranch.get(section);
      if (edge === undefined) {
        throw new CoreError('circuit/unknown-section', `The circuit has no section ${section}.`, { section });
      }
      const { a, b, siemens } = network.branches[edge]!;
      if (fault?.section !== section) return siemens * (volts(a) - volts(b));
      if (fault.kind === 'open') return 0;
      const star = shortStar(siemens, fault.ohms, fault.position);
      const middle = (star.toA * volts(a) + star.toB * volts(b)) / star.sum;
      return end === 'from' ? star.toA * (volts(a) - middle) : star.toB * (middle - volts(b));
    },
  };
}
