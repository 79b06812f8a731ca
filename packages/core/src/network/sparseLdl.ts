import { CoreError } from '../errors';
import { pivotShare } from './tolerances';

/**
 * Sparse LDLᵀ of a symmetric positive definite matrix: first its structure, then its numbers, as often as these
 * change. A harness is almost a tree, so with a minimum-degree order the factor is about as sparse as the matrix.
 *
 * Source: T. A. Davis, Direct Methods for Sparse Linear Systems, ch. 4 (right-looking), ch. 7 (minimum degree).
 */
export interface LdlStructure {
  readonly size: number;
  /** Row eliminated at each step. */
  readonly order: Int32Array;
  /** The step that eliminates each row. */
  readonly step: Int32Array;
  /** Column k of L below the diagonal is `rows[starts[k] .. starts[k + 1])`, in elimination order. */
  readonly starts: Int32Array;
  readonly rows: Int32Array;
}

export interface LdlFactor extends LdlStructure {
  readonly lower: Float64Array;
  readonly diagonal: Float64Array;
}

/** `[row, column, value]`, off-diagonal entries once each (either triangle); repeats add up. */
export type MatrixEntry = readonly [row: number, column: number, value: number];

/**
 * The order of elimination and where the factor has entries: the same for every matrix with entries in these places.
 * @param size - rows of the matrix
 */
export function ldlStructure(size: number, entries: readonly MatrixEntry[]): LdlStructure {
  const neighbours = Array.from({ length: size }, () => new Set<number>());
  for (const [row, column] of entries) {
    if (row === column) continue;
    neighbours[row]!.add(column);
    neighbours[column]!.add(row);
  }
  const order = new Int32Array(size);
  const step = new Int32Array(size);
  const starts = new Int32Array(size + 1);
  const rows: number[] = [];
  const buckets = degreeBuckets(neighbours);
  for (let k = 0; k < size; k++) {
    // The pivot's neighbours become a clique of the graph that remains.
    const pivot = buckets.takeLeast();
    order[k] = pivot;
    step[pivot] = k;
    const left = neighbours[pivot]!;
    rows.push(...left);
    starts[k + 1] = rows.length;
    for (const row of left) {
      const own = neighbours[row]!;
      own.delete(pivot);
      for (const column of left) if (column !== row) own.add(column);
      buckets.moved(row);
    }
  }
  return { size, order, step, starts, rows: Int32Array.from(rows, (row) => step[row]!) };
}

/**
 * Factors a matrix.
 * @param structure - of a matrix with entries in the same places
 * @throws {CoreError} `solver/singular` when a pivot is not well above zero
 * Cost: for each column, the square of its entries below the diagonal.
 */
export function ldlFactor(structure: LdlStructure, entries: readonly MatrixEntry[]): LdlFactor {
  const { size, order, step, starts, rows } = structure;
  const lower = new Float64Array(rows.length);
  const diagonal = new Float64Array(size);
  for (const [row, column, value] of entries) {
    if (row === column) diagonal[step[row]!]! += value;
    else lower[placeOf(structure, step[row]!, step[column]!)]! += value;
  }
  const largest = diagonal.reduce((most, value) => Math.max(most, Math.abs(value)), 0);
  for (let k = 0; k < size; k++) {
    const d = diagonal[k]!;
    if (!(d > pivotShare * largest)) throw untied(order[k]! + 1);
    const to = starts[k + 1]!;
    for (let p = starts[k]!; p < to; p++) {
      const share = lower[p]! / d;
      diagonal[rows[p]!]! -= share * lower[p]!;
      for (let q = p + 1; q < to; q++) {
        lower[placeOf(structure, rows[p]!, rows[q]!)]! -= share * lower[q]!;
      }
    }
    for (let p = starts[k]!; p < to; p++) lower[p]! /= d;
  }
  return { ...structure, lower, diagonal };
}

/** Where the factor keeps the entry of two different steps. @throws {CoreError} `solver/structure` */
function placeOf({ starts, rows }: LdlStructure, one: number, other: number): number {
  const [column, row] = one < other ? [one, other] : [other, one];
  for (let place = starts[column]!; place < starts[column + 1]!; place++) {
    if (rows[place] === row) return place;
  }
  throw new CoreError('solver/structure', 'The matrix has an entry where its structure has none.');
}

function untied(node: number): CoreError {
  return new CoreError(
    'solver/singular',
    `The solver needs every node tied to another: node ${node} is not.`,
    { node },
  );
}

/** Nodes by their number of neighbours left, so that the least is found without a scan. */
function degreeBuckets(neighbours: readonly ReadonlySet<number>[]) {
  const buckets: Set<number>[] = [];
  const degree = neighbours.map(({ size }) => size);
  const put = (node: number) => (buckets[degree[node]!] ??= new Set()).add(node);
  neighbours.forEach((_each, node) => put(node));
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
      degree[node] = neighbours[node]!.size;
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

/**
 * The diagonal of the inverse, without the rest of it: backwards from the last column, for each column k of L with
 * rows S, Z_ik = -Σ L_jk·Z_ij over j in S, and Z_kk = 1 / D_k - Σ L_jk·Z_jk. Rows of one column are a clique of L, so
 * every Z_ij that is asked for stands in the structure of L.
 *
 * Source: K. Takahashi, J. Fagan, M.-S. Chin, Formation of a sparse bus impedance matrix (1973).
 * @returns length size, in the order of the matrix
 * Cost: for each column, the square of its entries below the diagonal; a harness has one or two of them.
 */
export function ldlInverseDiagonal(factor: LdlFactor): Float64Array {
  const { size, order, starts, rows, lower, diagonal } = factor;
  /** Z in the structure of L, and on its diagonal. */
  const below = new Float64Array(lower.length);
  const own = new Float64Array(size);
  const between = (i: number, j: number) => (i === j ? own[i]! : below[placeOf(factor, i, j)]!);
  for (let k = size - 1; k >= 0; k--) {
    const [from, to] = [starts[k]!, starts[k + 1]!];
    let sum = 1 / diagonal[k]!;
    for (let p = from; p < to; p++) {
      let entry = 0;
      for (let q = from; q < to; q++) entry -= lower[q]! * between(rows[p]!, rows[q]!);
      below[p] = entry;
      sum -= lower[p]! * entry;
    }
    own[k] = sum;
  }
  const inOrder = new Float64Array(size);
  for (let k = 0; k < size; k++) inOrder[order[k]!] = own[k]!;
  return inOrder;
}
