import type { Circuit, Section } from './circuit';
import { perCircuit } from './perCircuit';
import type { TerminalRef } from './terminalRef';

/** The terminal of the same cavity in a connector's other half. */
export function otherHalf(terminal: TerminalRef): TerminalRef {
  return `${terminal.slice(0, -1)}${terminal.endsWith('a') ? 'b' : 'a'}` as TerminalRef;
}

/** The wires at each terminal. */
export const wiresAt = perCircuit(({ sections }): ReadonlyMap<TerminalRef, readonly Section[]> => {
  const found = new Map<TerminalRef, Section[]>();
  for (const section of sections) {
    for (const end of [section.from, section.to]) {
      const known = found.get(end);
      if (known === undefined) found.set(end, [section]);
      else known.push(section);
    }
  }
  return found;
});

/**
 * What hangs together with some terminals by wire, whatever state the vehicle is in.
 * @param through - the terminals that the part of a terminal joins with it
 * @param until - ends at the first terminal of which it is true, the ones given left out
 */
export function wiredWith(
  circuit: Circuit,
  from: readonly TerminalRef[],
  through: (terminal: TerminalRef) => readonly TerminalRef[],
  until: (terminal: TerminalRef) => boolean = () => false,
): { readonly terminals: ReadonlySet<TerminalRef>; readonly sections: ReadonlySet<string> } {
  const wires = wiresAt(circuit);
  const terminals = new Set(from);
  const sections = new Set<string>();
  const queue = [...from];
  const enter = (terminal: TerminalRef) => {
    if (terminals.has(terminal)) return;
    terminals.add(terminal);
    queue.push(terminal);
  };
  for (let next = queue.pop(); next !== undefined; next = queue.pop()) {
    if (!from.includes(next) && until(next)) break;
    for (const section of wires.get(next) ?? []) {
      sections.add(section.id);
      enter(section.from === next ? section.to : section.from);
    }
    for (const beyond of through(next)) enter(beyond);
  }
  return { terminals, sections };
}
