import fc from 'fast-check';
import { connectivity } from '../../src/network/connectivity';

const seed = 20261120;

/** Nodes reached from a start without one edge: the definition, by plain search. */
function reached(
  count: number,
  edges: readonly (readonly [number, number])[],
  start: number,
  without: number,
) {
  const seen = new Set([start]);
  for (let grown = true; grown;) {
    grown = false;
    edges.forEach(([a, b], edge) => {
      if (edge === without || seen.has(a) === seen.has(b)) return;
      seen.add(a).add(b);
      grown = true;
    });
  }
  return Array.from({ length: count }, (_each, node) => seen.has(node));
}

test(`groups and bridges agree with plain search (seed ${seed})`, () => {
  const graphs = fc.integer({ min: 2, max: 14 }).chain((count) =>
    fc.record({
      count: fc.constant(count),
      edges: fc.array(fc.tuple(fc.nat(count - 1), fc.nat(count - 1)), { maxLength: 24 }),
    }),
  );
  fc.assert(
    fc.property(graphs, ({ count, edges }) => {
      const found = connectivity(count, edges);
      const fromReference = reached(count, edges, 0, -1);
      fromReference.forEach((tied, node) => expect(found.group[node] === 0).toBe(tied));
      edges.forEach((_each, edge) => {
        const without = reached(count, edges, 0, edge);
        for (let node = 0; node < count; node++) {
          if (fromReference[node]) expect(found.cutOff(edge, node)).toBe(!without[node]);
        }
      });
    }),
    { seed, numRuns: 300 },
  );
});
