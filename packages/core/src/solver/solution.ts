import type { Circuit } from '../circuit/circuit';
import type { OperatingState } from '../circuit/operatingState';
import { CoreError } from '../errors';
import type { Effect } from '../faults/effect';
import type { Fault, SectionFault } from '../faults/fault';
import { isCured, isPresent, liesIn } from '../faults/fault';
import type { Unknowns } from '../parts/partKind';
import { compileNetwork } from './compileNetwork';
import { faultChange, middlesOf, shortStar, withMoreOhms } from './faultChange';
import { heldBy, inverted } from './heldBy';
import type { LinearisedNetwork } from './linearised';
import { linearise } from './linearised';
import type { Network, SwitchingDevice } from './network';
import { REFERENCE } from './network';
import type { Port, UpdatedNetwork } from './updatedNetwork';
import { unchanged, updateNetwork } from './updatedNetwork';

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
  /** A number for how they all stand: equal for two solutions of a state in which they stand alike. */
  readonly regime: number;
  /** Fuses that this operating point has opened. */
  readonly blown: readonly string[];
  /** The part whose contact found no rest, or null. */
  readonly chatters: string | null;
  /** What follows each other while it chatters; null where all is at rest. */
  readonly phases: readonly Solution[] | null;
  /** Whether some device is so near to its threshold that the figures which no diagram gives decide how it stands. */
  readonly doubtful: boolean;
}

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
        portUnderLoad(circuit, state, present, { a, b, ohms });
      return { ...solution, faults, loadedPort };
    },
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
  const bare = compileNetwork(circuit, state, faults);
  const drawing = { owner: 'instrument', role: 'load', a, b, siemens: 1 / ohms, sourceVolts: 0 };
  const { joined } = settleTogether({ ...bare, branches: [...bare.branches, drawing] }, faults);
  return unchanged(linearise(bare, joined)).port(a, b);
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

function settleTogether(network: Network, faults: readonly Fault[]): Solution {
  const held = heldDevices(network, (owner) =>
    faults.flatMap((each) => (each.kind === 'part' && each.part === owner ? each.effect : [])),
  );
  const solved: SolvedWith = (joined) => unchanged(linearise(network, joined));
  return settleHeld(network, solved, null, held, faults);
}

type SolvedWith = (joined: readonly boolean[], fault: Fault | null) => UpdatedNetwork;

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

/** How the switching devices stand, and the volts that come of it. */
interface Phase {
  readonly joined: readonly boolean[];
  readonly updated: UpdatedNetwork;
}

/**
 * Lets contacts, outputs and fuses follow the voltages until nothing moves any more. All start at rest, as when
 * the supply is connected; what the fault holds stays as it is.
 *
 * What opens for good waits until all else has come to rest, as it does in a vehicle, where a fuse takes longer than a
 * contact: then the one that carries most beyond what it bears opens first, and all settles anew. What never comes to
 * rest (a relay whose own contact takes its volts away) goes round through the same few phases; the solution then is
 * their average, and a fuse counts by its average load.
 */
function settleHeld(
  network: Network,
  solved: SolvedWith,
  fault: Fault | null,
  held: readonly (boolean | null)[],
  faults: readonly Fault[] = fault === null ? [] : [fault],
): Solution {
  const { switches } = network;
  let joined: readonly boolean[] = switches.map((device, index) => held[index] ?? device.atRest);
  const ohmsOf = switches.map((device) => device.ohms + addedTo(fault, device));
  const opened = new Set<number>();
  for (;;) {
    const phases = roundUntilRest(network, joined, (each) => solved(each, fault), held, ohmsOf, opened);
    const blows = mostOverloaded(network, phases, held, ohmsOf, opened);
    if (blows < 0) {
      const [only, ...more] = phases.map((phase) => solutionOf(network, fault, faults, phase, held, opened));
      return more.length === 0 ? only! : averaged([only!, ...more], chattering(network, phases));
    }
    opened.add(blows);
    joined = phases[0]!.joined.map((each, index) => each && index !== blows);
  }
}

/**
 * Moves every device but the fuses until none moves: one phase where they come to rest, else those that they go round
 * through. All move at once at first, as they do in time; should that go round, one after the other, since two that
 * cross each other's path may well come to rest.
 */
function roundUntilRest(
  network: Network,
  start: readonly boolean[],
  solve: (joined: readonly boolean[]) => UpdatedNetwork,
  held: readonly (boolean | null)[],
  ohmsOf: readonly number[],
  opened: ReadonlySet<number>,
): readonly Phase[] {
  const { switches } = network;
  const standsIn = standing(network);
  let cycle: readonly Phase[] = [];
  for (const together of [true, false]) {
    const met = new Map<string, number>();
    const phases: Phase[] = [];
    let joined = start;
    for (;;) {
      const key = joined.map(Number).join('');
      const before = met.get(key);
      if (before !== undefined) {
        cycle = phases.slice(before);
        break;
      }
      const updated = solve(joined);
      met.set(key, phases.push({ joined, updated }) - 1);
      const next = switches.map((device, index) => {
        const now = joined[index]!;
        if (held[index] !== null) return now;
        if (opened.has(index)) return false;
        if (isFuse(device) && device.protects !== true) return now;
        const stands = (role: string) => joined[standsIn(device.owner, role)] ?? false;
        return device.next(now, updated.volts, stands, ohmsOf[index]!);
      });
      const mover = next.findIndex((each, index) => each !== joined[index]);
      if (mover < 0) return [{ joined, updated }];
      joined = together ? next : joined.map((each, index) => (index === mover ? next[index]! : each));
    }
  }
  return cycle;
}

/** Whether a device opens for good on too much current. */
function isFuse({ latched, overload }: SwitchingDevice): boolean {
  return latched === true && overload !== undefined;
}

/** The fuse that carries most beyond what it bears, on average over some phases; -1 where none does. */
function mostOverloaded(
  { switches }: Network,
  phases: readonly Phase[],
  held: readonly (boolean | null)[],
  ohmsOf: readonly number[],
  opened: ReadonlySet<number>,
): number {
  const quick = switches.some(
    ({ protects }, index) => protects === true && loadOf(index, switches[index]!, phases, ohmsOf) >= 1,
  );
  let [most, found] = [1, -1];
  switches.forEach((device, index) => {
    if (!isFuse(device) || held[index] !== null || opened.has(index)) return;
    if (quick && device.protects !== true) return;
    const load = loadOf(index, device, phases, ohmsOf);
    // Of two in series with the same load to the last digits, the first in the document opens.
    if (load >= most * (found < 0 ? 1 : 1 + 1e-6)) [most, found] = [load, index];
  });
  return found;
}

/** What a fuse carries on average over some phases, as a multiple of what opens it. */
function loadOf(
  index: number,
  { overload }: SwitchingDevice,
  phases: readonly Phase[],
  ohmsOf: readonly number[],
): number {
  return (
    phases.reduce(
      (sum, { joined, updated }) =>
        sum + (joined[index] && overload !== undefined ? overload(updated.volts, ohmsOf[index]!) : 0),
      0,
    ) / phases.length
  );
}

/** The owner of the first device that stands differently in two phases. */
function chattering({ switches }: Network, phases: readonly Phase[]): string | null {
  const found = switches.find((_device, index) =>
    phases.some(({ joined }) => joined[index] !== phases[0]!.joined[index]),
  );
  return found?.owner ?? null;
}

/** What a slow instrument makes of phases that follow each other many times a second: their average. */
function averaged(phases: readonly Solution[], chatters: string | null): Solution {
  const [first] = phases as readonly [Solution, ...Solution[]];
  const mean = (of: (each: Solution) => number) =>
    phases.reduce((sum, each) => sum + of(each) / phases.length, 0);
  const meanOfAll = (of: (each: Solution) => Float64Array) => {
    const all = phases.map(of);
    return all[0]!.map((_value, index) => all.reduce((sum, each) => sum + each[index]! / all.length, 0));
  };
  const port = (a: number, b: number): Port => ({
    volts: mean((each) => each.port(a, b).volts),
    ohms: mean((each) => each.port(a, b).ohms),
  });
  return {
    ...first,
    phases,
    chatters,
    doubtful: true,
    volts: (node) => mean((each) => each.volts(node)),
    floating: (node) => phases.every((each) => each.floating(node)),
    port,
    loadedPort: port,
    allVolts: () => meanOfAll((each) => each.allVolts()),
    allOhms: (against) => meanOfAll((each) => each.allOhms(against)),
    sectionAmps: (section, end) => mean((each) => each.sectionAmps(section, end)),
  };
}

/** Ohms that a fault put in as an update adds to a device; a network compiled with its faults has them already. */
function addedTo(fault: Fault | null, { owner, role }: SwitchingDevice): number {
  const added = fault?.kind === 'part' && fault.part === owner && fault.effect.kind === 'added';
  return added && fault.effect.role === role ? fault.effect.ohms : 0;
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
  { joined, updated: { volts, floating, port, allVolts, allOhms } }: Phase,
  held: readonly (boolean | null)[],
  opened: ReadonlySet<number>,
): Solution {
  const doubtful = network.switches.some(
    ({ doubtful: doubts, limitUnknown }, index) =>
      (limitUnknown === true && opened.has(index)) ||
      (doubts !== undefined && held[index] === null && doubts(joined[index]!, volts)),
  );
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
    regime: joined.reduce((sum, each) => (Math.imul(sum, 31) + (each ? 1 : 2)) | 0, 17),
    chatters: null,
    phases: null,
    doubtful,
    blown: network.switches.flatMap(({ atRest, latched, owner }, index) =>
      latched === true && atRest && !joined[index] && held[index] === null ? [owner] : [],
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
