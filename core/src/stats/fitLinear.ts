import { requireFinite, requireSome } from '../arguments/index.ts';

/** A linear model by least squares; `null` coefficients are those of columns that the others already say. */
export interface LinearFit {
  beta: number[];
  /** (X′X)⁻¹ over the columns that are estimated, 0 elsewhere: times the residual variance it is their covariance. */
  inverse: number[][];
  /** Columns that the ones before them do not say. */
  estimated: boolean[];
  residualSs: number;
  residualDf: number;
  /** Sum of squares that each column adds to those before it. */
  sequentialSs: number[];
}

/** Below this share of its own length a column is said by those before it. */
const SAME = 1e-9;

/**
 * Least squares by modified Gram-Schmidt, column by column in the order given, so that what each adds can be read off; columns that those
 * before them already say are left out.
 *
 * @param rows n rows of p figures; @param y n figures
 * @throws RangeError for rows of different lengths or figures that are none
 * @example fitLinear([[1, 0], [1, 1], [1, 2]], [1, 2, 4]).beta // [0.833, 1.5]
 */
export function fitLinear(rows: readonly (readonly number[])[], y: readonly number[]): LinearFit {
  requireSome('rows', rows);
  const columns = rows[0]!.length;
  rows.forEach((row, i) => {
    if (row.length !== columns)
      throw new RangeError(`rows[${i}] must have ${columns} figures, got ${row.length}`);
    row.forEach((value, j) => requireFinite(`rows[${i}][${j}]`, value));
  });
  if (y.length !== rows.length)
    throw new RangeError(`y must have ${rows.length} figures, got ${y.length}`);
  y.forEach((value, i) => requireFinite(`y[${i}]`, value));
  const dot = (a: readonly number[], b: readonly number[]) =>
    a.reduce((sum, value, i) => sum + value * b[i]!, 0);
  const basis: number[][] = [];
  const r: number[][] = [];
  const estimated: boolean[] = [];
  const kept: number[] = [];
  let left = [...y];
  const sequentialSs: number[] = [];
  for (let j = 0; j < columns; j++) {
    const own = rows.map((row) => row[j]!);
    const whole = Math.sqrt(dot(own, own));
    let q = [...own];
    const parts = basis.map(() => 0);
    // Twice is enough: the second pass takes out what rounding left.
    for (let pass = 0; pass < 2; pass++)
      basis.forEach((one, k) => {
        const part = dot(one, q);
        parts[k]! += part;
        q = q.map((value, i) => value - part * one[i]!);
      });
    const length = Math.sqrt(dot(q, q));
    if (!(length > SAME * whole)) {
      estimated.push(false);
      sequentialSs.push(0);
      continue;
    }
    const unit = q.map((value) => value / length);
    const along = dot(unit, left);
    left = left.map((value, i) => value - along * unit[i]!);
    basis.push(unit);
    r.push([...parts, length]);
    kept.push(j);
    estimated.push(true);
    sequentialSs.push(along * along);
  }
  // R of the kept columns, upper triangular, and its inverse.
  const size = kept.length;
  const upper = (i: number, j: number) => r[j]![i] ?? 0;
  const inverseR = Array.from({ length: size }, () => new Array<number>(size).fill(0));
  for (let j = size - 1; j >= 0; j--) {
    inverseR[j]![j] = 1 / upper(j, j);
    for (let i = j - 1; i >= 0; i--) {
      let sum = 0;
      for (let k = i + 1; k <= j; k++) sum += upper(i, k) * inverseR[k]![j]!;
      inverseR[i]![j] = -sum / upper(i, i);
    }
  }
  const along = basis.map((unit) => dot(unit, y));
  const beta = new Array<number>(columns).fill(0);
  const inverse = Array.from({ length: columns }, () => new Array<number>(columns).fill(0));
  kept.forEach((a, i) => {
    for (let k = i; k < size; k++) beta[a]! += inverseR[i]![k]! * along[k]!;
    kept.forEach((b, j) => {
      for (let k = Math.max(i, j); k < size; k++)
        inverse[a]![b]! += inverseR[i]![k]! * inverseR[j]![k]!;
    });
  });
  const residualSs = dot(left, left);
  return {
    beta,
    inverse,
    estimated,
    residualSs,
    residualDf: rows.length - size,
    sequentialSs,
  };
}
