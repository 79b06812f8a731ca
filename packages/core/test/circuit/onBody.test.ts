import fc from 'fast-check';
import type { BodyKind } from '../../src/circuit/circuit';
import { bodyKinds } from '../../src/circuit/circuit';
import { whereOnBody } from '../../src/circuit/onBody';
import { zoneById, zoneIds } from '../../src/notation/bodyPlan';

const place = (name: string, id = 'x') => ({ id, name, reachMinutes: 1, hazards: [], visibility: 0.5 });
const where = (name: string, body?: BodyKind) => whereOnBody({ body }, place(name));

test('a place lies where its document says, whatever its name', () => {
  fc.assert(
    fc.property(fc.double({ min: 0, max: 1, noNaN: true }), fc.constantFrom(...zoneIds), (share, id) => {
      const given = { ...zoneById(id)!.place, where: [share, 1 - share] as const };
      expect(whereOnBody({}, given)).toEqual({ along: share, across: 1 - share });
    }),
  );
});

test('every zone of a body lies on it, from the front end to the tow bar in the order of the vehicle', () => {
  const along = (id: string) => whereOnBody({}, zoneById(id)!.place)?.along;
  const placed = zoneIds.filter((id) => id !== 'fuse-box');
  for (const id of placed) {
    expect(along(id)).toBeGreaterThanOrEqual(0);
    expect(along(id)).toBeLessThanOrEqual(1);
  }
  // A fuse box may be anywhere: nothing is lit for it on a guess.
  expect(whereOnBody({}, zoneById('fuse-box')!.place)).toBeNull();
  const order = ['front', 'engine-bay', 'bulkhead', 'dash', 'console', 'b-pillar', 'boot', 'tailgate', 'tow'];
  const shares = order.map((id) => along(id)!);
  expect(shares).toEqual([...shares].sort((a, b) => a - b));
});

test('left and right mirror one another; without a side the side is not known', () => {
  for (const name of ['sill', 'A-pillar', 'front door', 'D-pillar', 'wheel arch', 'mirror']) {
    const [left, right] = [where(`${name}, left`)!, where(`${name}, right`)!];
    expect(left.across! + right.across!).toBeCloseTo(1);
    expect(left.across).toBeLessThan(0.2);
    expect(left.along).toBe(right.along);
    expect(where(name)!.across).toBeNull();
  }
  expect(whereOnBody({}, place('left sill', 'sill-left'))!.across).toBeLessThan(0.2);
});

test('a rear door is the rear wall of a van and the second side door of a car', () => {
  for (const body of bodyKinds) {
    const { along } = where('rear-door hinge grommet', body)!;
    if (body === 'van' || body === 'bus' || body === 'trailer') expect(along).toBeGreaterThan(0.9);
    else expect(along).toBeLessThan(0.75);
  }
});

test('a name that says nothing lights nothing', () => {
  expect(where('shelf ends')).toBeNull();
  expect(where('where K7 is')).toBeNull();
});
