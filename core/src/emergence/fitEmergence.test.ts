import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import golden from './fitEmergence.golden.json' with { type: 'json' };
import { identified } from './fitEmergence.ts';
import { emergenceIndices, fitEmergence, shareWithin, upBy, type EmergenceVisit } from './index.ts';

const visits = (hours: number[], emerged: number[]): EmergenceVisit[] =>
  hours.map((at, i) => ({ hours: at, emerged: emerged[i]! }));

describe('fitEmergence', () => {
  it.each(golden.cases)('agrees with R: $name', ({ visits: seen, sown, ...expected }) => {
    const found = fitEmergence(seen, { sown });
    expect(found.logLikelihood).toBeCloseTo(expected.logLikelihood, 6);
    expect(found.finalShare).toBeCloseTo(expected.finalShare, 4);
    for (const time of ['t10H', 't50H', 't90H', 'spreadH'] as const)
      expect(found[time]! / expected[time], time).toBeCloseTo(1, 3);
  });

  it.each([
    ['nothing up yet', visits([150, 198], [0, 0]), 0],
    ['one visit', visits([240], [80]), 0.8],
    ['all between two visits', visits([190, 238, 286], [0, 90, 90]), 0.9],
    ['two visits with new plants', visits([190, 238, 286], [0, 40, 90]), 0.9],
  ])('invents no time where the visits cannot tell: %s', (_, seen, finalShare) => {
    const found = fitEmergence(seen, { sown: 100 });
    expect(found).toMatchObject({ finalShare, t10H: null, t50H: null, t90H: null, spreadH: null });
    expect(Number.isFinite(found.logLikelihood)).toBe(true);
  });

  it.each(golden.degenerate)(
    'agrees with R on how likely the steepest curves are: $name',
    (one) => {
      const found = fitEmergence(one.visits, { sown: one.sown });
      expect(found.t50H).toBeNull();
      expect(found.logLikelihood).toBeGreaterThanOrEqual(one.logLikelihood - 1e-6);
      expect(found.logLikelihood).toBeCloseTo(one.logLikelihood, 3);
    },
  );

  it('gives back the curve that the counts were taken from', () => {
    const curve = { finalShare: 0.9, halfH: 220, steepness: 16 };
    const hours = [170, 190, 210, 230, 250, 290];
    const seen = visits(
      hours,
      hours.map((at) => 1e6 * upBy(curve, at)),
    );
    const found = fitEmergence(seen, { sown: 1e6 });
    expect(found.finalShare).toBeCloseTo(0.9, 4);
    expect(found.t50H).toBeCloseTo(220, 1);
    expect(found.spreadH).toBeCloseTo(220 * (9 ** (1 / 16) - 9 ** (-1 / 16)), 1);
  });

  it('no other curve is more likely, whatever was seen', () => {
    const seen = fc
      .array(fc.record({ gap: fc.integer({ min: 6, max: 96 }), more: fc.nat({ max: 60 }) }), {
        minLength: 3,
        maxLength: 8,
      })
      .filter((all) => identified(all.map(({ more }) => more)));
    const likelihood = (all: EmergenceVisit[], sown: number, curve: Parameters<typeof upBy>[0]) => {
      const shares = all.map(({ hours }) => upBy(curve, hours));
      const cells = [
        ...all.map(
          ({ emerged }, i) =>
            [emerged - (all[i - 1]?.emerged ?? 0), shares[i]! - (shares[i - 1] ?? 0)] as const,
        ),
        [sown - all.at(-1)!.emerged, 1 - shares.at(-1)!] as const,
      ];
      return cells.reduce((sum, [n, p]) => sum + (n > 0 ? n * Math.log(p) : 0), 0);
    };
    fc.assert(
      fc.property(
        seen,
        fc.nat({ max: 80 }),
        fc.infiniteStream(fc.double({ min: -1, max: 1, noNaN: true })),
        (steps, never, noise) => {
          let [hours, emerged] = [140, 0];
          const all = steps.map(({ gap, more }) => ({
            hours: (hours += gap),
            emerged: (emerged += more),
          }));
          const sown = emerged + never;
          const found = fitEmergence(all, { sown });
          const steepness = (2 * Math.log(9)) / Math.log(found.t90H! / found.t10H!);
          const curve = { finalShare: found.finalShare, halfH: found.t50H!, steepness };
          expect(likelihood(all, sown, curve)).toBeCloseTo(found.logLikelihood, 4);
          for (let i = 0; i < 20; i++) {
            const [a, b, c] = [noise.next().value!, noise.next().value!, noise.next().value!];
            const size = 10 ** -(i % 4);
            const other = {
              finalShare: Math.min(1, curve.finalShare * Math.exp(0.3 * a * size)),
              halfH: curve.halfH * Math.exp(0.2 * b * size),
              steepness: curve.steepness * Math.exp(c * size),
            };
            // On a nearly flat ridge the last steps gain less than a figure on the screen can show.
            expect(likelihood(all, sown, other)).toBeLessThanOrEqual(found.logLikelihood + 1e-4);
          }
        },
      ),
      { numRuns: 300 },
    );
  });

  it.each([
    ['visits out of order', visits([200, 190], [1, 2]), 100, /visits\[1\]\.hours must be after/],
    [
      'a visit before planting',
      visits([-5], [1]),
      100,
      /visits\[0\]\.hours must be after planting/,
    ],
    [
      'fewer than before',
      visits([190, 200], [9, 8]),
      100,
      /visits\[1\]\.emerged must not fall below 9/,
    ],
    ['more than sown', visits([190], [101]), 100, /visits\[0\]\.emerged must not exceed sown/],
    ['no visit', [], 100, /visits/],
    ['nothing sown', visits([190], [0]), 0, /sown/],
  ])('refuses %s', (_, seen, sown, message) => {
    expect(() => fitEmergence(seen, { sown })).toThrow(RangeError);
    expect(() => fitEmergence(seen, { sown })).toThrow(message);
  });
});

describe('shareWithin', () => {
  const curve = { finalShare: 0.8, halfH: 220, steepness: 18 };
  it('is a share of the plants that come, and grows with the window to all of them', () => {
    let before = 0;
    for (const windowH of [6, 12, 24, 48, 96, 400]) {
      const share = shareWithin(curve, windowH);
      expect(share).toBeGreaterThan(before);
      before = share;
    }
    expect(before).toBeGreaterThan(0.99);
    expect(before).toBeLessThanOrEqual(1);
  });
  it('is larger where plants come more evenly', () =>
    expect(shareWithin({ ...curve, steepness: 30 }, 24)).toBeGreaterThan(shareWithin(curve, 24)));
});

describe('emergenceIndices', () => {
  it('weighs each plant by the visit that first saw it', () =>
    expect(emergenceIndices(visits([192, 240], [50, 100]))).toEqual({
      meanEmergenceTimeH: 216,
      emergenceRateIndex: 100 * (0.5 / 8 + 0.5 / 10),
    }));
  it('says nothing while nothing is up', () =>
    expect(emergenceIndices(visits([192], [0]))).toEqual({
      meanEmergenceTimeH: null,
      emergenceRateIndex: null,
    }));
});
