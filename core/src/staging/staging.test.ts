import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import {
  collarsFromTips,
  CROPS,
  estimateWeights,
  headingSpread,
  readStages,
  signsOf,
  SIGN_FACTS,
  stageByHeat,
  stageFromHeat,
  stageName,
  STAGES,
  type TagGroup,
} from '../index.ts';
import cases from './estimateWeights.golden.json' with { type: 'json' };

/** An answer of R: estimateWeights.golden.R */
type Answer = { weight: number; lower: number | null; upper: number | null; n: number };

const tagged = (groups: Record<TagGroup, number[]>) =>
  (['inStep', 'oneBehind', 'twoBehind'] as const).flatMap((group) =>
    groups[group].map((one) => ({ group, yield: one })),
  );

describe('estimateWeights', () => {
  it('agrees with Fieller’s formula as R works it out', () => {
    for (const one of cases) {
      const found = estimateWeights(tagged(one));
      for (const group of ['oneBehind', 'twoBehind'] as const) {
        const answer = (one.weights as Partial<Record<TagGroup, Answer | null>>)[group];
        if (!answer) {
          expect(found[group]).toBeNull();
          continue;
        }
        expect(found[group]!.weight).toBeCloseTo(answer.weight, 10);
        expect(found[group]!.n).toBe(answer.n);
        for (const end of ['lower', 'upper'] as const)
          if (answer[end] === null) expect(found[group]![end]).toBeNull();
          else expect(found[group]![end]!).toBeCloseTo(answer[end], 7);
      }
    }
  });

  it('says nothing from two plants, and no interval from plants that are all alike', () => {
    const plants = tagged({ inStep: [100, 120, 90], oneBehind: [80, 70], twoBehind: [0, 0, 0] });
    const found = estimateWeights(plants);
    expect(found.oneBehind).toBeNull();
    expect(found.twoBehind).toEqual({ weight: 0, lower: null, upper: null, n: 3 });
  });
});

describe('readStages', () => {
  it('gives the distribution, the commonest, how even, and who lags', () => {
    const stages = [...Array(21).fill('V3'), ...Array(6).fill('V2'), 'V1', 'V1', 'V4'] as string[];
    expect(readStages('corn', stages)).toMatchObject({
      plants: 30,
      mode: 'V3',
      distribution: [
        { stage: 'V1', plants: 2 },
        { stage: 'V2', plants: 6 },
        { stage: 'V3', plants: 21 },
        { stage: 'V4', plants: 1 },
      ],
      behind: { inStep: 22, oneBehind: 6, twoBehind: 2 },
      uniformity: { share: 28 / 30 },
    });
    expect(readStages('soybean', ['VC', 'VE', 'V1', 'V1'])?.behind).toEqual({
      inStep: 2,
      oneBehind: 1,
      twoBehind: 1,
    });
    expect(readStages('wheat', ['13', '13', '12'])?.mode).toBe('13');
    expect(readStages('corn', [])).toBeNull();
  });

  it('refuses a stage of another crop by its name', () => {
    expect(() => readStages('wheat', ['V3'])).toThrow(/wheat.*V3/);
  });

  it('counts every plant once, in whatever order', () => {
    for (const crop of CROPS)
      fc.assert(
        fc.property(
          fc.array(fc.constantFrom(...STAGES[crop]), { minLength: 1, maxLength: 40 }),
          (stages) => {
            const { behind, plants, ...rest } = readStages(crop, stages)!;
            expect(behind.inStep + behind.oneBehind + behind.twoBehind).toBe(plants);
            expect(readStages(crop, stages.toReversed())).toEqual({ behind, plants, ...rest });
          },
        ),
      );
  });
});

describe('words and other ways of staging', () => {
  it('shows tips as what was counted, with the collars they stand for', () => {
    expect(stageName('V4', 'tips')).toBe('4 tips');
    expect(stageName('V4')).toBe('V4');
    expect(stageName('13')).toBe('Z13');
    expect(collarsFromTips(4)).toBe('V2');
    expect(collarsFromTips(2)).toBe('VE');
  });

  it('tells how long heading takes from two looks', () => {
    const found = headingSpread({ stems: 100, headed: 20 }, { stems: 100, headed: 80 }, 3)!;
    expect(found.days).toBeCloseTo(4.63, 1);
    expect(found.halfAfter).toBeCloseTo(1.5, 6);
    expect(headingSpread({ stems: 50, headed: 20 }, { stems: 50, headed: 20 }, 3)).toBeNull();
    expect(() => headingSpread({ stems: 5, headed: 6 }, { stems: 5, headed: 5 }, 3)).toThrow(
      /first\.headed/,
    );
  });

  it('expects the leaves that the heat has brought, within their band', () => {
    const stages = [1, 2, 3].map((leaves) => ({
      leaves,
      on: `2027-05-${10 + 5 * leaves}`,
      band: [`2027-05-${9 + 5 * leaves}`, `2027-05-${12 + 5 * leaves}`] as [string, string],
    }));
    const predicted = { stages, half: '2027-05-10' };
    expect(stageByHeat(predicted, '2027-05-21')).toEqual({ stage: 'V2', from: 'V1', to: 'V2' });
    expect(stageByHeat(predicted, '2027-05-11')).toEqual({ stage: 'VE', from: 'VE', to: 'VE' });
    expect(stageByHeat(predicted, '2027-05-09')).toBeNull();
  });

  it('lets expect later stages the more heat there was, and none before emergence', () => {
    expect(stageFromHeat('soybean', 120)).toEqual({ stage: 'V1', from: 'VC', to: 'V2' });
    expect(stageFromHeat('wheat', 250)!.stage).toBe('13');
    expect(stageFromHeat('wheat', -1)).toBeNull();
    expect(stageFromHeat('corn', 120)).toBeNull();
    let before = -1;
    expect(stageFromHeat('wheat', 1500)).toBeNull();
    for (let heat = 0; heat < 449; heat += 7) {
      const step = STAGES.soybean.indexOf(stageFromHeat('soybean', heat)!.stage);
      expect(step).toBeGreaterThanOrEqual(before);
      before = step;
    }
  });

  it('lists signs of the crop and its stage, each with what it is taken for', () => {
    expect(signsOf('corn', 'V3')).toContain('cut');
    expect(signsOf('corn', 'V10')).not.toContain('cut');
    expect(signsOf('wheat', null)).not.toContain('tightWhorl');
    for (const crop of CROPS) {
      const listed = signsOf(crop, null);
      expect(listed.some((sign) => SIGN_FACTS[sign].family === 'nothing')).toBe(true);
    }
    for (const { besides, settles } of Object.values(SIGN_FACTS)) {
      expect(settles).not.toBe('');
      for (const other of besides) expect(SIGN_FACTS[other]).toBeDefined();
    }
  });
});
