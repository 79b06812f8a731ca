import type { Fault } from '../faults/fault';
import type { LinearisedNetwork } from './linearised';
import { REFERENCE } from './network';
import { anchorSiemens } from './tolerances';

/** A conductance added between two nodes; negative where something is taken away. */
export interface ConductanceChange {
  readonly a: number;
  readonly b: number;
  readonly siemens: number;
}

/** What a fault does to a linearised network. */
export interface FaultChange {
  readonly conductances: readonly ConductanceChange[];
  /** Whether a node hangs on nothing with the fault in place. */
  readonly floating: (node: number) => boolean;
}

/**
 * A fault as a change of few conductances.
 *
 * An open section takes its own away; where it was the only tie of what lies behind it, no current flowed in it,
 * so nothing else changes and that part floats. A short to ground at a share x of the wire is a star of
 * x·R, (1 - x)·R and its own ohms; its middle is eliminated (star to delta), so no node is added. On a floating
 * group it also takes the place of the anchor.
 */
export function faultChange(base: LinearisedNetwork, fault: Fault | null): FaultChange {
  const { network, connectivity } = base;
  const group = (node: number) => connectivity.group[node]!;
  const floating = (node: number) => group(node) !== 0;
  const edge = fault === null ? undefined : network.sectionBranch.get(fault.section);
  if (fault === null || edge === undefined) return { conductances: [], floating };
  const { a, b, siemens } = network.branches[edge]!;
  if (fault.kind === 'open') {
    if (connectivity.cutOff(edge, a) || connectivity.cutOff(edge, b)) {
      return { conductances: [], floating: (node) => floating(node) || connectivity.cutOff(edge, node) };
    }
    return { conductances: [{ a, b, siemens: -siemens }], floating };
  }
  const star = shortStar(siemens, fault.ohms, fault.position);
  const conductances = [
    { a, b, siemens: (star.toA * star.toB) / star.sum - siemens },
    { a, b: REFERENCE, siemens: (star.toA * star.toGround) / star.sum },
    { a: b, b: REFERENCE, siemens: (star.toB * star.toGround) / star.sum },
  ];
  const tied = group(a);
  if (tied === 0) return { conductances, floating };
  return {
    conductances: [
      ...conductances,
      { a: connectivity.anchors[tied]!, b: REFERENCE, siemens: -anchorSiemens },
    ],
    floating: (node) => floating(node) && group(node) !== tied,
  };
}

/** The three conductances that meet at a short within a section. */
export function shortStar(sectionSiemens: number, shortOhms: number, position: number) {
  const toA = sectionSiemens / position;
  const toB = sectionSiemens / (1 - position);
  const toGround = 1 / shortOhms;
  return { toA, toB, toGround, sum: toA + toB + toGround };
}
