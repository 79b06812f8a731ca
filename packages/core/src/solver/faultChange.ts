import type { Fault, PartFault, SectionFault } from '../faults/fault';
import type { LinearisedNetwork } from '../network/linearised';
import { REFERENCE } from '../network/network';
import { gminSiemens, leastLeft } from '../network/tolerances';

/** A conductance added between two nodes; negative where something is taken away. */
export interface ConductanceChange {
  readonly a: number;
  readonly b: number;
  readonly siemens: number;
}

/** What a fault does to a linearised network. */
export interface FaultChange {
  readonly conductances: readonly ConductanceChange[];
  /** A filament that is gone: its tangent becomes nothing. */
  readonly cutFilament: number | null;
  /** So little is left beside what is cut that taking it away would lose all digits: to be solved anew. */
  readonly lossy: boolean;
  /**
   * Volts by which those of a node are off: what hung on a single element that is gone keeps its volts among itself, and is
   * held at 0 by its first node, as any floating group is.
   */
  readonly shift: (node: number) => number;
  /** The group that a node belongs to with the fault in place: 0 for the reference; nodes of one other number float together. */
  readonly group: (node: number) => number;
}

/**
 * A fault as a change of few conductances.
 *
 * What is cut takes its own away; where it was the only tie of what lies behind it, no current flowed in it, so
 * nothing else changes and that part floats. A short at a share x of a wire is a star of x·R, (1 - x)·R and its own
 * ohms to the body or to the battery; its middle is eliminated (star to delta), so no node is added. On a floating
 * group it also takes the place of the anchor.
 */
export function faultChange(base: LinearisedNetwork, fault: Fault | null): FaultChange {
  if (fault === null) return change(base, []);
  return fault.kind === 'part' ? partChange(base, fault) : sectionChange(base, fault);
}

function change(base: LinearisedNetwork, conductances: readonly ConductanceChange[]): FaultChange {
  const { group } = base.connectivity;
  return { conductances, cutFilament: null, lossy: false, shift: () => 0, group: (node) => group[node]! };
}

function sectionChange(base: LinearisedNetwork, fault: SectionFault): FaultChange {
  const { network } = base;
  const edge = network.sectionBranch.get(fault.section);
  if (edge === undefined) return change(base, []);
  const { a, b, siemens } = network.branches[edge]!;
  switch (fault.kind) {
    case 'open':
      return cut(base, edge, a, b, siemens);
    case 'added resistance':
      return change(base, [{ a, b, siemens: withMoreOhms(siemens, fault.ohms) - siemens }]);
    case 'short to wire': {
      const beside = network.sectionBranch.get(fault.other);
      if (beside === undefined) return change(base, []);
      const other = network.branches[beside]!;
      return tied(base, a, other.a, wireToWire(network.branches[edge]!, other, fault.ohms));
    }
    case 'short to ground':
    case 'short to battery': {
      const other = fault.kind === 'short to ground' ? REFERENCE : network.supply;
      if (other === null) return change(base, []);
      const star = shortStar(siemens, fault.ohms, fault.position);
      return tied(base, a, other, [
        { a, b, siemens: (star.toA * star.toB) / star.sum - siemens },
        { a, b: other, siemens: (star.toA * star.toOther) / star.sum },
        { a: b, b: other, siemens: (star.toB * star.toOther) / star.sum },
      ]);
    }
  }
}

function partChange(base: LinearisedNetwork, { part, effect }: PartFault): FaultChange {
  const { network, filamentLines, joined } = base;
  const { branches, filaments, switches } = network;
  const at = (each: { owner: string; role: string }, role: string) =>
    each.owner === part && each.role === role;
  switch (effect.kind) {
    case 'cut': {
      const { role } = effect;
      const branch = branches.findIndex((each) => at(each, role));
      if (branch >= 0) {
        const { a, b, siemens } = branches[branch]!;
        return cut(base, branch, a, b, siemens);
      }
      const filament = filaments.findIndex((each) => at(each, role));
      if (filament < 0) return change(base, []);
      const { a, b } = filaments[filament]!;
      const { siemens } = filamentLines[filament]!;
      const gone = cut(base, branches.length + filament, a, b, siemens);
      return gone.conductances.length === 0
        ? gone
        : { ...gone, conductances: [{ a, b, siemens: 0 }], cutFilament: filament };
    }
    case 'added': {
      const { role, ohms } = effect;
      const branch = branches.find((each) => at(each, role));
      if (branch !== undefined) {
        const { a, b, siemens } = branch;
        return change(base, [{ a, b, siemens: withMoreOhms(siemens, ohms) - siemens }]);
      }
      const contact = switches.findIndex((each) => at(each, role));
      if (contact < 0 || !joined[contact]) return change(base, []);
      const { a, b, ohms: own } = switches[contact]!;
      return change(base, [{ a, b, siemens: 1 / (own + ohms) - 1 / own }]);
    }
    case 'bridge': {
      const element = elementAt(base, part, effect.role);
      if (element === undefined) return change(base, []);
      const { a, b } = element;
      return tied(base, a, b, [{ a, b, siemens: 1 / effect.ohms }]);
    }
    case 'short': {
      const node = network.nodeOf.get(`${part}.${effect.terminal}`);
      return node === undefined
        ? change(base, [])
        : tied(base, node, REFERENCE, [{ a: node, b: REFERENCE, siemens: 1 / effect.ohms }]);
    }
    case 'tie': {
      const [one, other] = [effect.terminal, effect.other].map((each) =>
        network.nodeOf.get(`${part}.${each}`),
      );
      return one === undefined || other === undefined
        ? change(base, [])
        : tied(base, one, other, [{ a: one, b: other, siemens: 1 / effect.ohms }]);
    }
    case 'hold':
    case 'invert':
    case 'turn':
      return change(base, []);
  }
}

/** The group of what hung on a single element that is gone. */
const cutAway = -1;

/** An element gone, by its number among the edges of the connectivity. */
function cut(base: LinearisedNetwork, edge: number, a: number, b: number, siemens: number): FaultChange {
  const { group, cutOff } = base.connectivity;
  if (cutOff(edge, a) || cutOff(edge, b)) {
    let anchor = 0;
    while (!cutOff(edge, anchor)) anchor++;
    const off = base.volts[anchor]!;
    return {
      ...change(base, []),
      shift: (node) => (cutOff(edge, node) ? off : 0),
      group: (node) => (cutOff(edge, node) ? cutAway : group[node]!),
    };
  }
  const z = (p: number, q: number) => base.transferOhms(p)[q]!;
  const left = 1 - siemens * (z(a, a) + z(b, b) - 2 * z(a, b));
  return { ...change(base, [{ a, b, siemens: -siemens }]), lossy: left < leastLeft };
}

/** A conductance between two nodes: where they belonged to different groups, they now belong to one. */
function tied(
  base: LinearisedNetwork,
  one: number,
  other: number,
  conductances: readonly ConductanceChange[],
): FaultChange {
  const { group, anchors } = base.connectivity;
  const [first, second] = [group[one]!, group[other]!];
  if (first === second) return change(base, conductances);
  const [gone, kept] = first === 0 ? [second, first] : [first, second];
  const anchor = { a: anchors[gone]!, b: REFERENCE, siemens: -gminSiemens };
  return {
    ...change(base, [...conductances, anchor]),
    group: (each) => (group[each] === gone ? kept : group[each]!),
  };
}

/** The element of a part with a role: where it lies. */
function elementAt({ network }: LinearisedNetwork, part: string, role: string) {
  const { branches, filaments, switches } = network;
  return [branches, filaments, switches]
    .flatMap((list: readonly { owner: string; role: string; a: number; b: number }[]) => list)
    .find((each) => each.owner === part && each.role === role);
}

/** Conductance of a wire with so many ohms more in it. */
export function withMoreOhms(siemens: number, ohms: number): number {
  return siemens / (1 + siemens * ohms);
}

/** The three conductances that meet at a short within a section. */
export function shortStar(sectionSiemens: number, shortOhms: number, position: number) {
  const toA = sectionSiemens / position;
  const toB = sectionSiemens / (1 - position);
  const toOther = 1 / shortOhms;
  return { toA, toB, toOther, sum: toA + toB + toOther };
}

/**
 * Two wires joined at their middles by some ohms, the middles eliminated (Kron): what it adds between the four ends.
 * With g1, g2 half-wire conductances and s the joint's, the middles' matrix is [[2·g1 + s, -s], [-s, 2·g2 + s]].
 */
function wireToWire(one: WireEnds, other: WireEnds, ohms: number): readonly ConductanceChange[] {
  const { first, second, mutual } = middlesOf(one.siemens, other.siemens, ohms);
  const [half, otherHalf] = [2 * one.siemens, 2 * other.siemens];
  const across = half * otherHalf * mutual;
  return [
    { a: one.a, b: one.b, siemens: half * half * first - one.siemens },
    { a: other.a, b: other.b, siemens: otherHalf * otherHalf * second - other.siemens },
    { a: one.a, b: other.a, siemens: across },
    { a: one.a, b: other.b, siemens: across },
    { a: one.b, b: other.a, siemens: across },
    { a: one.b, b: other.b, siemens: across },
  ];
}

interface WireEnds {
  readonly a: number;
  readonly b: number;
  readonly siemens: number;
}

/** The inverse of the matrix of two joined middles: its diagonal, and what is off it. */
export function middlesOf(siemens: number, otherSiemens: number, ohms: number) {
  const joint = 1 / ohms;
  const [own, others] = [4 * siemens + joint, 4 * otherSiemens + joint];
  const determinant = own * others - joint * joint;
  return { first: others / determinant, second: own / determinant, mutual: joint / determinant };
}
