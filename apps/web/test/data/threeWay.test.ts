import type { FuseBox } from '@grim-lantern/core';
import fc from 'fast-check';
import { threeWay, threeWayBox } from '../../src/data/threeWay';

const document = fc.record({ name: fc.nat(2), plate: fc.nat(2), notes: fc.nat(2) });

test('of two changes every one is in the merge, or named as a clash', () => {
  fc.assert(
    fc.property(document, document, document, (base, mine, theirs) => {
      const { merged, clashes } = threeWay(base, mine, theirs);
      for (const field of ['name', 'plate', 'notes'] as const) {
        const [iDid, theyDid] = [mine[field] !== base[field], theirs[field] !== base[field]];
        if (iDid) expect(merged[field]).toBe(mine[field]);
        else expect(merged[field]).toBe(theirs[field]);
        expect(clashes.includes(field)).toBe(iDid && theyDid && mine[field] !== theirs[field]);
      }
    }),
  );
});

test('merging with what nobody changed gives the other, whoever it is', () => {
  fc.assert(
    fc.property(document, document, (base, change) => {
      expect(threeWay(base, change, base)).toEqual({ merged: change, clashes: [] });
      expect(threeWay(base, base, change)).toEqual({ merged: change, clashes: [] });
    }),
  );
});

describe('a box', () => {
  const cavity = (number: string, label: string) => ({
    kind: 'fuse' as const,
    number,
    label,
    column: 1,
    row: Number(number),
    labelled: null,
    fitted: null,
  });
  const box = (labels: Readonly<Record<string, string>>, turned: 0 | 90 = 0): FuseBox => ({
    name: 'Box',
    place: 'dash',
    columns: 1,
    rows: 9,
    turned,
    cavities: Object.entries(labels).map(([number, label]) => cavity(number, label)),
  });

  test('two who fill in a cavity each, turn it and take one away lose nothing', () => {
    const base = box({ 1: '', 2: '', 3: 'old' });
    const mine = box({ 1: 'pump', 2: '', 3: 'old', 4: 'new' });
    const theirs = box({ 1: '', 2: 'horn' }, 90);
    const { merged, clashes } = threeWayBox(base, mine, theirs);
    expect(clashes).toEqual([]);
    expect(merged.turned).toBe(90);
    expect(merged.cavities.map(({ number, label }) => [number, label])).toEqual([
      ['1', 'pump'],
      ['2', 'horn'],
      ['4', 'new'],
    ]);
  });

  test('the same cavity changed by both is named', () => {
    const { clashes } = threeWayBox(box({ 1: '' }), box({ 1: 'pump' }), box({ 1: 'horn' }));
    expect(clashes).toEqual(['cavity 1']);
  });
});
