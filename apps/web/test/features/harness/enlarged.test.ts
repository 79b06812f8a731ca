import { restingState } from '@grim-lantern/core';
import ELK from 'elkjs/lib/elk.bundled.js';
import fc from 'fast-check';
import { overlap } from '../../../src/features/harness/boxes';
import { enlargementAt, shrunk, thinned } from '../../../src/features/harness/enlarged';
import { layoutHarness } from '@grim-lantern/drawing';
import { letters, nameBox, placeLabels } from '../../../src/features/harness/mapLabels';
import { figureWords, suspectWords } from '../../../src/features/harness/mapWording';
import { library } from '../../demo';

test('letters are at least 11 px on the screen at any size of the drawing, and no larger than they need be', () => {
  fc.assert(
    fc.property(fc.double({ min: 0.15, max: 4, noNaN: true }), (scale) => {
      const times = enlargementAt(scale);
      expect(letters.state * times * scale).toBeGreaterThanOrEqual(11 - 1e-9);
      if (times > 1) expect(letters.state * times * scale).toBeLessThan(11 * 1.16);
    }),
  );
});

test('from far away no word lies over another, the suspects keep their numbers and the strongest its name', async () => {
  const layout = await layoutHarness(new ELK(), library);
  const state = restingState(library);
  const parts = library.parts.filter(({ kind }) => kind === 'lamp' || kind === 'fuse' || kind === 'relay');
  fc.assert(
    fc.property(fc.constantFrom(1.3, 2, 3, 5), fc.constantFrom(...parts), (times, leading) => {
      const small = shrunk(layout, times);
      const glow = new Map([[leading.id, 0.9]]);
      const figures = small.figures.map((figure) => figureWords(library, figure, state));
      const kept = thinned(figures, glow, []);
      const boxes = kept.filter(({ name }) => name !== '').map(nameBox);
      boxes.forEach((one, i) => boxes.slice(i + 1).forEach((other) => expect(overlap(one, other)).toBe(0)));
      expect(kept.some(({ figure, name }) => figure.part.id === leading.id && name !== '')).toBe(true);
      const { ribbons } = placeLabels(small, kept, suspectWords(library, glow), [], null);
      expect(ribbons.map(({ content }) => content.number)).toEqual(['90 %']);
      // What is written already is left in sight.
      const beside = thinned(figures, glow, boxes)
        .filter(({ name }) => name !== '')
        .map(nameBox);
      for (const box of beside) expect(boxes.some((each) => overlap(box, each) > 0)).toBe(false);
    }),
    { numRuns: 40 },
  );
});
