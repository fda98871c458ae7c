import { analyseRowDepths, isOff } from '../../depth/index.ts';
import { rowsThatAreLate, rowsThatStandOut, standByRow, type RowStand } from '../../stand/index.ts';
import { seededRandom } from '../../stats/index.ts';
import { INCH_M } from '../../units/index.ts';
import { digRow } from '../digRow.ts';
import { countStop } from '../readStand.ts';
import { simulateStand } from '../simulateStand.ts';
import { simulateWeather } from '../simulateWeather.ts';
import {
  goodGround,
  goodUnit,
  ORDINARY,
  ROUGH,
  type Scenario,
  type SimulatedUnit,
} from '../world.ts';
import { rateOver, type Rate } from './rate.ts';

const ROWS = 12;
const TARGET = { targetM: 2 * INCH_M, toleranceM: 0.25 * INCH_M, stepM: 0.25 * INCH_M };
const READ = { errorSdM: INCH_M / 16, stepM: INCH_M / 8 };
/** Of a row's seeds as they are read, ¼ in all told. */
const SEED_SD_M = Math.sqrt((INCH_M / 4) ** 2 - READ.errorSdM ** 2);
const WEATHER = simulateWeather({ days: 45, meanC: 14, risePerDayC: 0.15 }, 51);

const GROUNDS = [
  ['ordinary ground', ORDINARY],
  ['rough ground', ROUGH],
] as const;

/**
 * The same judgements where neighbouring seeds share the bounce of their unit, rows sit a little otherwise
 * in each pass, some passes run in tracks, crusts and cold slow what they do not kill, and the digger errs.
 * Limits are those of the kind world where they hold there as well; where they do not, what is said of it
 * in docs/methods.md.
 *
 * @param seed of the simulation; none that a figure was tuned on; @param runs cases behind each rate
 */
export function roughRates({ seed, runs }: { seed: number; runs: number }): Rate[] {
  return GROUNDS.flatMap(([ground, rough], i) => {
    const random = seededRandom(seed + i);
    const field = (units: SimulatedUnit[], change: Partial<Scenario>) =>
      simulateStand(
        {
          crop: 'corn',
          planter: { units, rowWidthM: 0.762, cells: 24 },
          seedLot: { germination: 0.95, vigour: 0.85 },
          seedsPerM2: 7.9,
          passLengthM: 24,
          passes: 1,
          zones: [goodGround(0, change.passLengthM ?? 24)],
          weather: WEATHER,
          rough,
          ...change,
        },
        random.below(2 ** 31),
      );
    /** A check of a planter with its first row so far off, in; each row at so many spots. */
    const check = (offIn: number, spots: number, seeds: number) => {
      const units = Array.from({ length: ROWS }, (_, row) => ({
        ...goodUnit((2 + (row === 0 ? offIn : 0)) * INCH_M),
        depthSdM: SEED_SD_M,
      }));
      const stand = field(units, {});
      return analyseRowDepths(
        units.flatMap((_, row) =>
          Array.from({ length: spots }, (_, spot) =>
            digRow(stand, { pass: 0, row: row + 1, fromM: 1 + 8 * spot }, seeds, {
              random,
              ...READ,
            }).map(({ depthM }) => ({ row: row + 1, depthM })),
          ).flat(),
        ),
        TARGET,
      ).rows;
    };
    const many = (what: string, limit: Rate['limit'], once: () => number | null) =>
      rateOver(
        `${ground}, ${ROWS} rows${what}`,
        Array.from({ length: runs }, once).filter((one) => one !== null),
        limit,
      );
    const accused = (spots: number, seeds: number) => () =>
      Number(check(0, spots, seeds).some(({ verdict }) => isOff(verdict)));
    /** Stage counts of a walk of six stops, each in a pass that comes. */
    const walk = (third: Partial<SimulatedUnit>): RowStand[] => {
      const units = Array.from({ length: ROWS }, (_, row) => ({
        ...goodUnit(2 * INCH_M),
        ...(row === 2 ? third : {}),
      }));
      const stand = field(units, {
        passLengthM: 60,
        passes: 6,
        zones: [
          { ...goodGround(0, 25), crustShare: 0.1 },
          { ...goodGround(25, 60), coldInjuryShare: 0.05 },
        ],
      });
      return standByRow(
        Array.from({ length: 6 }, () => {
          const fromM = 54 * random.uniform();
          const pass = random.below(6);
          return countStop(stand, { pass, fromM, lengthM: 5.31, atH: 26 * 24 });
        }),
      );
    };
    const inTracks = (row: number) => rough.tracks.rows.includes(row);
    const named = (rows: RowStand[]) => [
      ...rowsThatStandOut(rows).map(({ row }) => row),
      ...rowsThatAreLate(rows).map(({ row }) => row),
    ];
    return [
      many(
        ' × 5 neighbouring seeds: a row on target called off (planters)',
        { atMost: i ? 0.2 : 0.1 },
        accused(1, 5),
      ),
      many(
        ' × 3 seeds at each of two spots: a row on target called off (planters)',
        { atMost: i ? 0.12 : 0.06 },
        accused(2, 3),
      ),
      many(' × 5 seeds: ½ in off is found', { atLeast: 0.75 }, () =>
        Number(check(-0.5, 1, 5)[0]!.verdict === 'shallow'),
      ),
      many(' × 5 seeds: ¾ in off is found', { atLeast: 0.98 }, () =>
        Number(check(0.75, 1, 5)[0]!.verdict === 'deep'),
      ),
      many(
        ' × 5 seeds: one row ½ in shallow: its correction within one step, when called',
        { atLeast: 0.97 },
        () => {
          const [row] = check(-0.5, 1, 5);
          const steps = Math.round((row!.correctionM - 0.5 * INCH_M) / TARGET.stepM);
          return isOff(row!.verdict) ? Number(Math.abs(steps) <= 1) : null;
        },
      ),
      many(
        ', 6 stops: a row of a faultless planter named, out of the tracks',
        { atMost: 0.08 },
        () => Number(named(walk({})).some((row) => !inTracks(row))),
      ),
      many(
        ', 6 stops: a row named that runs in tracks in one pass of six',
        { atMost: i ? 0.2 : 0.1 },
        () => Number(named(walk({})).some(inTracks)),
      ),
      many(', 6 stops: a row 15 % short is named', { atLeast: 0.85 }, () =>
        Number(named(walk({ skipRate: 0.16 })).includes(3)),
      ),
    ];
  });
}
