import type { Circuit } from '../circuit/circuit';
import type { TerminalRef } from '../circuit/terminalRef';
import { placeById, terminalName } from '../circuit/terminals';

/** A place, a part, a wire’s end or a terminal, as a technician calls it. */
export function pointWords(circuit: Circuit, point: string): string {
  const place = placeById(circuit, point);
  if (place !== undefined) return place.name;
  const part = circuit.parts.find(({ id }) => id === point);
  if (part !== undefined) return part.name;
  const [section] = point.split('@');
  const wire = circuit.sections.find(({ id }) => id === section);
  if (wire !== undefined) return `the end of ${wire.name}`;
  return point.includes('.') ? terminalName(circuit, point as TerminalRef) : point;
}
