import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import {
  fitStrips,
  layTrial,
  levelsIn,
  lookAtPlots,
  placeStrips,
  stripYield,
  treatmentsOf,
  worthOfAnotherYear,
  analyseTrial,
  type PlannedStrip,
} from './index.ts';

const seed = fc.integer({ min: 0, max: 1e9 });
const replicates = fc.integer({ min: 2, max: 10 });

describe('strips and machines', () => {
  it('every strip holds whole combine passes between its guard rows, and no narrower one does', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 4, max: 24 }),
        fc.integer({ min: 4, max: 16 }),
        fc.integer({ min: 0, max: 2 }),
        (planterRows, headRows, guardRows) => {
          const rowWidthM = 0.762;
          const given = { planterWidthM: planterRows * rowWidthM, rowWidthM, guardRows };
          const fit = fitStrips({ ...given, combineWidthM: headRows * rowWidthM, half: false });
          const inside = fit.planterPasses * planterRows - 2 * guardRows;
          expect(fit.combinePasses).toBeGreaterThanOrEqual(1);
          expect(fit.combinePasses).toBe(Math.floor(inside / headRows));
          expect(fit.harvestFromM).toBeGreaterThanOrEqual(guardRows * rowWidthM - 1e-9);
          expect(fit.harvestFromM + fit.harvestWidthM).toBeLessThanOrEqual(
            fit.stripWidthM - guardRows * rowWidthM + 1e-9,
          );
          const narrower = (fit.planterPasses - 1) * planterRows - 2 * guardRows;
          expect(fit.planterPasses === 1 || narrower < headRows).toBe(true);
        },
      ),
    );
  });

  it('half a planter takes a head of half its width, and no wider one', () => {
    const half = (combineWidthM: number | null) =>
      fitStrips({
        planterWidthM: 9.144,
        rowWidthM: 0.762,
        guardRows: 0,
        half: true,
        combineWidthM,
      });
    expect(half(4.572)).toMatchObject({ stripWidthM: 4.572, combinePasses: 1, harvestFromM: 0 });
    expect(half(6.096).combinePasses).toBe(0);
    expect(half(null)).toMatchObject({ combinePasses: 0, harvestWidthM: 0 });
  });
});

describe('what is drawn by lot', () => {
  const inBlocks = (strips: readonly PlannedStrip[]) =>
    [...new Set(strips.map(({ block }) => block))].map((block) =>
      strips.filter((strip) => strip.block === block).map(({ treatment }) => treatment),
    );

  it('each block holds each treatment once; the same seed draws the same, strips are numbered as they lie', () => {
    fc.assert(
      fc.property(
        fc.constantFrom('blocks' as const, 'splitPlot' as const),
        fc.integer({ min: 2, max: 4 }),
        fc.integer({ min: 2, max: 3 }),
        replicates,
        seed,
        (layout, a, b, times, own) => {
          const draw = { layout, levels: [a, b], replicates: times, seed: own };
          const strips = layTrial(draw);
          expect(layTrial(draw)).toEqual(strips);
          expect(strips.map(({ number }) => number)).toEqual(strips.map((_, i) => i + 1));
          for (const block of inBlocks(strips))
            expect([...block].sort((x, y) => x - y)).toEqual(
              Array.from({ length: a * b }, (_, i) => i),
            );
          // What is hard to change stands on passes beside each other.
          if (layout === 'splitPlot')
            for (const block of inBlocks(strips)) {
              const wholes = block.map((treatment) => levelsIn(treatment, [a, b])[0]);
              expect(wholes.filter((whole, i) => i > 0 && whole !== wholes[i - 1])).toHaveLength(
                a - 1,
              );
            }
        },
      ),
    );
  });

  it('every order of a block is as likely', () => {
    const met = new Map<string, number>();
    for (let own = 0; own < 3000; own++) {
      const [block] = inBlocks(
        layTrial({ layout: 'blocks', levels: [3], replicates: 2, seed: own }),
      );
      met.set(block!.join(''), (met.get(block!.join('')) ?? 0) + 1);
    }
    // Six orders of 500 each; 5 standard deviations are about 100.
    expect(met.size).toBe(6);
    for (const times of met.values()) expect(Math.abs(times - 500)).toBeLessThan(100);
  });

  it('halves of a planter: a pass holds both, and a treatment lies on the left as often as on the right', () => {
    fc.assert(
      fc.property(replicates, seed, (times, own) => {
        const strips = layTrial({
          layout: 'splitPlanter',
          levels: [2],
          replicates: times,
          seed: own,
        });
        expect(strips).toHaveLength(2 * times);
        for (const block of inBlocks(strips)) expect([...block].sort()).toEqual([0, 1]);
        const onLeft = strips.filter(({ treatment, side }) => treatment === 0 && side === 'left');
        expect(Math.abs(onLeft.length - (times - onLeft.length))).toBeLessThanOrEqual(times % 2);
        // Going back, the machine's left lies on the other side of the ground.
        expect(strips.slice(0, 4).map(({ side }) => side)).toEqual([
          'left',
          'right',
          'right',
          'left',
        ]);
      }),
    );
  });

  it('refuses what cannot be drawn', () => {
    const draw = { layout: 'splitPlanter' as const, levels: [3], replicates: 4, seed: 1 };
    expect(() => layTrial(draw)).toThrow(/two treatments/);
    expect(() => layTrial({ ...draw, levels: [1] })).toThrow(/levels\[0\]/);
    expect(() => layTrial({ ...draw, layout: 'blocks', replicates: 0 })).toThrow(/replicates/);
    expect(treatmentsOf([3, 2])).toBe(6);
  });

  it('places strips to scale by the passes the driver counts, and knows where tramlines run', () => {
    const fit = fitStrips({
      planterWidthM: 9,
      combineWidthM: 6,
      rowWidthM: 0.75,
      guardRows: 1,
      half: false,
    });
    const placed = placeStrips(
      layTrial({ layout: 'blocks', levels: [2], replicates: 3, seed: 5 }),
      fit,
      { planterWidthM: 9, firstPass: 3, tramlineM: 27 },
    );
    expect(placed.map(({ fromM }) => fromM)).toEqual([18, 27, 36, 45, 54, 63]);
    expect(placed.map(({ passes }) => passes)).toEqual([[3], [4], [5], [6], [7], [8]]);
    expect(placed.map(({ travel }) => travel)).toEqual([
      'out',
      'back',
      'out',
      'back',
      'out',
      'back',
    ]);
    // Tramlines at 13.5, 40.5 and 67.5 m.
    expect(placed.map(({ tramline }) => tramline)).toEqual([
      false,
      false,
      true,
      false,
      false,
      true,
    ]);
    expect(placed[0]!.harvestFromM).toBeCloseTo(19.5, 9);
  });
});

describe('what strips show', () => {
  it('yield at the moisture it is sold at: wetter grain is less of it', () => {
    const strip = { weightKg: 2000, lengthM: 400, widthM: 5 };
    expect(stripYield({ crop: 'corn', moisture: 0.155, ...strip })).toBeCloseTo(1, 12);
    expect(stripYield({ crop: 'soybean', moisture: 0.13, ...strip })).toBeCloseTo(1, 12);
    expect(stripYield({ crop: 'wheat', moisture: 0.135, ...strip })).toBeCloseTo(1, 12);
    fc.assert(
      fc.property(fc.double({ min: 0.05, max: 0.44, noNaN: true }), (moisture) => {
        expect(stripYield({ crop: 'corn', moisture: moisture + 0.01, ...strip })).toBeLessThan(
          stripYield({ crop: 'corn', moisture, ...strip }),
        );
      }),
    );
    expect(() => stripYield({ crop: 'corn', moisture: 60, ...strip })).toThrow(/moisture/);
  });

  const plots = (trend: number, off = 0) =>
    layTrial({ layout: 'blocks', levels: [3], replicates: 5, seed: 11 }).map(
      ({ number, block, treatment }) => ({
        treatment: `t${treatment}`,
        block: String(block),
        place: number,
        value:
          1 +
          0.1 * treatment +
          trend * number +
          0.004 * Math.sin(7 * number) +
          (number === 8 ? off : 0),
      }),
    );

  it('a strip that stands out is named and stays; a field that rises is told', () => {
    const off = lookAtPlots(plots(0, 0.3));
    expect(off.outliers).toEqual([7]);
    expect(lookAtPlots(plots(0)).outliers).toEqual([]);
    const rising = lookAtPlots(plots(0.02));
    expect(rising.trend!.perPlace).toBeCloseTo(0.02, 2);
    expect(rising.trend!.p).toBeLessThan(0.01);
    expect(lookAtPlots(plots(0)).trend!.p).toBeGreaterThan(0.05);
  });

  it('adjusting by pass order takes a trend out of the differences and out of the error', () => {
    const rising = plots(0.05);
    const sd = (beside: boolean) => {
      const trial = analyseTrial(
        rising.map((plot) => (beside ? { ...plot, beside: [plot.place] } : plot)),
      );
      if (trial.kind !== 'replicated') throw new Error(trial.reason);
      return trial;
    };
    expect(sd(true).residualSd).toBeLessThan(0.3 * sd(false).residualSd);
    const pair = sd(true).differences.find(({ a, b }) => a === 't2' && b === 't0')!;
    expect(pair.difference).toBeCloseTo(0.2, 2);
    expect(sd(true).residualDf).toBe(sd(false).residualDf - 1);
    expect(sd(true).anova.map(({ source }) => source)).toContain('beside');
    expect(() => analyseTrial([{ ...rising[0]!, beside: [1] }, ...rising.slice(1)])).toThrow(
      /beside/,
    );
  });

  it('another year is worth the more the closer the call, and never less than nothing', () => {
    const given = { gainSe: 0.003, neededPerM2: 0.002, anotherSe: 0.003, perGain: 1e6 };
    const at = (gainPerM2: number) => worthOfAnotherYear({ ...given, gainPerM2 });
    const worths = [0.002, 0.003, 0.005, 0.01, 0.05].map(at);
    worths.slice(1).forEach((worth, i) => expect(worth).toBeLessThanOrEqual(worths[i]!));
    expect(worths.at(-1)!).toBeGreaterThanOrEqual(0);
    expect(at(0.001)).toBeCloseTo(at(0.003), 9);
    // At the break-even: moved × φ(0).
    expect(at(0.002)).toBeCloseTo((1e6 * (0.003 / Math.SQRT2)) / Math.sqrt(2 * Math.PI), 6);
    expect(worthOfAnotherYear({ ...given, gainPerM2: 0.002, anotherSe: 0.01 })).toBeLessThan(
      at(0.002),
    );
  });
});
