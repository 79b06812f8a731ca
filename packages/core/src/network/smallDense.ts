import { CoreError } from '../errors';

/**
 * Inverse of a small dense matrix by Gauss-Jordan with partial pivoting.
 * @param matrix - size × size, row-major; overwritten
 * @returns size × size, row-major
 * Cost: 2n³. For the handful of nodes that a fault touches; nothing here is meant for a whole network.
 */
export function invertSmall(matrix: Float64Array, size: number): Float64Array {
  const inverse = new Float64Array(size * size);
  for (let i = 0; i < size; i++) inverse[i * size + i] = 1;
  for (let column = 0; column < size; column++) {
    let pivot = column;
    for (let row = column + 1; row < size; row++) {
      if (Math.abs(matrix[row * size + column]!) > Math.abs(matrix[pivot * size + column]!)) pivot = row;
    }
    if (pivot !== column) {
      for (let k = 0; k < size; k++) {
        swap(matrix, pivot * size + k, column * size + k);
        swap(inverse, pivot * size + k, column * size + k);
      }
    }
    const scale = 1 / matrix[column * size + column]!;
    for (let k = 0; k < size; k++) {
      matrix[column * size + k]! *= scale;
      inverse[column * size + k]! *= scale;
    }
    for (let row = 0; row < size; row++) {
      const factor = matrix[row * size + column]!;
      if (row === column || factor === 0) continue;
      for (let k = 0; k < size; k++) {
        matrix[row * size + k]! -= factor * matrix[column * size + k]!;
        inverse[row * size + k]! -= factor * inverse[column * size + k]!;
      }
    }
  }
  return inverse;
}

function swap(array: Float64Array, one: number, other: number): void {
  const held = array[one]!;
  array[one] = array[other]!;
  array[other] = held;
}

/**
 * Solves matrix·x = right by elimination with partial pivoting; both are overwritten. @returns x
 * @throws {CoreError} `solver/singular`
 */
export function solveSmall(matrix: number[], right: number[], size: number): number[] {
  for (let k = 0; k < size; k++) {
    let pivot = k;
    for (let i = k + 1; i < size; i++) {
      if (Math.abs(matrix[i * size + k]!) > Math.abs(matrix[pivot * size + k]!)) pivot = i;
    }
    if (matrix[pivot * size + k] === 0)
      throw new CoreError('solver/singular', 'The change leaves a circuit that has no single solution.');
    if (pivot !== k) {
      for (let j = k; j < size; j++) {
        const kept = matrix[k * size + j]!;
        matrix[k * size + j] = matrix[pivot * size + j]!;
        matrix[pivot * size + j] = kept;
      }
      const kept = right[k]!;
      right[k] = right[pivot]!;
      right[pivot] = kept;
    }
    for (let i = k + 1; i < size; i++) {
      const factor = matrix[i * size + k]! / matrix[k * size + k]!;
      if (factor === 0) continue;
      for (let j = k + 1; j < size; j++) matrix[i * size + j]! -= factor * matrix[k * size + j]!;
      right[i]! -= factor * right[k]!;
    }
  }
  for (let i = size - 1; i >= 0; i--) {
    for (let j = i + 1; j < size; j++) right[i]! -= matrix[i * size + j]! * right[j]!;
    right[i]! /= matrix[i * size + i]!;
  }
  return right;
}
