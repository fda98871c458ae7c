import { describe, expect, it } from 'vitest';
import { keepsGrid, overWorlds, WORLD_RATES } from './index.ts';

/** A small sample of `npm run test:long -- judgement`, with other seeds. */
describe('error rates over worlds that the methods were not built on', () => {
  it.each(
    Object.entries(WORLD_RATES).flatMap(([name, { rates, sample }], i) =>
      rates({ seed: 30_270 + i, runs: sample }).map((rate) => ({ name, rate })),
    ),
  )('$name: $rate.what', ({ rate }) =>
    expect(keepsGrid(rate, 2.5), JSON.stringify(rate)).toBe(true),
  );

  it('a rate twice its limit is not kept', () => {
    const rate = overWorlds(
      'hits',
      [{ name: 'a' }, { name: 'b' }],
      { atMost: 0.05 },
      { seed: 1, runs: 400 },
      (_, random) => Number(random.uniform() < 0.1),
    );
    expect(keepsGrid(rate)).toBe(false);
    expect(keepsGrid(rate, 2.5)).toBe(false);
  });

  it('the worst world is named', () => {
    const rate = overWorlds(
      'hits',
      [{ name: 'calm' }, { name: 'wild' }],
      { atMost: 0.6, worst: 0.5 },
      { seed: 1, runs: 9 },
      ({ name }) => Number(name === 'wild'),
    );
    expect(rate).toMatchObject({ mean: 0.5, worst: 1, worstIn: 'wild' });
    expect(keepsGrid(rate)).toBe(false);
  });
});
