import type { Fault } from '../faults/fault';
import { linearise } from '../network/linearised';
import type { Network, SwitchingDevice } from '../network/network';
import { REFERENCE } from '../network/network';
import type { SolvedWith } from './settling';
import { heldDevices, settleHeld } from './settling';
import type { LoadedPort, Solution } from './solution';
import type { TheveninEquivalent, UpdatedNetwork } from './updatedNetwork';
import { unchanged } from './updatedNetwork';

/** Whether what an instrument draws may turn something on. */
export function hasDiodes({ switches }: Network): boolean {
  return switches.some(isDiode);
}

const isDiode = ({ role }: SwitchingDevice) => role === 'junction';

/** Whether every diode of a solution would stand as it does at other volts. @param held - as its faults hold the devices */
function diodesStay(
  { network, joined }: Solution,
  held: readonly (boolean | null)[],
  volts: (node: number) => number,
): boolean {
  return network.switches.every(
    (device, index) =>
      !isDiode(device) ||
      held[index] !== null ||
      device.next(joined[index]!, volts, () => false, device.ohms) === joined[index],
  );
}

/**
 * Volts of a node with a load in place, nothing moved by it and filaments on their tangents. A load that draws i from a into b
 * shifts node n by -i·(Z_na - Z_nb), in ohms between pairs of nodes -i·(R_nb - R_na - R_0b + R_0a) / 2 (node 0 the body). One
 * that joins two nodes of which one floats draws nothing: all that floats with it comes to the other's volts.
 * @returns the volts at a share of the current that the tangents give, as far as the source can give it
 */
function voltsUnderLoad(
  { volts, floating, thevenin }: Solution,
  { a, b, ohms: load }: LoadedPort,
): (share: number) => (node: number) => number {
  const between = (one: number, other: number) => (one === other ? 0 : thevenin(one, other).ohms);
  const source = thevenin(a, b);
  if (!Number.isFinite(source.ohms)) {
    const [floats, still] = floating(a) ? [a, b] : [b, a];
    const shift = volts(still) - volts(floats);
    return () => (node) => volts(node) + (Number.isFinite(between(node, floats)) ? shift : 0);
  }
  // Of what floats only the volts among itself have a meaning.
  const own = floating(a) ? 0 : between(REFERENCE, b) - between(REFERENCE, a);
  return (share) => {
    const amps = source.volts * Math.min(share / (source.ohms + load), 1 / source.ohms);
    return (node) => {
      const apart = between(node, b) - between(node, a);
      return Number.isFinite(apart) ? volts(node) - (amps * (apart - own)) / 2 : volts(node);
    };
  };
}

/** Between these shares of what their tangents give lies what a load draws through filaments that warm up or cool. Judgement. */
const throughFilaments = [0.5, 4] as const;

/**
 * A port as an instrument that draws finds it: as the solution has it where no diode moves; else compiled with the faults and
 * solved anew with the load in place, contacts and fuses as they stand without it.
 * @param loaded - the solution's network with the load in place, nothing moved by it; null where that must be solved anew
 */
export function portUnderLoad(
  solution: Solution,
  faults: readonly Fault[],
  loaded: (port: LoadedPort) => UpdatedNetwork | null,
  compiled: () => Network,
): Solution['loadedPort'] {
  const shares = solution.network.filaments.length === 0 ? [1] : throughFilaments;
  // Of thousands of solutions few are ever asked for a port.
  let held: readonly (boolean | null)[] | null = null;
  return (port) => {
    const holds = (held ??= heldDevices(solution.network, faults));
    const stays = (volts: UpdatedNetwork['volts'] | undefined) =>
      volts !== undefined && diodesStay(solution, holds, volts);
    const voltsAt = voltsUnderLoad(solution, port);
    return shares.every((share) => stays(voltsAt(share))) || stays(loaded(port)?.volts)
      ? solution.thevenin(port.a, port.b)
      : portAnew(compiled(), solution.joined, faults, port);
  };
}

/** The same the plain way, whatever moves. */
export function portAnew(
  network: Network,
  joined: readonly boolean[],
  faults: readonly Fault[],
  { a, b, ohms }: LoadedPort,
): TheveninEquivalent {
  const load = { owner: 'instrument', role: 'load', a, b, siemens: 1 / ohms, sourceVolts: 0 };
  const loaded = { ...network, branches: [...network.branches, load] };
  const held = heldDevices(network, faults).map((each, index) =>
    isDiode(network.switches[index]!) ? each : joined[index]!,
  );
  const solved: SolvedWith = (each) => unchanged(linearise(loaded, each));
  const settled = settleHeld(loaded, solved, null, held, faults);
  return unchanged(linearise(network, settled.joined)).thevenin(a, b);
}
