import type { CircuitFlaw } from '../circuit';
import type { FuseStyle } from '../../physics/fuseColdResistance';

/** A fuse as it is labelled, or as it was found. */
export interface FuseKind {
  readonly style: FuseStyle;
  readonly ratingAmps: number;
}

/** What a fuse may be rated, amps. */
export const ratingLimits = { least: 0.5, greatest: 500 };

/** `15`, `7,5 A`; null for what is no rating. */
export function parseRating(text: string): number | null {
  const amps = Number(text.trim().replace(/\s*A$/i, '').replace(',', '.'));
  return amps >= ratingLimits.least && amps <= ratingLimits.greatest ? amps : null;
}

/** One cavity of a box, where the cover shows it: column from the left, row from the top, both from 1. */
export interface BoxCavity {
  readonly kind: 'fuse' | 'relay';
  readonly number: string;
  /** What the cover says of it. */
  readonly label: string;
  readonly column: number;
  readonly row: number;
  /** As labelled; null for a relay, or where the cover says nothing. */
  readonly labelled: FuseKind | null;
  /** What is found in it; null where nobody has looked, or it is empty. */
  readonly fitted: FuseKind | null;
}

/** A box of fuses and relays: a grid as on its cover. */
export interface FuseBox {
  readonly name: string;
  readonly place: string;
  readonly columns: number;
  readonly rows: number;
  /** How far it is turned clockwise as it sits in the vehicle, degrees. */
  readonly turned: 0 | 90 | 180 | 270;
  readonly cavities: readonly BoxCavity[];
}

/** The place of the cavity at an index from 0, where a grid of so many rows is filled down its columns. */
export function placeDown(index: number, rows: number): Pick<BoxCavity, 'column' | 'row'> {
  return { column: Math.floor(index / rows) + 1, row: (index % rows) + 1 };
}

/** Where a cavity stands for one who looks at the box in the vehicle, both from 1. */
export function seenAt(
  { columns, rows, turned }: FuseBox,
  { column, row }: Pick<BoxCavity, 'column' | 'row'>,
): { readonly column: number; readonly row: number } {
  switch (turned) {
    case 0:
      return { column, row };
    case 90:
      return { column: rows + 1 - row, row: column };
    case 180:
      return { column: columns + 1 - column, row: rows + 1 - row };
    case 270:
      return { column: row, row: columns + 1 - column };
  }
}

/** The grid as it is seen in the vehicle. */
export function seenGrid({ columns, rows, turned }: FuseBox): {
  readonly columns: number;
  readonly rows: number;
} {
  return turned % 180 === 0 ? { columns, rows } : { columns: rows, rows: columns };
}

/** What does not fit together in a box: two in one place, one outside of the grid, a number twice. */
export function checkFuseBox({ columns, rows, cavities }: FuseBox): readonly CircuitFlaw[] {
  const places = new Map<string, string>();
  const numbers = new Set<string>();
  return cavities.flatMap(({ number, column, row }, index): readonly CircuitFlaw[] => {
    const path = `cavities.${index}`;
    if (column > columns || row > rows) {
      const message = `Expected cavity ${number} within ${columns} columns and ${rows} rows: it is at column ${column}, row ${row}.`;
      return [{ path, message }];
    }
    const place = `${column} ${row}`;
    const other = places.get(place);
    places.set(place, number);
    const twice = numbers.has(number);
    numbers.add(number);
    return [
      ...(other === undefined
        ? []
        : [
            {
              path,
              message: `Expected one cavity at column ${column}, row ${row}: ${other} and ${number} are there.`,
            },
          ]),
      ...(twice
        ? [{ path: `${path}.number`, message: `Expected each number once: ${number} stands twice.` }]
        : []),
    ];
  });
}

export type FittedVerdict = 'not looked at' | 'as labelled' | 'too large' | 'too small' | 'another style';

/** What is fitted against what the cover says. A larger one protects nothing: that comes first. */
export function fittedVerdict({ labelled, fitted }: BoxCavity): FittedVerdict {
  if (labelled === null || fitted === null) return 'not looked at';
  if (fitted.ratingAmps > labelled.ratingAmps) return 'too large';
  if (fitted.ratingAmps < labelled.ratingAmps) return 'too small';
  return fitted.style === labelled.style ? 'as labelled' : 'another style';
}

/** A cavity moved to another place of the grid; where one stands there already, the two change places. */
export function withCavityAt(centre: FuseBox, number: string, column: number, row: number): FuseBox {
  const moved = centre.cavities.find((each) => each.number === number);
  if (moved === undefined) return centre;
  return {
    ...centre,
    cavities: centre.cavities.map((each) => {
      if (each.number === number) return { ...each, column, row };
      const there = each.column === column && each.row === row;
      return there ? { ...each, column: moved.column, row: moved.row } : each;
    }),
  };
}
