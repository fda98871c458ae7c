/**
 * Lower Cholesky factor of a symmetric matrix kept row by row, in place; `false` where it is not positive definite.
 * Own code, since the fits that need it factor the same small matrix hundreds of times in typed arrays.
 */
export function factorInPlace(matrix: Float64Array, size: number, tolerance = 0): boolean {
  for (let j = 0; j < size; j++) {
    const rowJ = j * size;
    let pivot = matrix[rowJ + j]!;
    const whole = pivot;
    for (let k = 0; k < j; k++) pivot -= matrix[rowJ + k]! ** 2;
    if (!(pivot > tolerance * Math.abs(whole))) return false;
    const root = Math.sqrt(pivot);
    matrix[rowJ + j] = root;
    for (let i = j + 1; i < size; i++) {
      const rowI = i * size;
      let sum = matrix[rowI + j]!;
      for (let k = 0; k < j; k++) sum -= matrix[rowI + k]! * matrix[rowJ + k]!;
      matrix[rowI + j] = sum / root;
    }
  }
  return true;
}

/** Solves for one right-hand side in place, with the factor of `factorInPlace`. */
export function solveInPlace(factor: Float64Array, size: number, right: Float64Array): void {
  for (let i = 0; i < size; i++) {
    let sum = right[i]!;
    for (let k = 0; k < i; k++) sum -= factor[i * size + k]! * right[k]!;
    right[i] = sum / factor[i * size + i]!;
  }
  for (let i = size - 1; i >= 0; i--) {
    let sum = right[i]!;
    for (let k = i + 1; k < size; k++) sum -= factor[k * size + i]! * right[k]!;
    right[i] = sum / factor[i * size + i]!;
  }
}

/** Inverse, row by row, of the matrix whose factor this is. */
export function inverseOf(factor: Float64Array, size: number): Float64Array {
  const inverse = new Float64Array(size * size);
  const column = new Float64Array(size);
  for (let i = 0; i < size; i++) {
    column.fill(0);
    column[i] = 1;
    solveInPlace(factor, size, column);
    inverse.set(column, i * size);
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
