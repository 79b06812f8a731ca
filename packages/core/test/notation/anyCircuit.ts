import fc from 'fast-check';
import type { Circuit } from '../../src/circuit/circuit';
import { assumedOfWire, bodyKinds } from '../../src/circuit/circuit';
import { assumedOfPart } from '../../src/circuit/parts/partKind';
import { seededRandom } from '../../src/statistics/seededRandom';
import { families } from '../session/realistic/families';

/** From 0 to 1, as it is written. */
export const share = fc.double({ min: 0, max: 1, noNaN: true }).map((each) => Number(each.toFixed(3)));

/** Circuits of every realistic family, with any name and colour, some figures assumed, parts in any order. */
export const anyCircuit = fc
  .record({
    family: fc.nat({ max: families.length - 1 }),
    seed: fc.nat({ max: 10_000 }),
    names: fc.array(fc.string({ unit: 'grapheme', minLength: 1, maxLength: 20 }), {
      minLength: 4,
      maxLength: 4,
    }),
    marked: fc.array(fc.subarray([...assumedOfPart]), { minLength: 3, maxLength: 3 }),
    markedWires: fc.array(fc.subarray([...assumedOfWire]), { minLength: 3, maxLength: 3 }),
    turn: fc.nat({ max: 50 }),
    body: fc.constantFrom(undefined, ...bodyKinds),
    where: fc.option(fc.tuple(share, share), { nil: undefined }),
  })
  .map(({ family, seed, names, marked, markedWires, turn, body, where }): Circuit => {
    const circuit = families[family]!.draw(seededRandom(seed));
    const turned = [
      ...circuit.parts.slice(turn % circuit.parts.length),
      ...circuit.parts.slice(0, turn % circuit.parts.length),
    ];
    const named = (i: number, before: string) =>
      i % 3 === 0 ? names[i % 4]!.replace(/[\r\n\u2028\u2029]/g, ' ').trim() || before : before;
    return {
      ...circuit,
      name: named(0, circuit.name),
      ...(body === undefined ? {} : { body }),
      places: circuit.places.map((place, i) => (i > 0 || where === undefined ? place : { ...place, where })),
      parts: turned.map((part, i) => {
        const fields = marked[i % 3]!.filter((field) => field === 'place' || field in part);
        return { ...part, name: named(i, part.name), ...(fields.length === 0 ? {} : { assumed: fields }) };
      }),
      sections: circuit.sections.map((section, i) => {
        const fields = markedWires[i % 3]!;
        return {
          ...section,
          colour: named(i + 1, section.colour),
          ...(fields.length === 0 ? {} : { assumed: fields }),
        };
      }),
    };
  });
