import { requireNotNegative, requirePositive, requireShare } from '../arguments/index.ts';
import { normalCdf } from './distributions.ts';

/** Points along each integral: both fall off smoothly at either end, where even steps are as good as any. */
const POINTS = 96;
const FAR = 8.5;

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
  const first = lambdas[0] ?? 0;
  const equal = lambdas.every((lambda) => lambda === first);
  // Given the check's own deviation z the comparisons are independent; given s the t's are normal.
  const inside = (bound: number) => {
    let sum = 0;
    const step = (2 * FAR) / POINTS;
    for (let i = 0; i <= POINTS; i++) {
      const z = -FAR + i * step;
      let product = Math.exp(-0.5 * z * z) / Math.sqrt(2 * Math.PI);
      if (equal) {
        const own = Math.sqrt(Math.max(1e-12, 1 - first * first));
        product *=
          (normalCdf((bound + first * z) / own) - normalCdf((-bound + first * z) / own)) **
          lambdas.length;
      } else
        for (const lambda of lambdas) {
          const own = Math.sqrt(Math.max(1e-12, 1 - lambda * lambda));
          product *= normalCdf((bound + lambda * z) / own) - normalCdf((-bound + lambda * z) / own);
        }
      sum += product * (i === 0 || i === POINTS ? 0.5 : 1);
    }
    return sum * step;
  };
  // s² is chi-square over its degrees of freedom; its density on the scale of s.
  const half = df / 2;
  const spread = 1 / Math.sqrt(2 * df);
  const [low, high] = [Math.max(1e-6, 1 - 9 * spread), 1 + 9 * spread + 3 / df];
  const step = (high - low) / POINTS;
  let [within, weight] = [0, 0];
  for (let i = 0; i <= POINTS; i++) {
    const s = low + i * step;
    const density = Math.exp((df - 1) * Math.log(s) - half * (s * s - 1));
    const share = (i === 0 || i === POINTS ? 0.5 : 1) * density;
    weight += share;
    if (density > 1e-14) within += share * inside(t * s);
  }
  return Math.max(0, Math.min(1, 1 - within / weight));
}
