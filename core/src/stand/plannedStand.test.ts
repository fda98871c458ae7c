import { describe, expect, it } from 'vitest';
import { summariseStand, type StandStop } from './index.ts';

/** A stop with so many plants on 100 m². */
const stop = (
  id: string,
  plants: number,
  place: Pick<StandStop, 'zone' | 'at'> = {},
): StandStop => ({ id, counts: [{ lengthM: 100, rowWidthM: 1, inStep: plants }], ...place });

describe('the stand of a walk whose places were drawn', () => {
  const stops = [
    stop('a', 800, { zone: 'loam' }),
    stop('b', 760, { zone: 'loam' }),
    stop('c', 500, { zone: 'clay' }),
    stop('d', 540, { zone: 'clay' }),
  ];
  const plan = { shares: { loam: 0.8, clay: 0.2 } };

  it('weighs each zone by its area', () => {
    const { meanPerM2, sePerM2, design } = summariseStand(stops, { plan });
    // By hand: 0.8 × 7.8 + 0.2 × 5.2; within each zone the variance is 0.08.
    expect(meanPerM2).toBeCloseTo(7.28, 12);
    expect(sePerM2).toBeCloseTo(Math.sqrt(0.08 * (0.8 ** 2 / 2 + 0.2 ** 2 / 2)), 12);
    expect(design).toBe('zones');
    // As if drawn anywhere, the zones’ difference would be chance.
    expect(summariseStand(stops).sePerM2!).toBeGreaterThan(3 * sePerM2!);
  });

  it('lets the zones walked stand for one that was not', () =>
    expect(summariseStand(stops.slice(0, 2), { plan }).meanPerM2).toBeCloseTo(7.8, 12));

  it('compares stops with their neighbours once their places are known', () => {
    const sloping = Array.from({ length: 9 }, (_, i) =>
      stop(String(i), 700 + 20 * i, { zone: '', at: [40 * i, 0] }),
    );
    const { design, sePerM2 } = summariseStand(sloping, { plan: { shares: { '': 1 } } });
    expect(design).toBe('spread');
    expect(sePerM2!).toBeLessThan(0.5 * summariseStand(sloping).sePerM2!);
  });

  it('takes stops of a zone that the plan does not know as places drawn one by one', () => {
    const { design, meanPerM2 } = summariseStand([...stops, stop('e', 700, { zone: 'sand' })], {
      plan,
    });
    expect(design).toBe('simple');
    expect(meanPerM2).toBeCloseTo(6.6, 12);
  });

  it('has no interval from one stop in each zone', () =>
    expect(summariseStand([stops[0]!, stops[2]!], { plan }).intervalPerM2).toBeNull());
});
