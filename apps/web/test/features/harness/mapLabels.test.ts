import { restingState } from '@grim-lantern/core';
import ELK from 'elkjs/lib/elk.bundled.js';
import fc from 'fast-check';
import type { Box } from '../../../src/features/harness/boxes';
import { boxAround, leastCovering, overlap } from '../../../src/features/harness/boxes';
import type { HarnessLayout } from '@grim-lantern/drawing';
import { layoutHarness } from '@grim-lantern/drawing';
import { linesOf } from '../../../src/features/harness/linesOf';
import type { MapReading } from '../../../src/features/harness/mapLabels';
import { placeLabels } from '../../../src/features/harness/mapLabels';
import { figureWords, suspectWords } from '../../../src/features/harness/mapWording';
import { viewOf } from '../../../src/features/harness/viewOf';
import { testPoint } from '../../../src/features/harness/mapFacts';
import { library } from '../../demo';

let layout: HarnessLayout;
beforeAll(async () => {
  layout = await layoutHarness(new ELK(), library);
});
const state = restingState(library);
const suspectParts = library.parts.filter(({ kind }) => kind !== 'splice' && kind !== 'battery');
const figures = () => layout.figures.map((figure) => figureWords(library, figure, state));
const bodies = (): Box[] =>
  layout.figures.map(({ x, y, width, height }) => ({
    left: x,
    top: y,
    right: x + width,
    bottom: y + height,
  }));

describe('the layout of the demo harness', () => {
  test('draws every section from end to end, and no two figures over each other', () => {
    for (const { id, from, to } of library.sections) {
      const corners = layout.wires.get(id) ?? [];
      expect(corners.length).toBeGreaterThanOrEqual(2);
      for (const terminal of [from, to]) expect(layout.terminals.has(terminal)).toBe(true);
    }
    const boxes = bodies();
    boxes.forEach((one, i) =>
      boxes.slice(i + 1).forEach((other) => {
        expect(overlap(one, other)).toBe(0);
      }),
    );
  });

  test('runs from the supply on the left to the grounds on the right', () => {
    const left = (kind: string) => layout.figures.filter(({ part }) => part.kind === kind).map(({ x }) => x);
    expect(Math.max(...left('battery'))).toBeLessThan(Math.min(...left('ground')));
  });
});

describe('words on the map', () => {
  const lit = fc.uniqueArray(fc.constantFrom(...[...library.sections, ...suspectParts].map(({ id }) => id)), {
    minLength: 1,
    maxLength: 8,
  });

  test('every suspect carries its number; no two of them are written over each other', () => {
    fc.assert(
      fc.property(lit, (ids) => {
        const glow = new Map(ids.map((id) => [id, 1 / ids.length]));
        const { ribbons } = placeLabels(layout, figures(), suspectWords(library, glow), [], null);
        expect(ribbons.map(({ content }) => content.suspect).sort()).toEqual([...ids].sort());
        const covered = ribbons.flatMap(({ box }, i) =>
          ribbons.slice(i + 1).map((other) => overlap(box, other.box)),
        );
        // The boxes leave some room around the letters; a corner of it may be shared.
        expect(Math.max(0, ...covered)).toBeLessThan(60);
      }),
      { numRuns: 150, seed: 17 },
    );
  });

  test('the flag stands clear of the names of parts, wherever the probe goes', () => {
    const names = figures().filter(({ name }) => name !== '');
    for (const [terminal, point] of layout.terminals) {
      const { flag } = placeLabels(layout, figures(), [], [], { point, words: 'probe here' });
      if (flag === null) throw new Error(`${terminal}: no flag`);
      for (const { name, figure } of names) {
        const middle = boxAround(figure.x + figure.width / 2, figure.y - 13, name.length * 5, 12);
        expect(overlap(flag.box, middle)).toBe(0);
      }
      for (const body of bodies()) expect(overlap(flag.box, body)).toBe(0);
    }
  });

  test('every reading is written, off the flag', () => {
    const readings = [...layout.terminals].map(([key, point]): MapReading => ({
      key,
      point,
      words: '12.4 V',
      dot: true,
      clash: false,
    }));
    const [, point] = [...layout.terminals][5]!;
    const labels = placeLabels(layout, figures(), [], readings, { point, words: 'probe here' });
    expect(labels.readings).toHaveLength(readings.length);
    for (const { box } of labels.readings) expect(overlap(box, labels.flag!.box)).toBe(0);
  });

  test('what is least in the way wins, the first among equals', () => {
    const wall = { box: boxAround(0, 0, 10, 10), weight: 1 };
    const candidates = [boxAround(2, 0, 4, 4), boxAround(9, 0, 4, 4), boxAround(20, 0, 4, 4)];
    expect(leastCovering(candidates, (box) => [box], [wall])).toBe(candidates[1]);
    expect(leastCovering(candidates, (box) => [box], [])).toBe(candidates[0]);
    expect(leastCovering([], (box: Box) => [box], [wall])).toBeNull();
  });
});

test('names break in two near their middle', () => {
  expect(linesOf('floor duct')).toEqual(['floor duct']);
  expect(linesOf('shelf strip feed, right')).toEqual(['shelf strip', 'feed, right']);
  expect(linesOf('unbreakablynamed')).toEqual(['unbreakablynamed']);
  expect(linesOf('')).toEqual([]);
});

test('every kind of test has its spot on the map', () => {
  const at = (instrument: 'ohmmeter' | 'clamp' | 'cavity-lamp' | 'look', target: string) =>
    testPoint(library, layout, { instrument, at: target });
  expect(at('ohmmeter', 'F17.load')).toEqual(layout.terminals.get('F17.load'));
  const fuse = layout.figures.find(({ id }) => id === 'F17')!;
  expect(at('cavity-lamp', 'F17')).toEqual({ x: fuse.x + fuse.width / 2, y: fuse.y + fuse.height / 2 });
  const wire = layout.wires.get('W17')!;
  const clamp = at('clamp', 'W17@from')!;
  expect(Math.hypot(clamp.x - wire[0]!.x, clamp.y - wire[0]!.y)).toBeLessThanOrEqual(26.001);
  expect(at('look', 'hinge')).not.toBeNull();
});

describe('the view of the map', () => {
  const frame = { left: 0, top: 0, right: 1000, bottom: 400 };

  test('shows all of a frame that can be read, in its middle', () => {
    const { scale, x, y } = viewOf({ ...frame, focus: { x: 0, y: 0 } }, 900, 500, 'read');
    expect(scale).toBeCloseTo(0.9, 9);
    expect([x, y]).toEqual([0, 250 - 200 * 0.9]);
  });

  test('shows a part of one that could not be read, with the focus in it and nothing past its edges', () => {
    fc.assert(
      fc.property(fc.integer({ min: 0, max: 1000 }), fc.integer({ min: 0, max: 400 }), (fx, fy) => {
        const { scale, x, y } = viewOf({ ...frame, focus: { x: fx, y: fy } }, 300, 500, 'read');
        expect(scale).toBe(0.8);
        expect(fx * scale + x).toBeGreaterThanOrEqual(-1e-9);
        expect(fx * scale + x).toBeLessThanOrEqual(300 + 1e-9);
        expect(x).toBeLessThanOrEqual(1e-9);
        expect(1000 * scale + x).toBeGreaterThanOrEqual(300 - 1e-9);
        expect(y).toBe(250 - 200 * scale);
      }),
    );
    expect(viewOf({ ...frame, focus: { x: 0, y: 0 } }, 300, 500, 'whole').scale).toBeCloseTo(0.3, 9);
  });

  test('of a drawing that grows shows all, somewhat smaller than it is read, before it shows a part', () => {
    const shown = (width: number) => viewOf({ ...frame, focus: { x: 900, y: 0 } }, width, 500, 'growing');
    const { scale, x } = shown(600);
    expect(scale).toBeCloseTo(0.6, 9);
    expect(x).toBeCloseTo(0, 9);
    expect(shown(500).scale).toBe(0.8);
  });
});
