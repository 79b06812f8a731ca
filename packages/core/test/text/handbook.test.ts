import { instrumentIds } from '../../src/instruments/instruments';
import { articleOf, handbook } from '../../src/text/handbook';

test('every instrument has one article, with steps, what it means and a caution', () => {
  for (const id of instrumentIds) {
    const found = handbook.filter(({ instruments }) => instruments.includes(id));
    expect([id, found.length]).toEqual([id, 1]);
    expect(articleOf(id)).toBe(found[0]);
  }
  for (const { steps, means, caution } of handbook) {
    expect(steps.length).toBeGreaterThanOrEqual(3);
    for (const sentence of [...steps, means, caution]) expect(sentence).toMatch(/^[A-Z0-9].*\.$/);
  }
  expect(new Set(handbook.map(({ id }) => id)).size).toBe(handbook.length);
});

test('nothing in it tells to do what must never be done', () => {
  const sentences = handbook.flatMap(({ steps }) => steps);
  // A step may not ask for a larger fuse, a bare jumper, a lamp on a module, or a crank; a caution may name them.
  for (const step of sentences) {
    expect(step).not.toMatch(/larger fuse|higher rating|bridge|jumper wire|crank/i);
    expect(step).not.toMatch(/lamp (on|to|at) .*(module|airbag)/i);
  }
  const of = (id: string) => handbook.find((each) => each.id === id)!.caution;
  expect(of('fuse')).toMatch(/Never a larger fuse/);
  expect(of('test-lamp')).toMatch(/Never on the pin of a module/);
  expect(of('amps-in-series')).toMatch(/Never crank/);
});
