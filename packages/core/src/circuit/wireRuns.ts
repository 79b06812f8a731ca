import type { Circuit } from './circuit';
import { perCircuit } from './perCircuit';
import type { TerminalRef } from './terminalRef';
import { partIdOf } from './terminalRef';
import { partById, terminalsOf } from './terminals';
import { otherHalf, wiredWith } from './wiring';

/** Past so many ends, a run is named from its first end to each of the others. */
const mostPaired = 6;

/**
 * The runs of wire, each from the terminal of one part to that of another, through splices and joined connectors:
 * what is read with both ends off.
 */
export const wireRuns = perCircuit((circuit): readonly (readonly [TerminalRef, TerminalRef])[] => {
  const seen = new Set<TerminalRef>();
  const runs: (readonly [TerminalRef, TerminalRef])[] = [];
  for (const part of circuit.parts.filter(({ kind }) => !isJoint(kind))) {
    for (const terminal of terminalsOf(part)) {
      if (seen.has(terminal)) continue;
      const ends = endsOfRun(circuit, terminal);
      for (const each of ends) seen.add(each);
      ends.forEach((one, index) => {
        if (index > 0 && ends.length > mostPaired) return;
        for (const other of ends.slice(index + 1)) runs.push([one, other]);
      });
    }
  }
  return runs;
});

/** The terminals that a run of wire ends on, one of them given. */
export function endsOfRun(circuit: Circuit, from: TerminalRef): readonly TerminalRef[] {
  const { terminals } = wiredWith(circuit, [from], (each) => throughJoint(circuit, each));
  return [...terminals].filter((each) => !isJoint(partById(circuit, partIdOf(each)).kind));
}

/** The terminals that a splice or a joined connector ties to one of its own. */
export function throughJoint(circuit: Circuit, terminal: TerminalRef): readonly TerminalRef[] {
  const part = partById(circuit, partIdOf(terminal));
  if (part.kind === 'connector') return [otherHalf(terminal)];
  return part.kind === 'splice' ? terminalsOf(part) : [];
}

function isJoint(kind: string): boolean {
  return kind === 'connector' || kind === 'splice';
}
