import { CoreError } from '../errors';
import type { Part } from './parts/part';
import type { Circuit, Section } from './circuit';

/**
 * Several diagrams of one vehicle laid over one another: what has the same id is the same thing, so that a feed, a relay
 * or a ground that two of them share is one suspect.
 *
 * A module shows in each diagram only the pins that it has there, a switch only its legs, a connector only its cavities:
 * these are put together. A wire of the same id between other ends is another wire, and gets an id of its own.
 * @throws {CoreError} `circuit/overlay` where the same id names two things
 */
export function overlayCircuits(name: string, circuits: readonly Circuit[]): Circuit {
  const [first] = circuits;
  if (first === undefined) throw new CoreError('circuit/overlay', 'Expected at least one diagram.', {});
  const odd = circuits.find(({ nominalVolts }) => nominalVolts !== first.nominalVolts);
  if (odd !== undefined) {
    throw new CoreError(
      'circuit/overlay',
      `Expected diagrams of one supply: ${first.name} has ${first.nominalVolts} V, ${odd.name} ${odd.nominalVolts} V.`,
      {},
    );
  }
  return {
    ...first,
    name,
    places: onceEach(circuits.flatMap(({ places }) => places)),
    strips: onceEach(circuits.flatMap(({ strips }) => strips)),
    controls: onceEach(circuits.flatMap(({ controls }) => controls)),
    ruledOut: circuits.flatMap(({ ruledOut = [] }) => ruledOut),
    parts: partsTogether(circuits.flatMap(({ parts }) => parts)),
    sections: sectionsTogether(circuits.flatMap(({ sections }) => sections)),
  };
}

/** The first of each id. */
function onceEach<T extends { readonly id: string }>(all: readonly T[]): readonly T[] {
  return [...new Map([...all].reverse().map((each) => [each.id, each])).values()].reverse();
}

function partsTogether(all: readonly Part[]): readonly Part[] {
  const known = new Map<string, Part>();
  for (const part of all) {
    const before = known.get(part.id);
    known.set(part.id, before === undefined ? part : together(before, part));
  }
  return [...known.values()];
}

function together(one: Part, other: Part): Part {
  if (one.kind === 'module' && other.kind === 'module') {
    return {
      ...one,
      pins: [...one.pins, ...other.pins.filter(({ pin }) => !one.pins.some((each) => each.pin === pin))],
    };
  }
  if (one.kind === 'switch' && other.kind === 'switch' && one.control === other.control) {
    const more = other.legs.filter(({ a, b }) => !one.legs.some((each) => each.a === a && each.b === b));
    return { ...one, legs: [...one.legs, ...more] };
  }
  if (one.kind === 'connector' && other.kind === 'connector') {
    return { ...one, cavities: [...new Set([...one.cavities, ...other.cavities])] };
  }
  const bare = (part: Part) =>
    JSON.stringify(Object.entries({ ...part, name: '', place: '', price: 0 }).sort());
  if (bare(one) === bare(other)) return one;
  throw new CoreError(
    'circuit/overlay',
    `Expected one thing under the id ${one.id}: one diagram has ${one.name}, the other ${other.name}, and they differ.`,
    { part: one.id },
  );
}

function sectionsTogether(all: readonly Section[]): readonly Section[] {
  const known: Section[] = [];
  for (const section of all) {
    const same = known.some(
      ({ from, to, colour }) => from === section.from && to === section.to && colour === section.colour,
    );
    if (!same) known.push({ ...section, id: freeId(section.id, known) });
  }
  return known;
}

function freeId(id: string, known: readonly Section[]): string {
  const taken = (each: string) => known.some((section) => section.id === each);
  if (!taken(id)) return id;
  for (let n = 2; ; n++) if (!taken(`${id}-${n}`)) return `${id}-${n}`;
}
