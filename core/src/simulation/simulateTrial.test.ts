import { describe, expect, it } from 'vitest';
import { seededRandom } from '../stats/index.ts';
import { analyseByCovariate, analyseTrial, layTrial, trialPower } from '../trials/index.ts';
import { ORDINARY_TRIAL, simulateTrial, type TrialGround } from './simulateTrial.ts';

/** Strips of a made-up trial with their yields. */
function grow(
  treatments: number,
  replicates: number,
  ground: TrialGround,
  effect: (treatment: number, moisture: number) => number,
  seed: number,
) {
  const strips = layTrial({ layout: 'blocks', levels: [treatments], replicates, seed });
  const grown = simulateTrial(strips, ground, effect, seed);
  return strips.map(({ block, treatment }, i) => ({
    treatment: `t${treatment}`,
    block: String(block),
    value: grown[i]!.yieldKgPerM2,
    covariate: grown[i]!.moisture,
  }));
}
const replicated = (plots: Parameters<typeof analyseTrial>[0], check?: string) => {
  const trial = analyseTrial(plots, check === undefined ? {} : { check });
  if (trial.kind !== 'replicated') throw new Error(trial.reason);
  return trial;
};
const RUNS = 2000;
/** Drawn blind of every choice in the methods. */
const seeds = (of: number) => {
  const random = seededRandom(of);
  return Array.from({ length: RUNS }, () => random.below(2 ** 31));
};

describe('over 2,000 trials', () => {
  it('without any difference one in twenty names a pair, and intervals hold the truth, on even ground and across a field that rises', () => {
    for (const ground of [
      ORDINARY_TRIAL,
      // The lot makes what neighbours share, and where the field rises, a matter of chance.
      { ...ORDINARY_TRIAL, trendPerStrip: 0.004, neighbourShare: 0.4 },
    ]) {
      let [winners, held, intervals] = [0, 0, 0];
      for (const seed of seeds(515151)) {
        const { differences } = replicated(grow(4, 5, ground, () => 0, seed));
        if (differences.some(({ pTukey }) => pTukey < 0.05)) winners++;
        for (const { interval } of differences) {
          intervals++;
          if (interval[0] < 0 && interval[1] > 0) held++;
        }
      }
      expect(winners / RUNS).toBeGreaterThan(0.03);
      expect(winners / RUNS).toBeLessThan(0.07);
      expect(held / intervals).toBeGreaterThan(0.93);
      expect(held / intervals).toBeLessThan(0.97);
    }
  });

  it('a difference is found as often as announced, to 3 points', () => {
    const difference = 0.05;
    const [treatments, replicates] = [3, 5];
    const given = { replicates, treatments, residualSd: ORDINARY_TRIAL.residualSd, difference };
    const found = { planned: 0, check: 0, all: 0 };
    for (const seed of seeds(616161)) {
      const trial = replicated(
        grow(treatments, replicates, ORDINARY_TRIAL, (t) => (t === 1 ? difference : 0), seed),
        't0',
      );
      const pair = trial.differences.find(
        ({ a, b }) => [a, b].includes('t0') && [a, b].includes('t1'),
      )!;
      if (pair.p < 0.05) found.planned++;
      if (pair.pTukey < 0.05) found.all++;
      if (trial.differencesFromCheck!.find(({ treatment }) => treatment === 't1')!.pDunnett < 0.05)
        found.check++;
    }
    for (const comparison of ['planned', 'check', 'all'] as const)
      expect(
        Math.abs(found[comparison] / RUNS - trialPower({ ...given, comparison })),
      ).toBeLessThan(0.03);
  });

  it('the furrow moisture where two depths change places is in its interval as claimed', () => {
    const truth = 0.205;
    const ground = { ...ORDINARY_TRIAL, moisture: 0.21, moistureSd: 0.04 };
    let [held, all] = [0, 0];
    for (const seed of seeds(717171).slice(0, 500)) {
      const plots = grow(
        2,
        12,
        ground,
        (treatment, moisture) => (treatment === 0 ? 1 : -1) * 0.8 * (moisture - truth),
        seed,
      );
      const [crossing] = analyseByCovariate(plots).crossings;
      const { interval } = crossing!;
      all++;
      // No finite interval rules nothing out.
      if (interval === null || (interval[0] <= truth && truth <= interval[1])) held++;
    }
    expect(held / all).toBeGreaterThan(0.92);
    expect(held / all).toBeLessThan(0.98);
  });
});

it('is the same for the same seed, and another for another', () => {
  const strips = layTrial({ layout: 'blocks', levels: [2], replicates: 3, seed: 4 });
  const own = () => simulateTrial(strips, ORDINARY_TRIAL, () => 0, 9);
  expect(own()).toEqual(own());
  expect(simulateTrial(strips, ORDINARY_TRIAL, () => 0, 10)).not.toEqual(own());
  expect(() => simulateTrial(strips, { ...ORDINARY_TRIAL, blockSd: -1 }, () => 0, 9)).toThrow(
    /blockSd/,
  );
});
