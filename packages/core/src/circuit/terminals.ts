import { CoreError } from '../errors';
import type { Part } from './parts/part';
import { kindOf } from './parts/partKinds';
import type { Circuit, Place, Section } from './circuit';
import type { TerminalRef } from './terminalRef';
import { partIdOf } from './terminalRef';
import { perCircuit } from './perCircuit';

/** The references of a part's terminals. */
export function terminalsOf(part: Part): readonly TerminalRef[] {
  return kindOf(part)
    .terminals(part)
    .map((terminal): TerminalRef => `${part.id}.${terminal}`);
}

const byId = perCircuit((circuit) => ({
  parts: new Map(circuit.parts.map((each) => [each.id, each])),
  sections: new Map(circuit.sections.map((each) => [each.id, each])),
  places: new Map(circuit.places.map((each) => [each.id, each])),
}));

/** @throws {CoreError} `circuit/unknown-part` */
export function partById(circuit: Circuit, id: string): Part {
  const part = byId(circuit).parts.get(id);
  if (part === undefined) {
    throw new CoreError('circuit/unknown-part', `The circuit has no part ${id}.`, { part: id });
  }
  return part;
}

/** @throws {CoreError} `circuit/unknown-section` */
export function sectionById(circuit: Circuit, id: string): Section {
  const section = byId(circuit).sections.get(id);
  if (section === undefined) {
    throw new CoreError('circuit/unknown-section', `The circuit has no section ${id}.`, { section: id });
  }
  return section;
}

/** The place where a part is reached; undefined when the document names none that it defines. */
export function placeById(circuit: Circuit, id: string): Place | undefined {
  return byId(circuit).places.get(id);
}

/** The places that a wire passes, or the one where a part is; none for an id of neither. */
export function placesOfThing(circuit: Circuit, id: string): readonly string[] {
  const { parts, sections } = byId(circuit);
  const part = parts.get(id);
  return part === undefined ? (sections.get(id)?.places ?? []) : [part.place];
}

/** What a technician calls a terminal: `K4 pin 87`, `C7 rear door pin 1, door side`. */
export function terminalName(circuit: Circuit, terminal: TerminalRef): string {
  const part = partById(circuit, partIdOf(terminal));
  if (part.kind === 'splice') return part.name;
  const label = kindOf(part).terminalLabel(part, terminal.slice(part.id.length + 1));
  return label.startsWith('pin') ? `${part.name} ${label}` : `${part.name}, ${label}`;
}
