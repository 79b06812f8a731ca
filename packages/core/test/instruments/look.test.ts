import { sharesAt } from '../../src/instruments/look';
import { library } from '../library';

test('each fault lies somewhere along its wire, and sooner where the wire rubs, bends or gets wet', () => {
  const all = new Map<string, Map<string, number>>();
  for (const { id } of library.places) {
    for (const [suspect, share] of sharesAt(library, id, 1)) {
      all.set(suspect, (all.get(suspect) ?? new Map<string, number>()).set(id, share));
    }
  }
  expect(all.size).toBeGreaterThan(library.sections.length / 2);
  for (const shares of all.values()) {
    expect([...shares.values()].reduce((sum, share) => sum + share, 0)).toBeCloseTo(1, 9);
  }
  const plain = library.places.filter(({ hazards }) => hazards.length === 0).map(({ id }) => id);
  const worn = library.places.filter(({ hazards }) => hazards.some((each) => each !== 'heat'));
  const compared = [...all.values()].flatMap((shares) =>
    worn.flatMap(({ id }) =>
      plain.flatMap((other) =>
        shares.has(id) && shares.has(other) ? [shares.get(id)! / shares.get(other)!] : [],
      ),
    ),
  );
  expect(compared.length).toBeGreaterThan(0);
  expect(Math.min(...compared)).toBeGreaterThan(1.5);
});
