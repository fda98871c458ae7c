import { describe, expect, it } from 'vitest';
import { digamma, trigamma, trigammaInverse } from './gamma.ts';
import golden from './distributions.golden.json' with { type: 'json' };
import {
  binomialCdf,
  chiSquareQuantile,
  fastNormalCdf,
  fUpperTail,
  mean,
  moderatedVariances,
  normalCdf,
  normalQuantile,
  sampleSd,
  seededRandom,
  tCdf,
  tInterval,
  tQuantile,
  wilsonInterval,
} from './index.ts';

// The library keeps at least seven significant digits, far beyond what a field figure carries.
const close = (actual: number, expected: number) =>
  expect(Math.abs(actual - expected)).toBeLessThanOrEqual(
    1e-7 * Math.max(1e-3, Math.abs(expected)),
  );

describe('distributions agree with R', () => {
  it('t quantiles and probabilities', () => {
    for (const { p, df, quantile } of golden.t) if (p !== 0.5) close(tQuantile(p, df), quantile);
    for (const { t, df, cdf } of golden.tCdf) close(tCdf(t, df), cdf);
  });
  it('F upper tail, down to very small p-values', () => {
    for (const { f, df1, df2, upper } of golden.f) close(fUpperTail(f, df1, df2), upper);
  });
  it('normal quantiles', () => {
    for (const { p, quantile } of golden.normal) close(normalQuantile(p), quantile);
  });
  it('binomial', () => {
    for (const { k, n, p, cdf } of golden.binomial) close(binomialCdf(k, n, p), cdf);
  });
  it('Wilson intervals', () => {
    for (const { x, n, lower, upper } of golden.wilson) {
      const own = wilsonInterval(x, n);
      close(own.lower, lower);
      close(own.upper, upper);
    }
  });
});

describe('bad arguments are named', () => {
  it.each([
    [() => tQuantile(1, 4), /p must lie between 0 and 1, got 1/],
    [() => tQuantile(0.9, 0), /df must be above zero/],
    [() => wilsonInterval(5, 4), /successes must not exceed trials/],
    [() => wilsonInterval(0, 0), /trials must be a whole number/],
    [() => tInterval(Number.NaN, 1, 3), /mean must be a finite number, got NaN/],
  ])('%s', (call, message) => expect(call).toThrow(message));
});

it('moments of a small sample by hand', () => {
  expect(mean([2, 4, 9])).toBe(5);
  expect(sampleSd([2, 4, 9])).toBeCloseTo(Math.sqrt(13), 12);
  expect(sampleSd([3])).toBeNull();
  expect(mean([])).toBeNull();
});

it('a seed repeats its stream and the normals have mean 0 and SD 1', () => {
  const a = seededRandom(11);
  const b = seededRandom(11);
  const draws = Array.from({ length: 20000 }, () => a.normal());
  expect(Array.from({ length: 20000 }, () => b.normal())).toEqual(draws);
  expect(Math.abs(mean(draws)!)).toBeLessThan(0.03);
  expect(Math.abs(sampleSd(draws)! - 1)).toBeLessThan(0.03);
});

describe('gamma and its like', () => {
  it('digamma and trigamma at values known exactly', () => {
    const euler = 0.577215664901532;
    close(digamma(1), -euler);
    close(digamma(0.5), -euler - 2 * Math.LN2);
    close(trigamma(1), Math.PI ** 2 / 6);
    close(trigamma(0.5), Math.PI ** 2 / 2);
    for (const x of [0.3, 1, 7, 60]) close(trigammaInverse(trigamma(x)), x);
  });
  it('chi-square quantiles are those of their squares', () => {
    close(chiSquareQuantile(0.95, 1), normalQuantile(0.975) ** 2);
    close(chiSquareQuantile(0.5, 2), 2 * Math.LN2);
  });
  it('the quick normal curve follows the exact one to 2e-7', () => {
    for (let z = -6; z <= 6; z += 0.1)
      expect(Math.abs(fastNormalCdf(z) - normalCdf(z))).toBeLessThan(2e-7);
  });
});

describe('moderated variances', () => {
  const usual = { sd: 1, df: 2 };
  const random = seededRandom(12);
  const drawn = (sd: number, n: number) => Array.from({ length: n }, () => sd * random.normal());
  it('groups of like spread share it; a loose one keeps its own', () => {
    const alike = Array.from({ length: 11 }, () => drawn(1, 6));
    const { variances, df } = moderatedVariances([...alike, drawn(5, 6)], { usual, floorSd: 0.01 });
    for (const variance of variances.slice(0, 11)) {
      expect(variance).toBeGreaterThan(0.4);
      expect(variance).toBeLessThan(3);
    }
    expect(Math.min(...df.slice(0, 11))).toBeGreaterThan(7);
    expect(variances[11]).toBeGreaterThan(5);
  });
  it('equal values are not taken for exact ones, and a single one has what is usual', () => {
    const { variances } = moderatedVariances([[2, 2], [3]], { usual, floorSd: 0.1 });
    for (const variance of variances) expect(variance).toBeGreaterThan(0.1 ** 2);
    expect(moderatedVariances([[3]], { usual, floorSd: 0.1 })).toEqual({ variances: [1], df: [2] });
  });
  it('says what is wrong by name', () => {
    expect(() => moderatedVariances([], { usual, floorSd: 0 })).toThrow(/groups/);
    expect(() => moderatedVariances([[1]], { usual: { sd: 0, df: 2 }, floorSd: 0 })).toThrow(
      /usual\.sd/,
    );
    expect(() => moderatedVariances([[1]], { usual, floorSd: -1 })).toThrow(/floorSd/);
  });
});
