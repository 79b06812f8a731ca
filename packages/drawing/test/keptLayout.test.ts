import { keptLayoutSchema } from '@grim-lantern/contract';
import type { Circuit } from '@grim-lantern/core';
import { readNotation, starters } from '@grim-lantern/core';
import ELK from 'elkjs/lib/elk.bundled.js';
import { keptLayout, layoutFrom, layoutHarness, layoutMark } from '../src';

const starterCircuits = starters.map(({ name, fields, text }) => {
  const usual = Object.fromEntries(fields.map(({ id, usual: value }) => [id, value]));
  return [name, readNotation(text(usual)).circuit] as const;
});
const longer = (circuit: Circuit): Circuit => ({
  ...circuit,
  sections: circuit.sections.map((section) => ({
    ...section,
    lengthMetres: section.lengthMetres + 1,
    colour: 'GN',
  })),
});

/** The same document with the fields of every object the other way round. */
const turned = <T>(value: T): T =>
  JSON.parse(JSON.stringify(value), (_key, each: unknown) =>
    typeof each === 'object' && each !== null && !Array.isArray(each)
      ? Object.fromEntries(Object.entries(each).reverse())
      : each,
  ) as T;

test.each(starterCircuits)('%s: its mark hangs on no order of fields', (_name, circuit) => {
  expect(layoutMark(turned(circuit))).toBe(layoutMark(circuit));
});

test.each(starterCircuits)(
  '%s: a layout comes back from what was kept of it point for point, also where what is not drawn has changed',
  async (_name, circuit) => {
    const layout = await layoutHarness(new ELK(), circuit);
    const kept = keptLayoutSchema.parse(JSON.parse(JSON.stringify(keptLayout(circuit, layout))));
    expect(layoutFrom(circuit, kept)).toEqual(layout);
    expect(layoutFrom(longer(circuit), kept)).not.toBeNull();
  },
);

test('what was kept of a circuit is not used for one with a part, a wire or a wire’s end more or less', async () => {
  const [, circuit] = starterCircuits[0]!;
  const kept = keptLayout(circuit, await layoutHarness(new ELK(), circuit));
  const [first, second, ...rest] = circuit.sections;
  const others: readonly Circuit[] = [
    { ...circuit, sections: [second!, ...rest] },
    { ...circuit, sections: [{ ...first!, from: second!.from }, second!, ...rest] },
    { ...circuit, parts: circuit.parts.slice(0, -1) },
    { ...circuit, parts: [...circuit.parts, { ...circuit.parts[0]!, id: 'another' }] },
  ];
  for (const other of others) expect(layoutFrom(other, kept)).toBeNull();
  expect(layoutFrom(circuit, undefined)).toBeNull();
});
