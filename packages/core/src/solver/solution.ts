import type { Circuit } from '../circuit/circuit';
import type { OperatingState } from '../circuit/operatingState';
import { CoreError } from '../errors';
import type { Fault } from '../faults/fault';
import { compileNetwork } from './compileNetwork';
import { faultChange, shortStar, withMoreOhms } from './faultChange';
import { heldBy } from './heldBy';
import type { LinearisedNetwork } from './linearised';
import { linearise } from './linearised';
import type { Network } from './network';
import { REFERENCE } from './network';
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
  readonly allVolts: UpdatedNetwork['allVolts'];
  /** Ohms behind every node against one of them, as `port` gives them. */
  readonly allOhms: UpdatedNetwork['allOhms'];
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
  const withFault = (joined: readonly boolean[], fault: Fault | null): UpdatedNetwork => {
    const key = joined.map(Number).join('');
    const base = bases.get(key) ?? linearise(network, joined);
    bases.set(key, base);
    const change = faultChange(base, fault);
    if (!change.lossy) return updateNetwork(base, change, fault);
    const anew = linearise(compileNetwork(circuit, state, fault ?? undefined), joined);
    return updateNetwork(anew, faultChange(anew, null), null);
  };
  return { network, solve: (fault) => settle(network, withFault, fault) };
}

/**
 * Lets contacts, outputs and fuses follow the voltages until nothing moves any more. All start at rest, as when
 * the supply is connected; what the fault holds stays as it is.
 */
function settle(
  network: Network,
  withFault: (joined: readonly boolean[], fault: Fault | null) => UpdatedNetwork,
  fault: Fault | null,
): Solution {
  const { switches } = network;
  const held = switches.map((device) =>
    fault?.kind === 'part' && device.owner === fault.part ? heldBy(fault.effect, device) : null,
  );
  let joined = switches.map((device, index) => held[index] ?? device.atRest);
  const rounds = switchingRoundsPerDevice * (switches.length + 1);
  for (let round = 0; ; round++) {
    const updated = withFault(joined, fault);
    const next = switches.map((device, index) => held[index] ?? device.next(joined[index]!, updated.volts));
    const moved = next.findIndex((each, index) => each !== joined[index]);
    if (moved < 0) return solutionOf(network, fault, joined, held, updated, null);
    if (round >= rounds) {
      return solutionOf(network, fault, joined, held, updated, switches[moved]!.owner);
    }
    joined = next;
  }
}

function solutionOf(
  network: Network,
  fault: Fault | null,
  joined: readonly boolean[],
  held: readonly (boolean | null)[],
  { volts, floating, port, allVolts, allOhms }: UpdatedNetwork,
  chatters: string | null,
): Solution {
  return {
    network,
    fault,
    volts,
    floating,
    port,
    allVolts,
    allOhms,
    joined,
    chatters,
    blown: network.switches.flatMap(({ atRest, latched, owner }, index) =>
      latched && atRest && !joined[index] && held[index] === null ? [owner] : [],
    ),
    sectionAmps(section, end) {
      const edge = network.sectionBranch.get(section);
      if (edge === undefined) {
        throw new CoreError('circuit/unknown-section', `The circuit has no section ${section}.`, { section });
      }
      const { a, b, siemens } = network.branches[edge]!;
      const across = volts(a) - volts(b);
      if (fault === null || fault.kind === 'part' || fault.section !== section) return siemens * across;
      if (fault.kind === 'open') return 0;
      if (fault.kind === 'added resistance') return withMoreOhms(siemens, fault.ohms) * across;
      const star = shortStar(siemens, fault.ohms, fault.position);
      const other = fault.kind === 'short to ground' ? 0 : volts(network.supply ?? REFERENCE);
      const middle = (star.toA * volts(a) + star.toB * volts(b) + star.toOther * other) / star.sum;
      return end === 'from' ? star.toA * (volts(a) - middle) : star.toB * (middle - volts(b));
    },
  };
}
