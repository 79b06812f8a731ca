import { CoreError } from '../errors';
import type { Fault, SectionFault } from '../faults/fault';
import { liesIn } from '../faults/fault';
import { middlesOf, shortStar, withMoreOhms } from './faultChange';
import type { Network } from '../network/network';
import { REFERENCE } from '../network/network';
import type { TheveninEquivalent, UpdatedNetwork } from './updatedNetwork';

/** How the switching devices stand, and the volts that come of it. */
export interface Phase {
  readonly joined: readonly boolean[];
  readonly updated: UpdatedNetwork;
}

/** Two nodes and what is put between them, ohms. */
export interface LoadedPort {
  readonly a: number;
  readonly b: number;
  readonly ohms: number;
}

/** A circuit solved in one state, with its faults. */
export interface Solution {
  readonly network: Network;
  /** What is wrong in it: nothing, one fault, or several. */
  readonly faults: readonly Fault[];
  /** Volts of a node against the body. Without meaning for a floating node. */
  readonly volts: (node: number) => number;
  readonly floating: (node: number) => boolean;
  /** What an instrument between two nodes looks into. */
  readonly thevenin: (a: number, b: number) => TheveninEquivalent;
  /** The same for one that draws through so many ohms: a diode that this turns on conducts. */
  readonly loadedPort: (port: LoadedPort) => TheveninEquivalent;
  /** Volts of every node, as `volts` gives them. */
  readonly allVolts: UpdatedNetwork['allVolts'];
  /** Ohms behind every node against one of them, as `thevenin` gives them. */
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
  /** Whether some fuse carries so nearly what opens it that another of its rating would do otherwise. */
  readonly fuseNear: boolean;
}

/** What a slow instrument makes of phases that follow each other many times a second: their average. */
export function averaged(phases: readonly Solution[], chatters: string | null): Solution {
  const [first] = phases as readonly [Solution, ...Solution[]];
  const mean = (of: (each: Solution) => number) =>
    phases.reduce((sum, each) => sum + of(each) / phases.length, 0);
  const meanOfAll = (of: (each: Solution) => Float64Array) => {
    const all = phases.map(of);
    return all[0]!.map((_value, index) => all.reduce((sum, each) => sum + each[index]! / all.length, 0));
  };
  const thevenin = (a: number, b: number): TheveninEquivalent => ({
    volts: mean((each) => each.thevenin(a, b).volts),
    ohms: mean((each) => each.thevenin(a, b).ohms),
  });
  return {
    ...first,
    phases,
    chatters,
    doubtful: true,
    fuseNear: phases.some((each) => each.fuseNear),
    volts: (node) => mean((each) => each.volts(node)),
    floating: (node) => phases.every((each) => each.floating(node)),
    thevenin,
    loadedPort: ({ a, b }) => thevenin(a, b),
    allVolts: () => meanOfAll((each) => each.allVolts()),
    allOhms: (against) => meanOfAll((each) => each.allOhms(against)),
    sectionAmps: (section, end) => mean((each) => each.sectionAmps(section, end)),
  };
}

/** What can be read of a network that has come to rest. @param held - which relays are pulled, null where that is not settled */
export function solutionOf(
  network: Network,
  fault: Fault | null,
  faults: readonly Fault[],
  { joined, updated: { volts, floating, thevenin, allVolts, allOhms } }: Phase,
  held: readonly (boolean | null)[],
  opened: ReadonlySet<number>,
  fuseNear: boolean,
): Solution {
  const blown: string[] = [];
  let [doubtful, regime] = [fuseNear, 17];
  network.switches.forEach((device, index) => {
    const conducts = joined[index]!;
    regime = (Math.imul(regime, 31) + (conducts ? 1 : 2)) | 0;
    if (device.latched === true && device.atRest && !conducts && held[index] === null)
      blown.push(device.owner);
    doubtful ||=
      (device.limitUnknown === true && opened.has(index)) ||
      (held[index] === null && device.doubtful?.(conducts, volts) === true);
  });
  return {
    network,
    faults,
    volts,
    floating,
    thevenin,
    loadedPort: ({ a, b }) => thevenin(a, b),
    allVolts,
    allOhms,
    joined,
    regime,
    chatters: null,
    phases: null,
    doubtful,
    fuseNear,
    blown,
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
