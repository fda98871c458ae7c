import { describe, expect, it } from 'vitest';
import golden from './distributions.golden.json' with { type: 'json' };
import {
  binomialCdf,
  fUpperTail,
  mean,
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
