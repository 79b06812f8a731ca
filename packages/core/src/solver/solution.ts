import type { Circuit } from '../circuit/circuit';
import type { OperatingState } from '../circuit/operatingState';
import { isRenewed } from '../circuit/operatingState';
import { CoreError } from '../errors';
import type { Effect } from '../faults/effect';
import type { Fault, SectionFault } from '../faults/fault';
import { liesIn } from '../faults/fault';
import { compileNetwork } from './compileNetwork';
import { faultChange, middlesOf, shortStar, withMoreOhms } from './faultChange';
import { heldBy, inverted } from './heldBy';
import type { LinearisedNetwork } from './linearised';
import { linearise } from './linearised';
import type { Network, SwitchingDevice } from './network';
import { REFERENCE } from './network';
import type { Port, UpdatedNetwork } from './updatedNetwork';
import { unchanged, updateNetwork } from './updatedNetwork';
import { switchingRoundsPerDevice } from './tolerances';

/** A circuit solved in one state, with its faults. */
export interface Solution {
  readonly network: Network;
  /** What is wrong in it: nothing, one fault, or several. */
  readonly faults: readonly Fault[];
  /** Volts of a node against the body. Without meaning for a floating node. */
  readonly volts: (node: number) => number;
  readonly floating: (node: number) => boolean;
  /** What an instrument between two nodes looks into. */
  readonly port: (a: number, b: number) => Port;
  /** The same for one that draws through so many ohms: a diode that this turns on conducts. */
  readonly loadedPort: (a: number, b: number, ohms: number) => Port;
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
  const solved: SolvedWith = (joined, fault, enough) => {
    const key = joined.map(Number).join('');
    const base = bases.get(key) ?? linearise(network, joined);
    bases.set(key, base);
    const change = faultChange(base, fault);
    const updated = change.lossy ? null : updateNetwork(base, change, fault, enough);
    if (updated !== null) return updated;
    const faulted = compileNetwork(circuit, state, ...(fault === null ? [] : [fault]));
    const alike = faulted.filaments.length === network.filaments.length;
    return unchanged(linearise(faulted, joined, alike ? base.filamentLines : undefined));
  };
  const present = (fault: Fault | null) =>
    fault?.kind === 'part' && isRenewed(state, fault.part) ? null : fault;
  const solve = (fault: Fault | null) =>
    fault?.kind === 'part' && fault.effect.kind === 'turn'
      ? solveTogether(circuit, state, [fault])
      : settle(network, solved, fault);
  if (!hasDiodes(network)) return { network, solve: (fault) => solve(present(fault)) };
  return {
    network,
    solve: (fault) => ({
      ...solve(present(fault)),
      loadedPort: (a, b, ohms) => portUnderLoad(circuit, state, present(fault), { a, b, ohms }),
    }),
  };
}

/** Whether what an instrument draws may turn something on. */
export function hasDiodes({ switches }: Network): boolean {
  return switches.some(({ role }) => role === 'junction');
}

/** A port with the diodes as they stand while something draws from it: solved anew with that in place. */
function portUnderLoad(
  circuit: Circuit,
  state: OperatingState,
  fault: Fault | null,
  { a, b, ohms }: { readonly a: number; readonly b: number; readonly ohms: number },
): Port {
  const faults = fault === null ? [] : [fault];
  const bare = compileNetwork(circuit, state, ...faults);
  const drawing = { owner: 'instrument', role: 'load', a, b, siemens: 1 / ohms, sourceVolts: 0 };
  const { joined } = settleTogether({ ...bare, branches: [...bare.branches, drawing] }, faults);
  return unchanged(linearise(bare, joined)).port(a, b);
}

/**
 * A circuit with several faults at once, compiled with them and solved: the plain way, for few cases.
 * @throws {CoreError} as `stateSolver`
 */
export function solveTogether(circuit: Circuit, state: OperatingState, faults: readonly Fault[]): Solution {
  return settleTogether(compileNetwork(circuit, state, ...faults), faults);
}

function settleTogether(network: Network, faults: readonly Fault[]): Solution {
  const held = heldDevices(network, (owner) =>
    faults.flatMap((each) => (each.kind === 'part' && each.part === owner ? each.effect : [])),
  );
  const solved: SolvedWith = (joined) => {
    return unchanged(linearise(network, joined));
  };
  return settleHeld(network, solved, null, held, faults);
}

type SolvedWith = (
  joined: readonly boolean[],
  fault: Fault | null,
  enough?: (volts: (node: number) => number) => boolean,
) => UpdatedNetwork;

/** Which devices the failures of their owners hold, and how. */
function heldDevices({ switches }: Network, effectsOn: (owner: string) => readonly Effect[]) {
  return switches.map((device): boolean | null => {
    for (const effect of effectsOn(device.owner)) {
      const held = heldBy(effect, device);
      if (held !== null) return held;
    }
    return null;
  });
}

function settle(network: Network, solved: SolvedWith, fault: Fault | null): Solution {
  const held = heldDevices(network, (owner) =>
    fault?.kind === 'part' && fault.part === owner ? [fault.effect] : [],
  );
  const invert = fault?.kind === 'part' && fault.effect.kind === 'invert' ? fault.effect.role : null;
  if (fault?.kind !== 'part' || invert === null) return settleHeld(network, solved, fault, held);
  const switches = network.switches.map((device) =>
    device.owner === fault.part && device.role === invert ? inverted(device) : device,
  );
  return settleHeld({ ...network, switches }, solved, fault, held);
}

/** A fuse that carries so many times what opens it, by a first estimate, has opened: no need to settle filaments. */
const surelyAbove = 1.5;

/**
 * Lets contacts, outputs and fuses follow the voltages until nothing moves any more. All start at rest, as when
 * the supply is connected; what the fault holds stays as it is.
 */
function settleHeld(
  network: Network,
  solved: SolvedWith,
  fault: Fault | null,
  held: readonly (boolean | null)[],
  faults: readonly Fault[] = fault === null ? [] : [fault],
): Solution {
  const { switches, filaments } = network;
  let joined = switches.map((device, index) => held[index] ?? device.atRest);
  const standsIn = standing(network);
  const after = (volts: (node: number) => number, moves: (device: SwitchingDevice) => boolean) =>
    switches.map((device, index) =>
      held[index] === null && moves(device)
        ? device.next(
            joined[index]!,
            volts,
            (role) => joined[standsIn(device.owner, role)] ?? false,
            device.ohms + addedTo(fault, device),
          )
        : joined[index]!,
    );
  const moved = (next: readonly boolean[]) => next.findIndex((each, index) => each !== joined[index]);
  const rounds = switchingRoundsPerDevice * (switches.length + 1);
  for (let round = 0; ; round++) {
    let opened = joined;
    const updated = solved(joined, fault, (volts) => {
      if (filaments.length > 0) opened = after((node) => volts(node) / surelyAbove, plainFuse);
      return moved(opened) >= 0;
    });
    const next = moved(opened) >= 0 ? opened : after(updated.volts, () => true);
    const mover = moved(next);
    if (mover < 0) return solutionOf(network, fault, faults, joined, held, updated, null);
    if (round >= rounds) {
      return solutionOf(network, fault, faults, joined, held, updated, switches[mover]!.owner);
    }
    joined = next;
  }
}

/** Ohms that a fault put in as an update adds to a device; a network compiled with its faults has them already. */
function addedTo(fault: Fault | null, { owner, role }: SwitchingDevice): number {
  const added = fault?.kind === 'part' && fault.part === owner && fault.effect.kind === 'added';
  return added && fault.effect.role === role ? fault.effect.ohms : 0;
}

function plainFuse({ latched, sourceVolts }: SwitchingDevice): boolean {
  return latched === true && sourceVolts === undefined;
}

/** Where each owner's device of a role stands among the switching devices. */
function standing({ switches }: Network): (owner: string, role: string) => number {
  const found = new Map<string, number>();
  return (owner, role) => {
    if (found.size === 0) switches.forEach((each, index) => found.set(`${each.owner} ${each.role}`, index));
    return found.get(`${owner} ${role}`) ?? -1;
  };
}

function solutionOf(
  network: Network,
  fault: Fault | null,
  faults: readonly Fault[],
  joined: readonly boolean[],
  held: readonly (boolean | null)[],
  { volts, floating, port, allVolts, allOhms }: UpdatedNetwork,
  chatters: string | null,
): Solution {
  return {
    network,
    faults,
    volts,
    floating,
    port,
    loadedPort: port,
    allVolts,
    allOhms,
    joined,
    chatters,
    blown: network.switches.flatMap(({ atRest, latched, owner }, index) =>
      latched && atRest && !joined[index] && held[index] === null ? [owner] : [],
    ),
    sectionAmps(section, end) {
      const edge = network.sectionBranch.get(section);
      if (edge === undefined && faults.some((each) => liesIn(each, section))) {
        return piecewiseAmps(network, section, end, volts);
      }
      if (edge === undefined) {
        throw new CoreError('circuit/unknown-section', `The circuit has no section ${section}.`, { section });
      }
      const { a, b, siemens } = network.branches[edge]!;
      const across = volts(a) - volts(b);
      if (fault === null || fault.kind === 'part' || !liesIn(fault, section)) return siemens * across;
      if (fault.kind === 'open') return 0;
      if (fault.kind === 'short to wire') return wireToWireAmps(network, fault, section, end, volts);
      if (fault.kind === 'added resistance') return withMoreOhms(siemens, fault.ohms) * across;
      const star = shortStar(siemens, fault.ohms, fault.position);
      const other = fault.kind === 'short to ground' ? 0 : volts(network.supply ?? REFERENCE);
      const middle = (star.toA * volts(a) + star.toB * volts(b) + star.toOther * other) / star.sum;
      return end === 'from' ? star.toA * (volts(a) - middle) : star.toB * (middle - volts(b));
    },
  };
}

/** Amps at one end of one of two wires that touch, positive from its `from` to its `to`. */
function wireToWireAmps(
  network: Network,
  { section, other, ohms }: Extract<SectionFault, { kind: 'short to wire' }>,
  asked: string,
  end: 'from' | 'to',
  volts: (node: number) => number,
): number {
  const branchOf = (id: string) => network.branches[network.sectionBranch.get(id) ?? -1];
  const [own, beside] = [branchOf(asked), branchOf(asked === section ? other : section)];
  if (own === undefined || beside === undefined) return 0;
  const { first, mutual } = middlesOf(own.siemens, beside.siemens, ohms);
  const into = (wire: typeof own) => 2 * wire.siemens * (volts(wire.a) + volts(wire.b));
  const middle = first * into(own) + mutual * into(beside);
  return 2 * own.siemens * (end === 'from' ? volts(own.a) - middle : middle - volts(own.b));
}

/** Amps at one end of a wire that was compiled with its fault: in its first or its last piece, none when it is open. */
function piecewiseAmps(
  network: Network,
  section: string,
  end: 'from' | 'to',
  volts: (node: number) => number,
): number {
  const pieces = network.branches.filter(({ owner }) => owner === section);
  const piece = end === 'from' ? pieces[0] : (pieces[1] ?? pieces[0]);
  return piece === undefined ? 0 : piece.siemens * (volts(piece.a) - volts(piece.b));
}
