import type { Fault, PartFault, SectionFault } from '../faults/fault';
import type { LinearisedNetwork } from './linearised';
import { REFERENCE } from './network';
import { anchorSiemens, leastLeft } from './tolerances';

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
  /** Whether a node hangs on nothing with the fault in place. */
  readonly floating: (node: number) => boolean;
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
  return { conductances, cutFilament: null, lossy: false, floating: (node) => group[node] !== 0 };
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
    case 'short': {
      const node = network.nodeOf.get(`${part}.${effect.terminal}`);
      return node === undefined
        ? change(base, [])
        : tied(base, node, REFERENCE, [{ a: node, b: REFERENCE, siemens: 1 / effect.ohms }]);
    }
    case 'hold':
      return change(base, []);
  }
}

/** An element gone, by its number among the edges of the connectivity. */
function cut(base: LinearisedNetwork, edge: number, a: number, b: number, siemens: number): FaultChange {
  const { group, cutOff } = base.connectivity;
  if (cutOff(edge, a) || cutOff(edge, b)) {
    return { ...change(base, []), floating: (node) => group[node] !== 0 || cutOff(edge, node) };
  }
  const { nodeCount } = base.network;
  const z = (p: number, q: number) => base.transferOhms[p * nodeCount + q]!;
  const left = 1 - siemens * (z(a, a) + z(b, b) - 2 * z(a, b));
  return { ...change(base, [{ a, b, siemens: -siemens }]), lossy: left < leastLeft };
}

/** Something laid from a node to one that hangs on the body: a floating group no longer floats, nor is anchored. */
function tied(
  base: LinearisedNetwork,
  node: number,
  other: number,
  conductances: readonly ConductanceChange[],
): FaultChange {
  const { group, anchors } = base.connectivity;
  const own = group[node]!;
  if (own === 0 || own === group[other]) return change(base, conductances);
  const anchor = { a: anchors[own]!, b: REFERENCE, siemens: -anchorSiemens };
  const target = group[other]!;
  return {
    conductances: [...conductances, anchor],
    cutFilament: null,
    lossy: false,
    floating: (each) => (group[each] === own ? target !== 0 : group[each] !== 0),
  };
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
