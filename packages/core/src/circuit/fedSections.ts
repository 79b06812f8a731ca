import type { Part } from './parts/part';
import { perCircuit } from './perCircuit';
import type { TerminalRef } from './terminalRef';
import { partIdOf } from './terminalRef';
import { partById, terminalsOf } from './terminals';
import { otherHalf, wiredWith } from './wiring';

/**
 * The sections behind each fuse, up to the loads: those in which a short would blow it. Contacts and switches count
 * as closed, connectors as joined, whatever state the vehicle is in.
 */
export const fedSections = perCircuit((circuit): ReadonlyMap<string, ReadonlySet<string>> => {
  const through = (terminal: TerminalRef) => throughPart(partById(circuit, partIdOf(terminal)), terminal);
  const fuses = circuit.parts.filter(({ kind }) => kind === 'fuse');
  return new Map(fuses.map(({ id }) => [id, wiredWith(circuit, [`${id}.load`], through).sections]));
});

/** The sections that are live at any time with no fuse before them: from the battery's own terminal to the first fuse, link or contact. */
export const unguardedSections = perCircuit((circuit): ReadonlySet<string> => {
  const batteries = circuit.parts.filter(({ kind }) => kind === 'battery');
  const through = (terminal: TerminalRef) => {
    const part = partById(circuit, partIdOf(terminal));
    return part.kind === 'connector' ? [otherHalf(terminal)] : [];
  };
  return new Set(batteries.flatMap(({ id }) => [...wiredWith(circuit, [`${id}.+`], through).sections]));
});

/** The terminals that a part joins with one of its own without dropping the supply's volts. */
function throughPart(part: Part, terminal: TerminalRef): readonly TerminalRef[] {
  switch (part.kind) {
    case 'connector':
      return [otherHalf(terminal)];
    case 'diode':
    case 'switch':
    case 'breaker':
      return terminalsOf(part);
    case 'relay': {
      const contacts = (['supply', 'normallyOpen', 'secondOpen', 'normallyClosed'] as const).map(
        (role): TerminalRef => `${part.id}.${role}`,
      );
      return contacts.includes(terminal) ? contacts.filter((each) => terminalsOf(part).includes(each)) : [];
    }
    case 'battery':
    case 'two-filament lamp':
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
