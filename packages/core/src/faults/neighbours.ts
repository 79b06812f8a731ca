import type { Circuit, Hazard, Section } from '../circuit/circuit';
import { perCircuit } from '../circuit/perCircuit';
import { partIdOf } from '../circuit/terminalRef';
import { jointSuspect } from './fault';

/** Two wires that run through the same places. */
export interface Neighbours {
  /** The suspect that a short between them is. */
  readonly suspect: string;
  readonly one: Section;
  readonly other: Section;
  /** Where they lie side by side. */
  readonly places: readonly string[];
  /** Whether they are named close together and something wears at them; any other two of a loom melt together less often. */
  readonly worn: boolean;
}

/** What wears insulation through. */
const wearing: readonly Hazard[] = ['rub', 'flex', 'heat', 'earlier-work'];
/** Of the wires at a place, each is taken to touch so many of those that the document names after it. Judgement. */
const touching = 3;
/** So many other pairs of one loom are considered, those named closest together first: a large vehicle has thousands. */
const mostOthers = 60;

interface Pair extends Neighbours {
  /** How far apart the document names them at the place where they are closest. */
  readonly apart: number;
}

/** Wires that do not end on the body: touching one that does is a short to ground, which every wire may have by itself. */
function liveWires({ parts, sections }: Circuit): readonly Section[] {
  const grounds = new Set(parts.flatMap(({ id, kind }) => (kind === 'ground' ? [id] : [])));
  return sections.filter(
    ({ from, to }) => ![from, to].some((end) => grounds.has(partIdOf(end)) || end.endsWith('.-')),
  );
}

/** The pairs of wires that can chafe through or melt together; two that end on one terminal never show it. */
export const neighbours = perCircuit((circuit: Circuit): readonly Neighbours[] => {
  const found = new Map<string, Pair>();
  const wires = liveWires(circuit);
  for (const place of circuit.places) {
    const wears = place.hazards.some((hazard) => wearing.includes(hazard));
    const here = wires.filter(({ places }) => places.includes(place.id));
    here.forEach((one, index) => {
      for (const [beyond, other] of here.slice(index + 1).entries()) {
        const ends = [one.from, one.to];
        if (ends.includes(other.from) || ends.includes(other.to)) continue;
        const suspect = jointSuspect(one.id, other.id);
        const known = found.get(suspect);
        const worn = wears && beyond < touching;
        // Where something wears at them is where they are looked for; else all places that they share.
        const before = known?.worn === worn ? known.places : [];
        if (known?.worn === true && !worn) continue;
        const apart = Math.min(beyond, known?.apart ?? Infinity);
        found.set(suspect, { suspect, one, other, places: [...before, place.id], worn, apart });
      }
    });
  }
  const all = [...found.values()];
  const others = all.filter(({ worn }) => !worn).sort((one, other) => one.apart - other.apart);
  return [...all.filter(({ worn }) => worn), ...others.slice(0, mostOthers)];
});
