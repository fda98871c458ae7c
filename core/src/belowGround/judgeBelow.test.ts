import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { fateOf, judgeBelow, SEED_STATES, type SeedBelow, type SeedState } from './index.ts';

const F = 5 / 9;
const seed = (state: SeedState, more: Partial<SeedBelow> = {}): SeedBelow => ({
  state,
  depthM: 0.0508,
  moist: true,
  shootM: null,
  over: [],
  ...more,
});
const corn = { crop: 'corn' as const, depthM: 0.0508, germination: 0.95, spells: [] };
const some = (n: number, state: SeedState, more: Partial<SeedBelow> = {}) =>
  Array.from({ length: n }, () => seed(state, more));

describe('one seed against its heat', () => {
  const fate = (state: SeedState, heatF: number, more: Partial<SeedBelow> = {}) =>
    fateOf(seed(state, more), { crop: 'corn', heat: heatF * F, depthM: 0.0508 });
  it('is late when more than a third behind it', () => {
    // Swollen until the root is out, at 45 °F-units.
    expect(fate('swollen', 60)).toBe('onCourse');
    expect(fate('swollen', 75)).toBe('stuck');
    expect(fate('root', 90)).toBe('onCourse');
    expect(fate('root', 105)).toBe('stuck');
  });
  it('a root in dry soil is stuck at once, a bent shoot too; what is rotten, chewed or gone is lost', () => {
    expect(fate('root', 50, { moist: false })).toBe('stuck');
    expect(fate('bent', 50)).toBe('stuck');
    for (const state of ['rotten', 'chewed', 'gone'] as const) expect(fate(state, 10)).toBe('lost');
  });
  it('a deep seed that is merely slow is on course; the same shoot at usual depth is not', () => {
    expect(fate('shoot', 190, { depthM: 0.0762 })).toBe('onCourse');
    expect(fate('shoot', 190)).toBe('stuck');
  });
  it('a measured shoot tells how far it has come', () => {
    expect(fate('shoot', 115, { shootM: 0.005 })).toBe('stuck');
    expect(fate('shoot', 115, { shootM: 0.03 })).toBe('onCourse');
  });
  it('without heat only what is plain is said', () => {
    const plain = (state: SeedState) =>
      fateOf(seed(state), { crop: 'corn', heat: null, depthM: 0.05 });
    expect(SEED_STATES.map(plain)).toEqual([
      'onCourse',
      'onCourse',
      'onCourse',
      'onCourse',
      'stuck',
      'lost',
      'lost',
      'lost',
    ]);
  });
  it('water decides before warmth: hard seed in dry soil is stalled after two days, hard seed elsewhere after four', () => {
    const hard = (days: number, moist: boolean | null, heatF = 0) =>
      fateOf(seed('dry', { moist }), { crop: 'corn', heat: heatF * F, depthM: 0.05, days });
    expect([0, 1, 2, 7].map((days) => hard(days, false))).toEqual([
      'onCourse',
      'onCourse',
      'stuck',
      'stuck',
    ]);
    expect([1, 3, 4, 9].map((days) => hard(days, true))).toEqual([
      'onCourse',
      'onCourse',
      'stuck',
      'stuck',
    ]);
  });
  it('drier soil, more days and further developed neighbors never put a seed back on track', () => {
    const moistures = [true, null, false] as const;
    fc.assert(
      fc.property(
        fc.constantFrom(...SEED_STATES),
        fc.option(fc.double({ min: 0, max: 120, noNaN: true })),
        fc.nat(20),
        fc.nat(5),
        fc.nat(1),
        fc.nat(6),
        (state, heat, days, later, drier, rooted) => {
          const fateAt = (age: number, moist: boolean | null, ahead: number) =>
            fateOf(seed(state, { moist }), {
              crop: 'corn',
              heat,
              depthM: 0.05,
              days: age,
              others: Array.from({ length: 6 }, (_, i) => (i < ahead ? 'shoot' : 'dry')),
            });
          const before = fateAt(days, moistures[drier]!, rooted);
          if (before !== 'onCourse') {
            expect(fateAt(days + later, moistures[drier]!, rooted)).toBe(before);
            expect(fateAt(days, moistures[drier + 1]!, rooted)).toBe(before);
            expect(fateAt(days, moistures[drier]!, 6)).toBe(before);
          }
        },
      ),
    );
  });
  it('more heat never puts a seed back on course', () =>
    fc.assert(
      fc.property(
        fc.constantFrom(...SEED_STATES),
        fc.double({ min: 0, max: 200, noNaN: true }),
        fc.double({ min: 0, max: 100, noNaN: true }),
        (state, heatF, more) => {
          if (fate(state, heatF + more) === 'onCourse') expect(fate(state, heatF)).toBe('onCourse');
        },
      ),
    ));
});

describe('what dug seeds point to', () => {
  const leading = (seeds: SeedBelow[], facts: Partial<Parameters<typeof judgeBelow>[1]> = {}) =>
    judgeBelow(seeds, { ...corn, heat: 90 * F, ...facts }).causes[0]?.cause ?? null;
  it('shallow dry seed is told from deep seed that is slow', () => {
    expect(leading([...some(8, 'dry', { depthM: 0.02, moist: false }), ...some(12, 'shoot')])).toBe(
      'dryZone',
    );
    expect(leading([...some(8, 'root', { depthM: 0.08 }), ...some(12, 'shoot')])).toBeNull();
  });
  it('bent shoots: crust where one lies over them, cold where cold water was drunk', () => {
    const bent = [...some(6, 'bent'), ...some(14, 'shoot')];
    expect(leading(bent.map((one) => ({ ...one, over: ['crust'] })))).toBe('crust');
    expect(
      leading(bent, { spells: [{ spell: 'coldDrink', from: '2027-05-01', to: '2027-05-03' }] }),
    ).toBe('cold');
  });
  it('a dead seed or two in thirty is no cause', () => {
    expect(leading([...some(2, 'rotten'), ...some(1, 'gone'), ...some(27, 'shoot')])).toBeNull();
    expect(leading([...some(9, 'rotten'), ...some(21, 'shoot')])).toBe('saturated');
    expect(leading([...some(4, 'chewed'), ...some(4, 'gone'), ...some(22, 'shoot')])).toBe('pests');
  });
  it('says what to expect, the shares with their intervals, and the heat still to come', () => {
    const found = judgeBelow([...some(9, 'shoot'), ...some(1, 'rotten')], {
      ...corn,
      heat: 90 * F,
    });
    expect(found.expected).toBe('shoot');
    expect(found.fates.onCourse).toMatchObject({ seeds: 9, share: 0.9 });
    expect(found.fates.onCourse.lower).toBeLessThan(0.7);
    expect(found.heatLeft! / F).toBeCloseTo(25, 6);
    expect(judgeBelow(some(3, 'dry'), { ...corn, heat: null })).toMatchObject({
      expected: null,
      heatLeft: null,
    });
  });
});
