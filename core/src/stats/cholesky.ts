/**
 * Lower Cholesky factors of symmetric matrices kept row by row. Own code, since the fits that need it factor the same small matrix hundreds
 * of times in typed arrays. What is zero before the first entry of a row stays so: with `firstOf` those are passed over.
 */

/** Where each row has its first entry that is not zero. */
export function firstOf(matrix: Float64Array, size: number): Int32Array {
  const first = new Int32Array(size);
  for (let i = 0; i < size; i++) {
    let j = 0;
    while (j < i && matrix[i * size + j] === 0) j++;
    first[i] = j;
  }
  return first;
}

/** Factors in place; `false` where the matrix is not positive definite. */
export function factorInPlace(
  matrix: Float64Array,
  size: number,
  { tolerance = 0, first }: { tolerance?: number; first?: Int32Array } = {},
): boolean {
  for (let i = 0; i < size; i++) {
    const rowI = i * size;
    const fromI = first ? first[i]! : 0;
    for (let j = fromI; j < i; j++) {
      const rowJ = j * size;
      let sum = matrix[rowI + j]!;
      for (let k = Math.max(fromI, first ? first[j]! : 0); k < j; k++)
        sum -= matrix[rowI + k]! * matrix[rowJ + k]!;
      matrix[rowI + j] = sum / matrix[rowJ + j]!;
    }
    const whole = matrix[rowI + i]!;
    let pivot = whole;
    for (let k = fromI; k < i; k++) pivot -= matrix[rowI + k]! * matrix[rowI + k]!;
    if (!(pivot > tolerance * Math.abs(whole))) return false;
    matrix[rowI + i] = Math.sqrt(pivot);
  }
  return true;
}

/** Solves for one right-hand side in place, with a factor; it holds zeros before `from`. */
export function solveInPlace(
  factor: Float64Array,
  size: number,
  right: Float64Array,
  { from = 0, first }: { from?: number; first?: Int32Array } = {},
): void {
  for (let i = from; i < size; i++) {
    const row = i * size;
    let sum = right[i]!;
    for (let k = Math.max(from, first ? first[i]! : 0); k < i; k++)
      sum -= factor[row + k]! * right[k]!;
    right[i] = sum / factor[row + i]!;
  }
  for (let i = size - 1; i >= 0; i--) {
    const row = i * size;
    const value = (right[i]! /= factor[row + i]!);
    if (value === 0) continue;
    for (let k = first ? first[i]! : 0; k < i; k++) right[k]! -= factor[row + k]! * value;
  }
}

/** Inverse, row by row, of the matrix whose factor this is. */
export function inverseOf(factor: Float64Array, size: number, first?: Int32Array): Float64Array {
  const inverse = new Float64Array(size * size);
  for (let i = 0; i < size; i++) {
    const column = inverse.subarray(i * size, (i + 1) * size);
    column[i] = 1;
    solveInPlace(factor, size, column, { from: i, first });
  }
  return inverse;
}

/** Inverse of a symmetric matrix; `null` where it is not positive definite. @example invert([[2]]) // [[0.5]] */
export function invert(rows: readonly (readonly number[])[]): number[][] | null {
  const size = rows.length;
  // Scaled to ones on the diagonal first: entries may differ by many powers of ten.
  const scale = rows.map((row, i) => Math.sqrt(Math.abs(row[i]!)) || 1);
  const factor = Float64Array.from(
    rows.flatMap((row, i) => row.map((value, j) => value / scale[i]! / scale[j]!)),
  );
  if (!factorInPlace(factor, size)) return null;
  return rows.map((_, i) => {
    const column = new Float64Array(size);
    column[i] = 1;
    solveInPlace(factor, size, column);
    return Array.from(column, (value, j) => value / scale[i]! / scale[j]!);
  });
}
