import fc from 'fast-check';
import { cavitiesFrom, fuseBoxTable } from '../../../src/circuit/boxes/fuseBoxTable';
import type { BoxCavity, FuseBox } from '../../../src/circuit/boxes/fuseBox';
import {
  checkFuseBox,
  fittedVerdict,
  seenAt,
  seenGrid,
  withCavityAt,
} from '../../../src/circuit/boxes/fuseBox';

const cavity = (number: string, column: number, row: number): BoxCavity => ({
  kind: 'fuse',
  number,
  label: '',
  column,
  row,
  labelled: { style: 'mini blade', ratingAmps: 10 },
  fitted: null,
});
const box = (columns: number, rows: number, turned: FuseBox['turned'] = 0): FuseBox => ({
  name: 'Box',
  place: 'dash',
  columns,
  rows,
  turned,
  cavities: Array.from({ length: columns * rows }, (_each, i) =>
    cavity(String(i + 1), (i % columns) + 1, Math.floor(i / columns) + 1),
  ),
});
/** The numbers as one reads them off the box, row by row. */
const seen = (centre: FuseBox) => {
  const grid = seenGrid(centre);
  const rows = Array.from({ length: grid.rows }, () => new Array<string>(grid.columns).fill(''));
  for (const each of centre.cavities) {
    const { column, row } = seenAt(centre, each);
    rows[row - 1]![column - 1] = each.number;
  }
  return rows.map((row) => row.join(' '));
};

describe('a box in the vehicle', () => {
  test('of two rows and three columns is read turned by 90, 180 and 270 degrees', () => {
    expect(seen(box(3, 2))).toEqual(['1 2 3', '4 5 6']);
    expect(seen(box(3, 2, 90))).toEqual(['4 1', '5 2', '6 3']);
    expect(seen(box(3, 2, 180))).toEqual(['6 5 4', '3 2 1']);
    expect(seen(box(3, 2, 270))).toEqual(['3 6', '2 5', '1 4']);
  });

  test('keeps every cavity in a place of its own, however it is turned', () => {
    const sizes = fc.integer({ min: 1, max: 12 });
    fc.assert(
      fc.property(sizes, sizes, fc.constantFrom(0, 90, 180, 270), (columns, rows, turned) => {
        const centre = box(columns, rows, turned);
        const grid = seenGrid(centre);
        const places = centre.cavities.map((each) => seenAt(centre, each));
        expect(new Set(places.map(({ column, row }) => `${column} ${row}`)).size).toBe(columns * rows);
        for (const { column, row } of places) {
          expect(column >= 1 && column <= grid.columns && row >= 1 && row <= grid.rows).toBe(true);
        }
      }),
      { seed: 5, numRuns: 60 },
    );
  });

  test('names what does not fit together', () => {
    const centre = box(2, 2);
    expect(checkFuseBox(centre)).toEqual([]);
    const bad = { ...centre, cavities: [cavity('1', 1, 1), cavity('1', 1, 1), cavity('9', 3, 1)] };
    expect(checkFuseBox(bad).map(({ path }) => path)).toEqual([
      'cavities.1',
      'cavities.1.number',
      'cavities.2',
    ]);
  });

  test('changes places when one is dragged onto another', () => {
    const moved = withCavityAt(box(2, 2), '1', 2, 2);
    expect(seen(moved)).toEqual(['4 2', '3 1']);
    expect(checkFuseBox(moved)).toEqual([]);
  });
});

describe('rows of a spreadsheet', () => {
  const read = (table: readonly (readonly string[])[], rows = 4) => cavitiesFrom(table, rows, 'mini blade');

  test('without a heading and without places fill the grid downwards', () => {
    const table = Array.from({ length: 6 }, (_each, i) => [`${i + 1}`, `load ${i + 1}`, '7,5 A']);
    const result = read(table);
    if (result.kind === 'flaw') throw new Error(result.message);
    expect(result).toMatchObject({ columns: 2, rows: 4 });
    expect(result.cavities[4]).toMatchObject({
      number: '5',
      label: 'load 5',
      column: 2,
      row: 1,
      labelled: { style: 'mini blade', ratingAmps: 7.5 },
    });
  });

  test('with a heading come in any order', () => {
    const result = read([
      ['Kind', 'Number', 'Label', 'Rating', 'Style'],
      ['relay', 'R1', 'horn', '', ''],
      ['', '2', 'pump', '20', 'regular'],
    ]);
    if (result.kind === 'flaw') throw new Error(result.message);
    expect(result.cavities).toMatchObject([
      { kind: 'relay', number: 'R1', labelled: null },
      { kind: 'fuse', number: '2', labelled: { style: 'regular blade', ratingAmps: 20 } },
    ]);
  });

  test.each<[string, readonly string[], RegExp]>([
    ['no number', ['', 'pump', '20'], /Row 1: Expected the number/],
    ['a rating in words', ['1', 'pump', 'large'], /Row 1: Expected a rating of 0.5 to 500 A: got “large”/],
    ['a style that is none', ['1', 'pump', '20', 'glass'], /Row 1: Expected a style/],
    ['a place that is none', ['1', 'pump', '20', '', '1.5'], /whole numbers from 1 to 60/],
  ])('with %s are refused in one sentence that names the row', (_name, row, expected) => {
    expect(read([row])).toMatchObject({ kind: 'flaw', message: expect.stringMatching(expected) as string });
  });

  test('come back as they were written', () => {
    const centre = box(5, 3);
    const back = cavitiesFrom(fuseBoxTable(centre), 3, 'regular blade');
    expect(back).toMatchObject({ kind: 'read', cavities: centre.cavities, columns: 5, rows: 3 });
  });
});

test('a fuse larger than labelled is said before anything else', () => {
  const fitted = (ratingAmps: number, style: 'mini blade' | 'regular blade' = 'mini blade') =>
    fittedVerdict({ ...cavity('1', 1, 1), fitted: { style, ratingAmps } });
  expect(fitted(15, 'regular blade')).toBe('too large');
  expect(fitted(5)).toBe('too small');
  expect(fitted(10)).toBe('as labelled');
  expect(fitted(10, 'regular blade')).toBe('another style');
  expect(fittedVerdict(cavity('1', 1, 1))).toBe('not looked at');
});
