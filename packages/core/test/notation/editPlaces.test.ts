import fc from 'fast-check';
import { bodyKinds } from '../../src/circuit/circuit';
import { checkCircuit } from '../../src/circuit/checkCircuit';
import { withBody, withPlace, withTrim } from '../../src/notation/editCircuit';
import { readNotation } from '../../src/notation/readNotation';
import { writeNotation } from '../../src/notation/writeNotation';
import { anyCircuit, share } from './anyCircuit';

test('places, their trim and the kind of vehicle are changed as a table does it, and survive the text', () => {
  const edit = fc.record({
    place: fc.nat(),
    trim: fc.constantFrom('', 'sill trim', 'left sill trim', 'cover'),
    minutes: fc.nat({ max: 60 }),
    where: fc.option(fc.tuple(share, share), { nil: undefined }),
    body: fc.constantFrom(undefined, ...bodyKinds),
  });
  fc.assert(
    fc.property(anyCircuit, fc.array(edit, { minLength: 1, maxLength: 6 }), (circuit, edits) => {
      const changed = edits.reduce((now, { place, trim, minutes, where, body }) => {
        const { id } = now.places[place % now.places.length]!;
        const trimmed = withTrim(now, id, trim, minutes);
        const moved = trimmed.places.find((each) => each.id === id)!;
        const next = withBody(withPlace(trimmed, { ...moved, where }), body);
        const after = next.places.find((each) => each.id === id)!;
        const strip = next.strips.find((each) => each.id === after.strip);
        // What was asked for stands there; what nothing is behind any more is gone.
        expect(strip === undefined ? '' : strip.name).toBe(trim);
        if (strip !== undefined) expect(strip.minutes).toBe(minutes);
        expect(after.where).toEqual(where);
        for (const each of next.strips)
          expect(next.places.some((behind) => behind.strip === each.id)).toBe(true);
        // No other place has changed.
        for (const other of now.places) if (other.id !== id) expect(next.places).toContainEqual(other);
        return next;
      }, circuit);
      expect(checkCircuit(changed)).toEqual(checkCircuit(circuit));
      const { circuit: back, flaws } = readNotation(writeNotation(changed));
      expect(flaws).toEqual([]);
      expect(back).toEqual(changed);
    }),
    { seed: 8, numRuns: 60 },
  );
});
