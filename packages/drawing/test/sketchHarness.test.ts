import type { Circuit } from '@grim-lantern/core';
import { readNotation, starters } from '@grim-lantern/core';
import ELK from 'elkjs/lib/elk.bundled.js';
import fc from 'fast-check';
import { readFileSync, readdirSync } from 'node:fs';
import { join } from 'node:path';
import type { HarnessLayout } from '../src';
import { harnessFigures, layoutHarness, sketchHarness } from '../src';

const demo = join(__dirname, '../../../demo/circuits');
const circuits: readonly (readonly [string, Circuit])[] = [
  ...readdirSync(demo).map(
    (file) => [file, JSON.parse(readFileSync(join(demo, file), 'utf8')) as Circuit] as const,
  ),
  ...starters.map(({ name, fields, text }) => {
    const usual = Object.fromEntries(fields.map(({ id, usual: value }) => [id, value]));
    return [name, readNotation(text(usual)).circuit] as const;
  }),
];

/** Every figure in the drawing and clear of the others, every wire from its one end to its other, level and upright. */
function expectDrawn(circuit: Circuit, { figures, wires, terminals, width, height }: HarnessLayout): void {
  expect(figures.map(({ id }) => id)).toEqual(harnessFigures(circuit).figures.map(({ id }) => id));
  figures.forEach((one, index) => {
    expect(one.x).toBeGreaterThanOrEqual(0);
    expect(one.x + one.width).toBeLessThanOrEqual(width);
    expect(one.y).toBeGreaterThanOrEqual(0);
    expect(one.y + one.height).toBeLessThanOrEqual(height);
    for (const other of figures.slice(index + 1)) {
      const apart =
        one.x + one.width <= other.x ||
        other.x + other.width <= one.x ||
        one.y + one.height <= other.y ||
        other.y + other.height <= one.y;
      expect([one.id, other.id, apart]).toEqual([one.id, other.id, true]);
    }
  });
  for (const { id, from, to } of circuit.sections) {
    const corners = wires.get(id)!;
    expect([corners[0], corners.at(-1)]).toEqual([terminals.get(from), terminals.get(to)]);
    corners.slice(1).forEach((corner, index) => {
      const before = corners[index]!;
      expect(Math.min(Math.abs(corner.x - before.x), Math.abs(corner.y - before.y))).toBeLessThan(1e-6);
    });
  }
}

test.each(circuits)('%s: a sketch has everything in it, clear of one another', (_name, circuit) => {
  expectDrawn(circuit, sketchHarness(circuit));
});

/** A circuit with only so many of its parts and what runs between them. */
function partly(circuit: Circuit, keep: (index: number) => boolean): Circuit {
  const parts = circuit.parts.filter((_part, index) => keep(index));
  const ids = new Set(parts.map(({ id }) => id));
  const isKept = (end: string) => ids.has(end.slice(0, end.indexOf('.')));
  return {
    ...circuit,
    parts,
    sections: circuit.sections.filter(({ from, to }) => isKept(from) && isKept(to)),
  };
}

test('whatever comes or goes, what was drawn stays where it is', async () => {
  const drawings = await Promise.all(
    circuits.map(async ([, circuit]) => ({
      circuit,
      layout: await layoutHarness(
        new ELK(),
        partly(circuit, (index) => index % 3 !== 2),
      ),
    })),
  );
  fc.assert(
    fc.property(
      fc.constantFrom(...drawings),
      fc.array(fc.boolean(), { minLength: 1, maxLength: 40 }),
      ({ circuit, layout }, kept) => {
        const whole = partly(circuit, (index) => kept[index % kept.length]!);
        const sketch = sketchHarness(whole, layout);
        const before = new Map(layout.figures.map((each) => [each.id, each]));
        const stays = sketch.figures.some(({ id }) => before.has(id));
        if (stays) {
          for (const { id, x, y } of sketch.figures)
            expect({ x, y }).toEqual({ x: before.get(id)?.x ?? x, y: before.get(id)?.y ?? y });
        }
        expectDrawn(whole, sketch);
      },
    ),
    { numRuns: 60 },
  );
});
