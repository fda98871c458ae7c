import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { balancedStart } from './balancedStart.ts';
import { fitMixedModel } from './index.ts';
import { seededRandom } from './seededRandom.ts';

/** Rows met once at each stop: stops differ by themselves. */
function layout(seed: number, rows: number, stops: number, stopSd: number) {
  const random = seededRandom(seed);
  const readings = Array.from({ length: stops }, (_, s) => {
    const stop = stopSd * random.normal();
    return Array.from({ length: rows }, (__, r) => ({
      row: r,
      stop: `s${s}`,
      value: 10 + r + stop + random.normal(),
    }));
  }).flat();
  return {
    y: readings.map(({ value }) => value),
    fixed: readings.map(({ row }) => Array.from({ length: rows }, (_, r) => Number(r === row))),
    groups: { stop: readings.map(({ stop }) => stop) },
  };
}

describe('a balanced layout', () => {
  it('is fitted to its analysis of variance', () => {
    fc.assert(
      fc.property(fc.nat(10_000), fc.integer({ min: 3, max: 12 }), (seed, rows) => {
        const stops = 6;
        const { y, fixed, groups } = layout(seed, rows, stops, 2);
        const mean = (values: number[]) => values.reduce((a, b) => a + b, 0) / values.length;
        const whole = mean(y);
        const ofRow = Array.from({ length: rows }, (_, r) =>
          mean(y.filter((__, i) => fixed[i]![r] === 1)),
        );
        const ofStop = Array.from({ length: stops }, (_, s) =>
          mean(y.filter((__, i) => groups.stop[i] === `s${s}`)),
        );
        const squaresOfStops =
          (rows * ofStop.reduce((sum, one) => sum + (one - whole) ** 2, 0)) / (stops - 1);
        const within =
          y.reduce((sum, value, i) => {
            const r = fixed[i]!.indexOf(1);
            const s = Number(groups.stop[i]!.slice(1));
            return sum + (value - ofRow[r]! - ofStop[s]! + whole) ** 2;
          }, 0) /
          ((rows - 1) * (stops - 1));
        const fit = fitMixedModel({ y, fixed, groups });
        // Stops that differ less than chance lets them leave one variance for all.
        const pooled =
          ((rows - 1) * (stops - 1) * within + (stops - 1) * squaresOfStops) / (rows * (stops - 1));
        expect(fit.residualVariance).toBeCloseTo(squaresOfStops > within ? within : pooled, 6);
        expect(fit.varianceComponents.stop).toBeCloseTo(
          Math.max(0, (squaresOfStops - within) / rows),
          6,
        );
      }),
      { numRuns: 40, examples: [[8587, 4]] },
    );
  });

  it('is none where a reading is missing', () => {
    const { y, fixed, groups } = layout(1, 4, 5, 1);
    expect(balancedStart(y, fixed, groups, 4)).not.toBeNull();
    expect(balancedStart(y.slice(1), fixed.slice(1), { stop: groups.stop.slice(1) }, 4)).toBeNull();
  });
});
