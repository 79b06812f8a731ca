import type { Circuit } from './circuit';
import type { TerminalRef } from './terminalRef';

/** The terminal of the same cavity in a connector's other half. */
export function otherHalf(terminal: TerminalRef): TerminalRef {
  return `${terminal.slice(0, -1)}${terminal.endsWith('a') ? 'b' : 'a'}` as TerminalRef;
}

/**
 * What hangs together with some terminals by wire, whatever state the vehicle is in.
 * @param through - the terminals that the part of a terminal joins with it
 */
export function wiredWith(
  circuit: Circuit,
  from: readonly TerminalRef[],
  through: (terminal: TerminalRef) => readonly TerminalRef[],
): { readonly terminals: ReadonlySet<TerminalRef>; readonly sections: ReadonlySet<string> } {
  const terminals = new Set(from);
  const sections = new Set<string>();
  const queue = [...from];
  const enter = (terminal: TerminalRef) => {
    if (terminals.has(terminal)) return;
    terminals.add(terminal);
    queue.push(terminal);
  };
  for (let next = queue.pop(); next !== undefined; next = queue.pop()) {
    for (const section of circuit.sections) {
      if (section.from !== next && section.to !== next) continue;
      sections.add(section.id);
      enter(section.from === next ? section.to : section.from);
    }
    for (const beyond of through(next)) enter(beyond);
  }
  return { terminals, sections };
}
