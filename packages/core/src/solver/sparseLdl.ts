import { CoreError } from '../errors';
import { pivotShare } from './tolerances';

/**
 * Sparse LDLᵀ of a symmetric positive definite matrix whose structure is known beforehand. A harness is almost a
 * tree, so with a minimum-degree order the factor is about as sparse as the matrix.
 *
 * Source: T. A. Davis, Direct Methods for Sparse Linear Systems, ch. 4 (up-looking), ch. 7 (minimum degree).
 */
export interface LdlFactor {
  readonly size: number;
  /** Row eliminated at each step. */
  readonly order: Int32Array;
  /** Column k of L below the diagonal is `rows[starts[k] .. starts[k + 1])`, in elimination order. */
  readonly starts: Int32Array;
  readonly rows: Int32Array;
  readonly lower: Float64Array;
  readonly diagonal: Float64Array;
}

/**
 * Factors a matrix given by its lower or upper entries.
 * @param size - rows of the matrix
 * @param entries - `[row, column, value]`, off-diagonal entries once each (either triangle); repeats add up
 * @throws {CoreError} `solver/singular` when a pivot is not well above zero
 */
export function ldlFactor(size: number, entries: readonly (readonly [number, number, number])[]): LdlFactor {
  const columns = Array.from({ length: size }, () => new Map<number, number>());
  let largest = 0;
  for (const [row, column, value] of entries) {
    columns[row]!.set(column, (columns[row]!.get(column) ?? 0) + value);
    if (row !== column) columns[column]!.set(row, (columns[column]!.get(row) ?? 0) + value);
  }
  for (let i = 0; i < size; i++) largest = Math.max(largest, Math.abs(columns[i]!.get(i) ?? 0));
  const order = new Int32Array(size);
  const position = new Int32Array(size).fill(-1);
  const starts = new Int32Array(size + 1);
  const rows: number[] = [];
  const lower: number[] = [];
  const diagonal = new Float64Array(size);
  const buckets = degreeBuckets(columns);
  for (let step = 0; step < size; step++) {
    // Right-looking elimination on the remaining graph: the pivot's neighbours become a clique.
    const pivot = buckets.takeLeast();
    const pivotRow = columns[pivot]!;
    const d = pivotRow.get(pivot) ?? 0;
    if (!(d > pivotShare * largest)) {
      throw new CoreError(
        'solver/singular',
        `The solver needs every node tied to another: node ${pivot + 1} is not.`,
        {
          node: pivot + 1,
        },
      );
    }
    pivotRow.delete(pivot);
    order[step] = pivot;
    position[pivot] = step;
    diagonal[step] = d;
    const neighbours = [...pivotRow];
    for (const [row, value] of neighbours) {
      rows.push(row);
      lower.push(value / d);
    }
    starts[step + 1] = rows.length;
    for (const [row, value] of neighbours) {
      const target = columns[row]!;
      target.delete(pivot);
      for (const [column, other] of neighbours) {
        target.set(column, (target.get(column) ?? 0) - (value * other) / d);
      }
      buckets.moved(row);
    }
  }
  return {
    size,
    order,
    starts,
    rows: Int32Array.from(rows, (row) => position[row]!),
    lower: Float64Array.from(lower),
    diagonal,
  };
}

/** Nodes by their number of neighbours left, so that the least is found without a scan. */
function degreeBuckets(columns: readonly ReadonlyMap<number, number>[]) {
  const buckets: Set<number>[] = [];
  const degree = columns.map((column) => column.size);
  const put = (node: number) => (buckets[degree[node]!] ??= new Set()).add(node);
  columns.forEach((_column, node) => put(node));
  return {
    takeLeast(): number {
      for (const bucket of buckets) {
        if (bucket === undefined) continue;
        for (const node of bucket) {
          bucket.delete(node);
          return node;
        }
      }
      return -1;
    },
    moved(node: number): void {
      buckets[degree[node]!]!.delete(node);
      degree[node] = columns[node]!.size;
      put(node);
    },
  };
}

/**
 * Solves with a factor, in place.
 * @param rightSide - length size; overwritten by the solution
 * @param work - length size; overwritten
 */
export function ldlSolveInPlace(factor: LdlFactor, rightSide: Float64Array, work: Float64Array): void {
  const { size, order, starts, rows, lower, diagonal } = factor;
  for (let k = 0; k < size; k++) work[k] = rightSide[order[k]!]!;
  for (let k = 0; k < size; k++) {
    const value = work[k]!;
    if (value === 0) continue;
    for (let p = starts[k]!; p < starts[k + 1]!; p++) work[rows[p]!]! -= lower[p]! * value;
  }
  for (let k = size - 1; k >= 0; k--) {
    let value = work[k]! / diagonal[k]!;
    for (let p = starts[k]!; p < starts[k + 1]!; p++) value -= lower[p]! * work[rows[p]!]!;
    work[k] = value;
  }
  for (let k = 0; k < size; k++) rightSide[order[k]!] = work[k]!;
}
