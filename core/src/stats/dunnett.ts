import { requireNotNegative, requirePositive, requireShare } from '../arguments/index.ts';
import { normalCdf } from './distributions.ts';
import { boundTable, studentizedTail, type BoundTable } from './studentized.ts';

/** The integral falls off smoothly at either end, where even steps are as good as any. */
const POINTS = 128;
const FAR = 8.5;
/** Of designs asked for lately. */
const MOST = 200;

const tables = new Map<string, BoundTable>();
const tableOf = (lambdas: readonly number[]): BoundTable => {
  const key = lambdas.map((lambda) => lambda.toPrecision(12)).join(' ');
  let table = tables.get(key);
  if (!table) {
    if (tables.size >= MOST) tables.clear();
    const step = (2 * FAR) / POINTS;
    const times = new Map<number, number>();
    for (const lambda of lambdas) times.set(lambda, (times.get(lambda) ?? 0) + 1);
    const each = [...times].map(([lambda, power]) => ({
      lambda,
      power,
      own: Math.sqrt(Math.max(1e-12, 1 - lambda * lambda)),
    }));
    // Given the check’s own deviation z the comparisons are independent.
    const within = (bound: number) => {
      let sum = 0;
      for (let i = 0; i <= POINTS; i++) {
        const z = -FAR + i * step;
        let product = Math.exp(-0.5 * z * z);
        for (const { lambda, power, own } of each)
          product *=
            (normalCdf((bound + lambda * z) / own) - normalCdf((-bound + lambda * z) / own)) **
            power;
        sum += product;
      }
      return Math.min(1, (sum * step) / Math.sqrt(2 * Math.PI));
    };
    tables.set(key, (table = boundTable(within)));
  }
  return table;
};

/**
 * P(max |Tᵢ| > t) of several comparisons with one check whose correlations are λᵢλⱼ: Dunnett’s p-value, two-sided.
 * With equal replicates each λ is √½.
 *
 * @param lambdas one a comparison, 0…1
 * @example dunnettTail(2.5, [Math.SQRT1_2, Math.SQRT1_2], 10) // 0.0555
 */
export function dunnettTail(t: number, lambdas: readonly number[], df: number): number {
  requireNotNegative('t', t);
  requirePositive('df', df);
  lambdas.forEach((lambda, i) => requireShare(`lambdas[${i}]`, lambda));
  return studentizedTail(tableOf(lambdas), t, df);
}
