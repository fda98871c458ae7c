import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import golden from './mixedModel.golden.json' with { type: 'json' };
import { fitMixedModel, remlOneWay } from './index.ts';

type Golden = Parameters<typeof fitMixedModel>[0] & {
  name: string;
  beta: number[];
  se: number[];
  df: number[];
  components: Record<string, number>;
  residual: number;
  effects: Record<string, Record<string, number>>;
  logLik: number;
};
/** Within a part of a figure, or of the scale it is one of. */
const close = (ours: number, theirs: number, part: number, scale = Math.abs(theirs)) =>
  expect(Math.abs(ours - theirs)).toBeLessThanOrEqual(part * Math.max(scale, 1e-12));

describe('a mixed model as R’s lme4 and lmerTest fit it', () => {
  it.each(golden as unknown as Golden[])('$name', (r) => {
    const fit = fitMixedModel(r);
    const total = r.residual + Object.values(r.components).reduce((sum, one) => sum + one, 0);
    close(fit.logLikelihood, r.logLik, 1e-8);
    close(fit.residualVariance, r.residual, 1e-5);
    for (const [name, variance] of Object.entries(r.components))
      close(fit.varianceComponents[name]!, variance, 1e-5, total);
    r.beta.forEach((beta, j) => {
      close(fit.beta[j]!, beta, 1e-6);
      close(fit.se[j]!, r.se[j]!, 1e-5);
      close(fit.df[j]!, r.df[j]!, 0.01);
    });
    for (const [name, levels] of Object.entries(r.effects))
      for (const [level, effect] of Object.entries(levels))
        close(fit.effects[name]![level]!, effect, 1e-6, Math.abs(r.beta[0]!));
  });
});

const readings = (groups: number[][]) => ({
  y: groups.flat(),
  fixed: groups.flat().map(() => [1]),
  groups: { row: groups.flatMap((own, g) => own.map(() => `r${g}`)) },
});
/** As something is read: to a step, not to the last bit. */
const value = fc.integer({ min: -100_000, max: 100_000 }).map((step) => step / 1000);

describe('a mixed model by itself', () => {
  it('with rows alone is the one-way fit', () => {
    fc.assert(
      fc.property(
        fc.array(fc.array(value, { minLength: 2, maxLength: 5 }), { minLength: 3, maxLength: 6 }),
        (groups) => {
          const one = remlOneWay(groups);
          fc.pre(one.withinSd! > 1);
          const fit = fitMixedModel(readings(groups));
          // Variances, not SDs; where a little spread is as likely as none, the two may end beside each other.
          const within = one.withinSd! ** 2;
          const near = (ours: number, theirs: number, scale: number) =>
            expect(Math.abs(ours - theirs)).toBeLessThan(3e-3 * scale);
          near(fit.beta[0]!, one.mean, one.withinSd!);
          near(fit.residualVariance, within, within);
          near(fit.varianceComponents['row']!, one.betweenSd! ** 2, within + one.betweenSd! ** 2);
        },
      ),
      { numRuns: 60 },
    );
  });

  it('a factor of one level has no spread, and readings that agree leave none', () => {
    const alone = fitMixedModel({ ...readings([[1, 2, 4]]), groups: { field: ['a', 'a', 'a'] } });
    expect(alone.varianceComponents['field']).toBe(0);
    expect(alone.df[0]).toBeCloseTo(2, 6);
    const same = fitMixedModel(
      readings([
        [3, 3],
        [3, 3],
      ]),
    );
    expect(same.residualVariance).toBe(0);
    expect(same.beta).toEqual([3]);
  });

  it('says what is wrong', () => {
    const some = readings([
      [1, 2],
      [3, 5],
    ]);
    expect(() => fitMixedModel({ ...some, y: [1, 2, NaN, 4] })).toThrow('y[2]');
    expect(() => fitMixedModel({ ...some, fixed: [[1]] })).toThrow('fixed');
    expect(() => fitMixedModel({ ...some, fixed: some.y.map(() => [1, 2]) })).toThrow(
      'depend on each other',
    );
    expect(() => fitMixedModel({ ...some, groups: { row: ['a', 'b', 'c', 'd'] } })).toThrow(
      'groups.row',
    );
  });
});
