import type { Part } from '../parts/part';
import type { Circuit } from './circuit';
import { perCircuit } from './perCircuit';
import type { TerminalRef } from './terminalRef';
import { partIdOf } from './terminalRef';
import { partById, terminalsOf } from './terminals';

/**
 * The sections behind each fuse, up to the loads: those that a short in would blow it. Contacts and switches count
 * as closed, connectors as joined, whatever state the vehicle is in.
 */
export const fedSections = perCircuit((circuit): ReadonlyMap<string, ReadonlySet<string>> => {
  const fuses = circuit.parts.filter(({ kind }) => kind === 'fuse');
  return new Map(fuses.map(({ id }) => [id, sectionsFrom(circuit, `${id}.load`)]));
});

function sectionsFrom(circuit: Circuit, start: TerminalRef): ReadonlySet<string> {
  const reached = new Set<TerminalRef>([start]);
  const sections = new Set<string>();
  const queue: TerminalRef[] = [start];
  const enter = (terminal: TerminalRef) => {
    if (reached.has(terminal)) return;
    reached.add(terminal);
    queue.push(terminal);
  };
  for (let next = queue.pop(); next !== undefined; next = queue.pop()) {
    for (const { id, from, to } of circuit.sections) {
      if (from !== next && to !== next) continue;
      sections.add(id);
      enter(from === next ? to : from);
    }
    for (const beyond of throughPart(partById(circuit, partIdOf(next)), next)) enter(beyond);
  }
  return sections;
}

/** The terminals that a part joins with one of its own without dropping the supply's volts. */
function throughPart(part: Part, terminal: TerminalRef): readonly TerminalRef[] {
  switch (part.kind) {
    case 'connector':
      return [`${terminal.slice(0, -1)}${terminal.endsWith('a') ? 'b' : 'a'}` as TerminalRef];
    case 'switch':
      return terminalsOf(part);
    case 'relay': {
      const contacts = (['supply', 'normallyOpen', 'normallyClosed'] as const).map(
        (role): TerminalRef => `${part.id}.${role}`,
      );
      return contacts.includes(terminal) ? contacts.filter((each) => terminalsOf(part).includes(each)) : [];
    }
    case 'breaker':
      return terminalsOf(part);
    case 'battery':
    case 'fuse':
    case 'fusible link':
    case 'ground':
    case 'lamp':
    case 'module':
    case 'resistor':
    case 'heater':
    case 'solenoid':
    case 'motor':
    case 'potentiometer':
    case 'splice':
      return [];
  }
}
