import { describe, expect, it } from 'vitest';
import { analyseSpacing } from '../spacing/index.ts';
import { mean, sampleSd, seededRandom } from '../stats/index.ts';
import { rowsThatStandOut, standByRow, summariseStand } from '../stand/index.ts';
import {
  countStop,
  countStretch,
  gapsInStretch,
  goodGround,
  digRow,
  goodUnit,
  keeps,
  plantsInStretch,
  ROUGH,
  simulateStand,
  simulateWeather,
  trueStand,
  type Scenario,
} from './index.ts';

const weather = simulateWeather({ days: 45, meanC: 14, risePerDayC: 0.15 }, 5);
const LATER = 40 * 24;

function cornField(change: Partial<Scenario> = {}, units = 12): Scenario {
  return {
    crop: 'corn',
    planter: {
      units: Array.from({ length: units }, () => goodUnit(0.05)),
      rowWidthM: 0.762,
      cells: 24,
    },
    seedLot: { germination: 0.95, vigour: 0.9 },
    seedsPerM2: 7.9,
    passLengthM: 300,
    passes: 4,
    zones: [goodGround(0, 300)],
    weather,
    ...change,
  };
}

describe('simulateStand', () => {
  it('repeats with its seed and differs with another', () => {
    const [a, b, c] = [3, 3, 4].map((seed) => simulateStand(cornField(), seed));
    expect(a!.positionM.slice(0, 500)).toEqual(b!.positionM.slice(0, 500));
    expect(a!.positionM.slice(0, 500)).not.toEqual(c!.positionM.slice(0, 500));
  });

  it('loses about what germination, skips and the ground take', () => {
    const truth = trueStand(simulateStand(cornField(), 9), LATER);
    expect(truth / 7.9).toBeGreaterThan(0.9);
    expect(truth / 7.9).toBeLessThan(0.96);
    expect(trueStand(simulateStand(cornField(), 9), 24)).toBe(0);
  });

  it('a damaged cell leaves a gap every 24 slots, and only in its row', () => {
    const scenario = cornField();
    scenario.planter.units[8] = { ...goodUnit(0.05), damagedCells: [5] };
    const stand = simulateStand(scenario, 2);
    const at = (row: number) =>
      gapsInStretch(stand, { pass: 0, row, fromM: 0, toM: 300, atH: LATER }).filter(
        ({ cause }) => cause === 'damagedCell',
      );
    expect(at(8)).toEqual([]);
    const gaps = at(9);
    expect(gaps.length).toBeGreaterThan(70);
    for (let i = 1; i < gaps.length; i++)
      expect((gaps[i]!.positionM - gaps[i - 1]!.positionM) / stand.spacingM).toBeCloseTo(24, 6);
  });

  it('a plugged row drops nothing where it is plugged', () => {
    const scenario = cornField();
    scenario.planter.units[2] = { ...goodUnit(0.05), plugged: { fromM: 100, toM: 140 } };
    const stand = simulateStand(scenario, 2);
    expect(
      plantsInStretch(stand, { pass: 1, row: 3, fromM: 100.5, toM: 139.5, atH: LATER }),
    ).toEqual([]);
    expect(
      plantsInStretch(stand, { pass: 1, row: 3, fromM: 150, toM: 190, atH: LATER }).length,
    ).toBeGreaterThan(200);
  });

  it('a shallow row in dry ground comes up thin and late', () => {
    const scenario = cornField({ zones: [{ ...goodGround(0, 300), dryLayerM: 0.035 }] });
    scenario.planter.units[3] = goodUnit(0.033);
    const stand = simulateStand(scenario, 6);
    const counts = [0, 1, 2, 3].map((pass) =>
      countStop(stand, { pass, fromM: 100, lengthM: 60, atH: 28 * 24 }),
    );
    const rows = standByRow(counts);
    expect(rowsThatStandOut(rows)[0]).toMatchObject({ row: 4 });
    expect(rowsThatStandOut(rows)[0]!.ratio).toBeLessThan(0.8);
    expect(rows[3]!.behind!.share).toBeGreaterThan(rows[0]!.behind!.upper);
  });

  it('rough ground: neighbours share their depth, tracks run late in some passes, a digger errs', () => {
    const rough = cornField({ rough: ROUGH, passes: 6 });
    const stand = simulateStand(rough, 31);
    const depths = Array.from({ length: 40 }, (_, i) =>
      digRow(stand, { pass: 0, row: 1, fromM: 7 * i }, 2).map(({ depthM }) => depthM),
    );
    const centre = mean(depths.flat())!;
    const together = mean(depths.map(([a, b]) => (a! - centre) * (b! - centre)))!;
    expect(together / sampleSd(depths.flat())! ** 2).toBeGreaterThan(0.1);
    const late = (pass: number, row: number) => {
      const stretch = { pass, row, fromM: 0, toM: 300, atH: 17 * 24 };
      return plantsInStretch(stand, stretch).length;
    };
    expect(late(1, 2)).toBeLessThan(0.85 * late(0, 2));
    const read = { random: seededRandom(4), errorSdM: 0.0016, stepM: 0.003175 };
    const as = (given?: typeof read) =>
      digRow(stand, { pass: 0, row: 1, fromM: 20 }, 30, given).map(({ depthM }) => depthM);
    for (const depth of as(read))
      expect(depth / 0.003175).toBeCloseTo(Math.round(depth / 0.003175), 6);
    expect(sampleSd(as(read).map((depth, i) => depth - as()[i]!))).toBeGreaterThan(0.0012);
  });

  it('a crust and a cold drink slow what they do not kill', () => {
    const median = (change: Partial<ReturnType<typeof goodGround>>) => {
      const stand = simulateStand(
        cornField({ passes: 1, zones: [{ ...goodGround(0, 300), ...change }] }),
        77,
      );
      const up = [...stand.emergedAtH.slice(0, stand.entries)]
        .filter((hours) => Number.isFinite(hours))
        .sort((a, b) => a - b);
      return up[Math.floor(0.9 * up.length)]!;
    };
    const usual = median({});
    expect(median({ crustShare: 0.15 })).toBeGreaterThan(usual + 12);
    expect(median({ coldInjuryShare: 0.15 })).toBeGreaterThan(usual + 12);
  });

  it('every missing plant has a cause, and every entry lies in one row', () => {
    const stand = simulateStand(cornField({ passes: 1 }), 8);
    let plants = 0;
    let gaps = 0;
    for (let row = 1; row <= 12; row++) {
      const stretch = { pass: 0, row, fromM: -1, toM: 301, atH: LATER };
      plants += plantsInStretch(stand, stretch).length;
      const found = gapsInStretch(stand, stretch);
      gaps += found.length;
      expect(found.every(({ cause }) => cause !== 'none' && cause !== 'notYet')).toBe(true);
    }
    // A seed that died beside its twin's plant leaves no gap.
    const slots = new Set<string>();
    for (let row = 0; row < 12; row++)
      for (let i = stand.rowStart[row]!; i < stand.rowStart[row + 1]!; i++)
        slots.add(`${row} ${stand.slot[i]}`);
    expect(plants + gaps).toBeLessThan(stand.entries);
    expect(plants + gaps).toBeGreaterThanOrEqual(slots.size);
  });

  it('the tape finds the skips that were put in', () => {
    const scenario = cornField({
      seedLot: { germination: 1, vigour: 1 },
      passLengthM: 900,
      zones: [{ ...goodGround(0, 900), rotShare: 0, crustShare: 0, pestShare: 0 }],
    });
    scenario.planter.units[0] = {
      ...goodUnit(0.05),
      skipRate: 0.08,
      doubleRate: 0,
      scatterSdM: 0.01,
    };
    const stand = simulateStand(scenario, 12);
    const runs = [0, 1, 2, 3].map((pass) => ({
      positionsM: plantsInStretch(stand, { pass, row: 1, fromM: 0, toM: 900, atH: LATER }).map(
        (plant) => plant.positionM,
      ),
    }));
    expect(analyseSpacing(runs, { referenceM: stand.spacingM }).missIndex).toBeCloseTo(0.08, 2);
  });

  it('refuses a scenario it cannot plant', () => {
    expect(() => simulateStand(cornField({ passLengthM: 0 }), 1)).toThrow(/passLengthM/);
    expect(() => simulateStand(cornField({ zones: [] }), 1)).toThrow(/zones/);
    expect(() =>
      countStretch(simulateStand(cornField({ passes: 1 }), 1), {
        pass: 0,
        row: 13,
        fromM: 0,
        toM: 5,
        atH: 1,
      }),
    ).toThrow(/row must be at most 12/);
  });
});

it('over 200 fields the 95 % interval of summariseStand covers the true stand in 93–97 %', () => {
  let covered = 0;
  const random = seededRandom(2027);
  for (let field = 0; field < 200; field++) {
    const zones = [
      { ...goodGround(0, 35), crustShare: 0.12 * random.uniform() },
      { ...goodGround(35, 75), rotShare: 0.1 * random.uniform() },
      { ...goodGround(75, 120), dryLayerM: 0.02 + 0.025 * random.uniform() },
    ];
    const stand = simulateStand(
      cornField(
        {
          zones,
          passLengthM: 120,
          passes: 3,
          seedLot: { germination: 0.85 + 0.13 * random.uniform(), vigour: random.uniform() },
        },
        8,
      ),
      field + 1,
    );
    const stops = Array.from({ length: 12 }, (_, i) => {
      const pass = random.below(3);
      const fromM = random.uniform() * (120 - 5.31);
      const counts = [1, 2, 3, 4, 5, 6, 7, 8].map((row) => ({
        lengthM: 5.31,
        rowWidthM: 0.762,
        ...countStretch(stand, { pass, row, fromM, toM: fromM + 5.31, atH: LATER }),
      }));
      return { id: `${i}`, counts };
    });
    const [lower, upper] = summariseStand(stops).intervalPerM2!;
    const truth = trueStand(stand, LATER);
    if (lower <= truth && truth <= upper) covered += 1;
  }
  // 200 fields tell a share to ± 3 %: the bench has the rate itself.
  const rate = { what: 'covers', share: covered / 200, cases: 200 };
  expect(keeps({ ...rate, limit: { within: [0.93, 0.97] } }, 2), String(rate.share)).toBe(true);
});
