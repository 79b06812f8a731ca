import type { FuseBox } from '@grim-lantern/core';

/** Two changes of one thing, laid over each other. */
export interface ThreeWay<T> {
  readonly merged: T;
  /** What both changed, and differently: the own is in `merged`. */
  readonly clashes: readonly string[];
}

const same = (one: unknown, other: unknown) => JSON.stringify(one) === JSON.stringify(other);

/**
 * Merges two changes of one document, field by field: a field that only one changed is as that one has it.
 * @param base - what both started from
 */
export function threeWay<T extends object>(base: T, mine: T, theirs: T): ThreeWay<T> {
  const fields = [...new Set([...Object.keys(mine), ...Object.keys(theirs)])] as (keyof T & string)[];
  const clashes = fields.filter(
    (field) =>
      !same(base[field], mine[field]) &&
      !same(base[field], theirs[field]) &&
      !same(mine[field], theirs[field]),
  );
  const merged = Object.fromEntries(
    fields.flatMap((field) => {
      const from = same(base[field], mine[field]) ? theirs : mine;
      return from[field] === undefined ? [] : [[field, from[field]]];
    }),
  ) as T;
  return { merged, clashes };
}

/** The same for a box, cavity by cavity: two who each fill in their own lose nothing. */
export function threeWayBox(base: FuseBox, mine: FuseBox, theirs: FuseBox): ThreeWay<FuseBox> {
  const byNumber = ({ cavities }: FuseBox) =>
    Object.fromEntries(cavities.map((cavity) => [`cavity ${cavity.number}`, cavity]));
  const cavities = threeWay(byNumber(base), byNumber(mine), byNumber(theirs));
  // The cavities are merged one by one: as a whole they count as the other's.
  const frame = threeWay(base, { ...mine, cavities: base.cavities }, theirs);
  return {
    merged: { ...frame.merged, cavities: Object.values(cavities.merged) },
    clashes: [...frame.clashes, ...cavities.clashes],
  };
}
