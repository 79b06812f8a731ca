import type { Circuit, Hazard, Section } from '../circuit/circuit';
import { perCircuit } from '../circuit/perCircuit';
import { jointSuspect } from './fault';

/** Two wires that lie side by side where something wears at them. */
export interface Neighbours {
  /** The suspect that a short between them is. */
  readonly suspect: string;
  readonly one: Section;
  readonly other: Section;
  /** Where they lie side by side and are worn at. */
  readonly places: readonly string[];
}

/** What wears insulation through. */
const wearing: readonly Hazard[] = ['rub', 'flex', 'heat', 'earlier-work'];
/** Of the wires at a place, each is taken to touch so many of those that the document names after it. Judgement. */
const touching = 3;

/** The pairs of wires that can chafe through to each other; two that end on one terminal never show it. */
export const neighbours = perCircuit((circuit: Circuit): readonly Neighbours[] => {
  const found = new Map<string, Neighbours>();
  for (const place of circuit.places) {
    if (!place.hazards.some((hazard) => wearing.includes(hazard))) continue;
    const here = circuit.sections.filter(({ places }) => places.includes(place.id));
    here.forEach((one, index) => {
      for (const other of here.slice(index + 1, index + 1 + touching)) {
        const ends = [one.from, one.to];
        if (ends.includes(other.from) || ends.includes(other.to)) continue;
        const suspect = jointSuspect(one.id, other.id);
        const known = found.get(suspect)?.places ?? [];
        found.set(suspect, { suspect, one, other, places: [...known, place.id] });
      }
    });
  }
  return [...found.values()];
});
