import jstat from 'jstat';
import {
  requireFinite,
  requireNotNegative,
  requirePositive,
  requireOpenShare,
  requireShare,
  requireWhole,
} from '../arguments/index.ts';

const { jStat } = jstat;

/**
 * Quantile of the standard normal distribution.
 * @param p probability, 0 < p < 1
 * @throws RangeError when p is outside 0…1
 * @example normalQuantile(0.975) // 1.959963984540054
 */
export function normalQuantile(p: number): number {
  return jStat.normal.inv(requireOpenShare('p', p), 0, 1);
}

/** P(Z ≤ z) of the standard normal distribution. @example normalCdf(0) // 0.5 */
export function normalCdf(z: number): number {
  return jStat.normal.cdf(requireFinite('z', z), 0, 1);
}

/**
 * Quantile of Student's t distribution.
 * @param p probability, 0 < p < 1
 * @param df degrees of freedom, above zero
 * @example tQuantile(0.975, 9) // 2.2621571628540993
 */
export function tQuantile(p: number, df: number): number {
  return jStat.studentt.inv(requireOpenShare('p', p), requirePositive('df', df));
}

/** P(T ≤ t) of Student's t with `df` degrees of freedom. @example tCdf(0, 5) // 0.5 */
export function tCdf(t: number, df: number): number {
  // Beyond this its square is no number; the tail was empty long before.
  const within = Math.max(-1e150, Math.min(1e150, requireFinite('t', t)));
  return jStat.studentt.cdf(within, requirePositive('df', df));
}

/**
 * P-value of an estimate that is 0 but for chance, two-sided; 1 where nothing tells how sure it is.
 * @param se in the unit of the estimate
 * @example twoSidedP(2, 1, 9) // 0.0766
 */
export function twoSidedP(estimate: number, se: number, df: number): number {
  requireFinite('estimate', estimate);
  requireNotNegative('se', se);
  requirePositive('df', df);
  return se > 0
    ? Math.min(1, 2 * tCdf(-Math.min(Math.abs(estimate) / se, Number.MAX_VALUE), df))
    : 1;
}

/**
 * Upper tail P(F > f), the p-value of an F test, computed as the tail itself so that very small
 * p-values keep their digits.
 * @example fUpperTail(4, 2, 20) // 0.0345…
 */
export function fUpperTail(f: number, df1: number, df2: number): number {
  requireNotNegative('f', f);
  requirePositive('df1', df1);
  requirePositive('df2', df2);
  if (f === 0) return 1;
  return jStat.ibeta(df2 / (df2 + df1 * f), df2 / 2, df1 / 2);
}

/**
 * P(X ≤ k) of the binomial distribution with n trials and success share p, through the regularised
 * incomplete beta function.
 * @example binomialCdf(2, 5, 0.5) // 0.5
 */
export function binomialCdf(k: number, n: number, p: number): number {
  requireWhole('k', k, 0);
  requireWhole('n', n, 1);
  requireShare('p', p);
  if (k >= n) return 1;
  if (p === 0) return 1;
  if (p === 1) return 0;
  return jStat.ibeta(1 - p, n - k, k + 1);
}

/** Quantile of the chi-square distribution. @example chiSquareQuantile(0.95, 1) // 3.8414… */
export function chiSquareQuantile(p: number, df: number): number {
  return jStat.chisquare.inv(requireOpenShare('p', p), requirePositive('df', df));
}

/**
 * P(Z ≤ z) to 1.5e-7 (Abramowitz & Stegun 1964, 7.1.26), for sums over thousands of them.
 * @example fastNormalCdf(1.96) // 0.97500…
 */
export function fastNormalCdf(z: number): number {
  requireFinite('z', z);
  const x = Math.abs(z) / Math.SQRT2;
  const t = 1 / (1 + 0.3275911 * x);
  const poly =
    t *
    (0.254829592 + t * (-0.284496736 + t * (1.421413741 + t * (-1.453152027 + t * 1.061405429))));
  const tail = 0.5 * poly * Math.exp(-x * x);
  return z < 0 ? tail : 1 - tail;
}

/**
 * P(X ≥ k) of the binomial, as the tail itself: small ones keep their digits.
 * @example binomialUpperTail(3, 5, 0.5) // 0.5
 */
export function binomialUpperTail(k: number, n: number, p: number): number {
  requireWhole('k', k, 0);
  requireWhole('n', n, 1);
  requireShare('p', p);
  if (k === 0) return 1;
  if (k > n) return 0;
  if (p === 0) return 0;
  if (p === 1) return 1;
  return jStat.ibeta(p, k, n - k + 1);
}

/**
 * P(X ≥ k) of n trials whose common chance is itself uncertain, Beta(a, b): the beta-binomial.
 * @example betaBinomialUpperTail(1, 1, { a: 1, b: 3 }) // 0.25
 */
export function betaBinomialUpperTail(
  k: number,
  n: number,
  { a, b }: { a: number; b: number },
): number {
  requireWhole('k', k, 0);
  requireWhole('n', n, 1);
  requirePositive('a', a);
  requirePositive('b', b);
  if (k > n) return 0;
  let tail = 0;
  const logBeta = (x: number, y: number) =>
    jStat.gammaln(x) + jStat.gammaln(y) - jStat.gammaln(x + y);
  const logChoose = (x: number) =>
    jStat.gammaln(n + 1) - jStat.gammaln(x + 1) - jStat.gammaln(n - x + 1);
  for (let x = k; x <= n; x++)
    tail += Math.exp(logChoose(x) + logBeta(x + a, n - x + b) - logBeta(a, b));
  return Math.min(1, tail);
}

/** P(T ≤ t) of the noncentral t. @example noncentralTCdf(2.1, 10, 1.5) // 0.6898 */
export function noncentralTCdf(t: number, df: number, noncentrality: number): number {
  requireFinite('t', t);
  requirePositive('df', df);
  requireFinite('noncentrality', noncentrality);
  return jStat.noncentralt.cdf(t, df, noncentrality);
}
