import type { FuseStyle } from '../../physics/fuseColdResistance';
import { fuseStyles } from '../../physics/fuseColdResistance';
import type { BoxCavity, FuseBox, FuseKind } from './fuseBox';
import { parseRating, placeDown } from './fuseBox';

/** The columns of a box as a table, in their order where a table has no heading. */
const fuseBoxHeading = [
  'number',
  'label',
  'rating',
  'style',
  'column',
  'row',
  'kind',
  'fitted rating',
  'fitted style',
] as const;

type Heading = (typeof fuseBoxHeading)[number];

/** A box's cavities as rows of a table, its heading first. */
export function fuseBoxTable({ cavities }: FuseBox): readonly (readonly string[])[] {
  return [
    fuseBoxHeading,
    ...cavities.map(({ number, label, labelled, column, row, kind, fitted }) => [
      number,
      label,
      labelled === null ? '' : String(labelled.ratingAmps),
      labelled?.style ?? '',
      String(column),
      String(row),
      kind,
      fitted === null ? '' : String(fitted.ratingAmps),
      fitted?.style ?? '',
    ]),
  ];
}

export type TableRead =
  | {
      readonly kind: 'read';
      readonly cavities: readonly BoxCavity[];
      readonly rows: number;
      readonly columns: number;
    }
  | { readonly kind: 'flaw'; readonly message: string };

/**
 * Cavities from the rows of a spreadsheet. A first row that names columns is its heading; without one they come in the
 * order of `centreHeading`. Rows without a place are filled down the columns of the grid, in the order given.
 * @param rowsDown - so many rows the grid has, for those without a place
 * @param usual - the style where a row says none
 */
export function cavitiesFrom(
  table: readonly (readonly string[])[],
  rowsDown: number,
  usual: FuseStyle,
): TableRead {
  const rows = table
    .map((row) => row.map((cell) => cell.trim()))
    .filter((row) => row.some((cell) => cell !== ''));
  const named = headingOf(rows[0] ?? []);
  const heading = named ?? fuseBoxHeading.map((name, index) => [name, index] as const);
  const cavities: BoxCavity[] = [];
  for (const [index, row] of rows.slice(named === null ? 0 : 1).entries()) {
    const cell = (name: Heading) => row[heading.find(([each]) => each === name)?.[1] ?? -1] ?? '';
    const read = cavityFrom(cell, index, rowsDown, usual);
    if (typeof read === 'string') return { kind: 'flaw', message: `Row ${index + 1}: ${read}` };
    cavities.push(read);
  }
  if (cavities.length === 0) return { kind: 'flaw', message: 'Expected at least one row with a number.' };
  const most = (of: (cavity: BoxCavity) => number) =>
    cavities.reduce((top, each) => Math.max(top, of(each)), 1);
  return {
    kind: 'read',
    cavities,
    columns: most(({ column }) => column),
    rows: Math.max(
      Math.min(rowsDown, cavities.length),
      most(({ row }) => row),
    ),
  };
}

/** Which column holds what; null where the row names none. */
function headingOf(row: readonly string[]): readonly (readonly [Heading, number])[] | null {
  const found = row.flatMap((cell, index) => {
    const name = fuseBoxHeading.find((each) => each === cell.toLowerCase());
    return name === undefined ? [] : [[name, index] as const];
  });
  return found.some(([name]) => name === 'number') ? found : null;
}

/** A row as a cavity, or what is wrong with it. */
function cavityFrom(
  cell: (name: Heading) => string,
  index: number,
  rowsDown: number,
  usual: FuseStyle,
): BoxCavity | string {
  const number = cell('number');
  if (number === '') return 'Expected the number of the cavity.';
  const kind = cell('kind').toLowerCase() || 'fuse';
  if (kind !== 'fuse' && kind !== 'relay') return `Expected “fuse” or “relay”: got “${kind}”.`;
  const labelled = fuseKindFrom(cell('rating'), cell('style'), usual);
  if (typeof labelled === 'string') return labelled;
  const fitted = fuseKindFrom(cell('fitted rating'), cell('fitted style'), labelled?.style ?? usual);
  if (typeof fitted === 'string') return fitted;
  const down = placeDown(index, rowsDown);
  const column = placeFrom(cell('column'), down.column);
  const row = placeFrom(cell('row'), down.row);
  if (column === null || row === null) return 'Expected whole numbers from 1 to 60 for column and row.';
  return {
    kind,
    number,
    label: cell('label'),
    column,
    row,
    labelled: kind === 'relay' ? null : labelled,
    fitted,
  };
}

function placeFrom(text: string, otherwise: number): number | null {
  if (text === '') return otherwise;
  const value = Number(text);
  return Number.isInteger(value) && value >= 1 && value <= 60 ? value : null;
}

/** `15`, `7,5 A` and `mini` and the like; null for nothing, a sentence for what is neither. */
function fuseKindFrom(rating: string, style: string, usual: FuseStyle): FuseKind | null | string {
  if (rating === '') return null;
  const ratingAmps = parseRating(rating);
  if (ratingAmps === null) return `Expected a rating of 0.5 to 500 A: got “${rating}”.`;
  if (style === '') return { style: usual, ratingAmps };
  const known = fuseStyles.find(
    (each) => each === style.toLowerCase() || each.split(' ')[0] === style.toLowerCase(),
  );
  return known === undefined
    ? `Expected a style of ${fuseStyles.join(', ')}: got “${style}”.`
    : { style: known, ratingAmps };
}
