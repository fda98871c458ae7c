import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import {
  causeShares,
  clusteredShare,
  comparePairs,
  depthFromMesocotyl,
  germinationAllowanceTest,
  INCH_M,
  SEEDS_OF_A_TAG,
} from '../index.ts';
import golden from './digs.golden.json' with { type: 'json' };

describe('depthFromMesocotyl', () => {
  it('adds the crown to the mesocotyl, and says where that is no depth', () => {
    expect(depthFromMesocotyl({ mesocotylM: 1.25 * INCH_M }).depthM).toBeCloseTo(2 * INCH_M, 12);
    expect(depthFromMesocotyl({ mesocotylM: 0.75 * INCH_M }).tooShallowToTell).toBe(false);
    expect(depthFromMesocotyl({ mesocotylM: 0.5 * INCH_M }).tooShallowToTell).toBe(true);
    expect(depthFromMesocotyl({ mesocotylM: 0.03, crownDepthM: 0.01 }).depthM).toBeCloseTo(0.04);
  });
});

describe('comparePairs', () => {
  it('agrees with R’s paired t test and exact sign test', () => {
    for (const { late, neighbour, ...answer } of golden.pairs) {
      const found = comparePairs(late.map((one, i) => ({ late: one, neighbour: neighbour[i]! })));
      expect(found.meanDifference).toBeCloseTo(answer.mean, 10);
      expect(found.se!).toBeCloseTo(answer.se, 10);
      expect(found.interval![0]).toBeCloseTo(answer.interval[0]!, 9);
      expect(found.interval![1]).toBeCloseTo(answer.interval[1]!, 9);
      expect(found.p!).toBeCloseTo(answer.p, 9);
      expect(found.signTest).toMatchObject({ lower: answer.lower, higher: answer.higher });
      expect(found.signTest.p).toBeCloseTo(answer.sign, 10);
    }
  });

  it('makes no certainty of one pair, nor of readings that agree because they are rough', () => {
    expect(comparePairs([{ late: 1, neighbour: 2 }])).toMatchObject({ interval: null, p: null });
    const alike = [1, 2, 3].map(() => ({ late: 0.04, neighbour: 0.05 }));
    const { interval } = comparePairs(alike, { resolution: 0.0032 });
    expect(interval![1] - interval![0]).toBeGreaterThan(0.002);
    expect(comparePairs(alike, { resolution: 0.03 }).signTest.ties).toBe(3);
  });

  it('turns round when late and neighbour change places', () => {
    const one = fc.record({
      late: fc.double({ min: 0, max: 0.1, noNaN: true }),
      neighbour: fc.double({ min: 0, max: 0.1, noNaN: true }),
    });
    fc.assert(
      fc.property(fc.array(one, { minLength: 2, maxLength: 12 }), (pairs) => {
        const there = comparePairs(pairs);
        const back = comparePairs(
          pairs.map((pair) => ({ late: pair.neighbour, neighbour: pair.late })),
        );
        expect(back.meanDifference).toBeCloseTo(-there.meanDifference, 12);
        expect(back.p!).toBeCloseTo(there.p!, 9);
        expect(back.signTest.lower).toBe(there.signTest.higher);
      }),
    );
  });
});

describe('germinationAllowanceTest', () => {
  it('agrees with R’s binom.test', () => {
    for (const { seeds, failed, germination, p } of golden.allowance) {
      if (failed > seeds) continue;
      const found = germinationAllowanceTest({ seeds, failed, germination });
      expect(found.p).toBeCloseTo(p, 8);
      expect(found.beyondAllowance).toBe(p < 0.05);
    }
  });

  it('accuses less when the tag’s figure is an estimate too, and never more for fewer failed', () => {
    const walk = { seeds: 200, germination: 0.95 };
    let before = 1.1;
    for (let failed = 0; failed < 40; failed++) {
      const asTruth = germinationAllowanceTest({ ...walk, failed });
      const asEstimate = germinationAllowanceTest({ ...walk, failed, tagOf: SEEDS_OF_A_TAG });
      if (failed > 12) expect(asEstimate.p).toBeGreaterThan(asTruth.p);
      expect(asEstimate.p).toBeLessThan(before);
      before = asEstimate.p;
    }
    expect(() => germinationAllowanceTest({ ...walk, failed: 201 })).toThrow(/failed/);
  });
});

describe('causeShares', () => {
  it('agrees with R’s prop.test without correction', () => {
    const found = causeShares(golden.shares.counts);
    for (const cause of ['noSeed', 'rotten', 'dry', 'bent'] as const) {
      const answer = golden.shares.answers[cause];
      expect(found[cause].share).toBeCloseTo(answer.share, 12);
      expect(found[cause].lower).toBeCloseTo(answer.lower, 9);
      expect(found[cause].upper).toBeCloseTo(answer.upper, 9);
    }
    expect(() => causeShares({ noSeed: 0 })).toThrow(RangeError);
  });
});

describe('clusteredShare', () => {
  const width = (stops: { some: number; all: number }[]) => {
    const { lower, upper } = clusteredShare(stops)!;
    return upper - lower;
  };

  it('is surer of finds that every stop shares alike than of as many heaped at one', () => {
    const even = Array.from({ length: 6 }, () => ({ some: 1, all: 2 }));
    const heaped = [2, 2, 2, 0, 0, 0].map((some) => ({ some, all: 2 }));
    expect(clusteredShare(heaped)!.share).toBe(clusteredShare(even)!.share);
    expect(width(heaped)).toBeGreaterThan(1.1 * width(even));
    expect(width([...even, ...even])).toBeLessThan(width(even));
  });

  it('holds its share, inside 0 and 1, whatever was found', () => {
    const stop = fc
      .tuple(fc.nat(6), fc.nat(6))
      .map(([a, b]) => ({ some: Math.min(a, b), all: Math.max(a, b) }));
    fc.assert(
      fc.property(fc.array(stop, { maxLength: 10 }), (stops) => {
        const found = clusteredShare(stops);
        expect(found === null).toBe(stops.every(({ all }) => all === 0));
        if (!found) return;
        expect(found.lower).toBeGreaterThanOrEqual(0);
        expect(found.upper).toBeLessThanOrEqual(1);
        expect(found.lower).toBeLessThanOrEqual(found.share);
        expect(found.upper).toBeGreaterThanOrEqual(found.share);
      }),
    );
  });
});
