import type { Circuit } from '@grim-lantern/core';
import ELK from 'elkjs/lib/elk.bundled.js';
import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { layoutHarness } from '@grim-lantern/drawing';
import { placeAt } from '../../../src/features/harness/placeAt';

const circuit = JSON.parse(
  readFileSync(join(__dirname, '../../../../../demo/circuits/travelling-library.json'), 'utf8'),
) as Circuit;

test('a point of the map stands for the place that lies there: a part’s own, or along a wire each of its places in turn', async () => {
  const layout = await layoutHarness(new ELK(), circuit);
  for (const { part, x, y, width, height } of layout.figures) {
    expect(placeAt(circuit, layout, { x: x + width / 2, y: y + height / 2 })).toBe(part.place);
  }
  const long = circuit.sections.find(({ places }) => places.length >= 2)!;
  const corners = layout.wires.get(long.id)!;
  const met = new Set<string | null>();
  for (let c = 1; c < corners.length; c++) {
    const [from, to] = [corners[c - 1]!, corners[c]!];
    for (let share = 0; share <= 1; share += 0.02) {
      met.add(
        placeAt(circuit, layout, {
          x: from.x + share * (to.x - from.x),
          y: from.y + share * (to.y - from.y),
        }),
      );
    }
  }
  for (const place of long.places) expect([...met]).toContain(place);
  expect(placeAt(circuit, layout, { x: -500, y: -500 })).toBeNull();
});
