import type { Hypothesis } from '../faults/hypotheses';

/**
 * The range of ohms that each hypothesis stands for, in steps fine enough for an instrument: a family of faults is a
 * range, not the few points of it that are solved. A cell lies at a hypothesis, or at a share of the way to the next one
 * of its family; what is read there lies between what the two predict, on the instrument's scale of even error. The
 * likelihoods of several readings are multiplied cell by cell, then summed: an integral over the range.
 */
export interface Cells {
  readonly count: number;
  readonly hypothesisOf: Int32Array;
  /** The hypothesis on the way to which it lies; its own where it lies at it. */
  readonly towards: Int32Array;
  /** The next one of its family on the other side of its own, and the next one beyond that; -1 where there is none. */
  readonly behind: Int32Array;
  readonly beyond: Int32Array;
  /** How far, from 0 to below a half. */
  readonly share: Float64Array;
  /** Its part of the hypothesis's prior; those of one hypothesis sum to 1. */
  readonly weight: Float64Array;
}

/** Likelihoods by cell: its fault always there, and coming and going (without meaning where it cannot). */
export interface CellLikelihoods {
  readonly total: Float64Array;
  readonly coming: Float64Array;
  /** Both, one after the other, as weights are ordered. */
  readonly inOrder: Float64Array;
}

/** Likelihoods by cell, and by where the figures lie that no diagram gives. */
export interface Likelihoods extends CellLikelihoods {
  /**
   * In the order of `ways`; null where that makes no difference. They lie alike for every reading of a vehicle.
   */
  readonly byWay: readonly CellLikelihoods[] | null;
}

/** Likelihoods from both halves in order. */
export function cellLikelihoods(inOrder: Float64Array): CellLikelihoods {
  const count = inOrder.length / 2;
  return { inOrder, total: inOrder.subarray(0, count), coming: inOrder.subarray(count) };
}

/** Steps from one hypothesis to half the way to the next. */
const steps = 2;
/** What lies between two cells, as a share of what lies between two hypotheses. */
export const cellWidth = 1 / (2 * steps + 1);

/** The hypotheses with what lies between their ohms: a prior that is even over each range. */
export function cellsOf(hypotheses: readonly Hypothesis[]): Cells {
  const list: {
    readonly h: number;
    readonly towards: number;
    readonly share: number;
    readonly weight: number;
  }[] = [];
  const within = (h: number, other: number) =>
    hypotheses[other]?.family === hypotheses[h]!.family ? other : -1;
  hypotheses.forEach(({ family }, h) => {
    const own: [towards: number, share: number][] = [[h, 0]];
    for (const neighbour of [h - 1, h + 1]) {
      if (hypotheses[neighbour]?.family !== family) continue;
      for (let step = 1; step <= steps; step++) own.push([neighbour, step * cellWidth]);
    }
    for (const [towards, share] of own) list.push({ h, towards, share, weight: 1 / own.length });
  });
  return {
    count: list.length,
    hypothesisOf: Int32Array.from(list, ({ h }) => h),
    towards: Int32Array.from(list, ({ towards }) => towards),
    behind: Int32Array.from(list, ({ h, towards }) => within(h, 2 * h - towards)),
    beyond: Int32Array.from(list, ({ h, towards }) => within(h, 2 * towards - h)),
    share: Float64Array.from(list, ({ share }) => share),
    weight: Float64Array.from(list, ({ weight }) => weight),
  };
}

/** What the cells of each hypothesis hold together. */
export function sumByHypothesis({ hypothesisOf }: Cells, values: Float64Array, count: number): Float64Array {
  const sums = new Float64Array(count);
  for (let c = 0; c < values.length; c++) sums[hypothesisOf[c]!]! += values[c]!;
  return sums;
}

/** The most that any cell of each hypothesis holds. */
export function mostByHypothesis({ hypothesisOf }: Cells, values: Float64Array, count: number): Float64Array {
  const most = new Float64Array(count).fill(-Infinity);
  for (let c = 0; c < values.length; c++) {
    const h = hypothesisOf[c]!;
    if (values[c]! > most[h]!) most[h] = values[c]!;
  }
  return most;
}

/** The mean over the cells of each hypothesis, by their weights. */
export function meanByHypothesis(cells: Cells, values: Float64Array, count: number): Float64Array {
  return sumByHypothesis(
    cells,
    values.map((value, c) => value * cells.weight[c]!),
    count,
  );
}
