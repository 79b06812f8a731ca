import type { Fault } from '../faults/fault';
import type { Solution } from './solution';
import type { StateSolver } from './stateSolver';
import type { Network } from '../network/network';
import { REFERENCE } from '../network/network';

/**
 * One state of a circuit under each of many faults: volts and ohms of every node, a row for each fault, worked out
 * when the fault is first asked for and kept. The same as asking each solution, but in rows that can be run over.
 */
export interface FaultTable {
  readonly network: Network;
  readonly faults: readonly (Fault | null)[];
  readonly solution: (fault: number) => Solution;
  /** Whether rows are worth keeping: a large table would fill the memory with them. */
  readonly keepsRows: boolean;
  /** Volts of every node. */
  readonly volts: (fault: number) => Float64Array;
  /** Ohms behind every node against the body or another node; infinite where they do not hang together. */
  readonly ohms: (fault: number, against?: number) => Float64Array;
}

/** Numbers in a table beyond which it keeps none: some 30 MB. */
const mostKept = 2e6;

/** A network with each of many faults in turn, each row worked out when it is first asked for. */
export function faultTable({ network, solve }: StateSolver, faults: readonly (Fault | null)[]): FaultTable {
  const count = faults.length;
  const rows = <T>(make: (fault: number) => T) => {
    const known = new Array<T | undefined>(count);
    return (fault: number): T => (known[fault] ??= make(fault));
  };
  const solution = rows((fault) => solve(faults[fault] ?? null));
  const ohmsAgainst = (against: number) => rows((fault) => solution(fault).allOhms(against));
  const toBody = ohmsAgainst(REFERENCE);
  const toOthers = new Map<number, (fault: number) => Float64Array>();
  return {
    network,
    faults,
    solution,
    keepsRows: network.nodeCount * count <= mostKept,
    volts: rows((fault) => solution(fault).allVolts()),
    ohms(fault, against = REFERENCE) {
      if (against === REFERENCE) return toBody(fault);
      const known = toOthers.get(against) ?? ohmsAgainst(against);
      toOthers.set(against, known);
      return known(fault);
    },
  };
}
