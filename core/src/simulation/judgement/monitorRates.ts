import { compareMonitor, droppedPopulation } from '../../planter/index.ts';
import { seededRandom } from '../../stats/index.ts';
import { targetSpacing } from '../../targets/index.ts';
import { digRow } from '../digRow.ts';
import { simulateStand } from '../simulateStand.ts';
import { simulateWeather } from '../simulateWeather.ts';
import { goodGround, goodUnit, ORDINARY } from '../world.ts';
import { rateOver, type Rate } from './rate.ts';

const ROWS = 12;
const ROW_WIDTH_M = 0.762;
const SEEDS_PER_M2 = 7.9;
const WEATHER = simulateWeather({ days: 3, meanC: 15, risePerDayC: 0 }, 1);

/**
 * Error rates of the monitor against the ground: twelve seeds dug a row, rows of the cab right but for one.
 *
 * @param seed of the simulation; none that a figure was tuned on; @param runs planters behind each rate
 */
export function monitorRates({ seed, runs }: { seed: number; runs: number }): Rate[] {
  const random = seededRandom(seed);
  const targetSpacingM = targetSpacing({ rowWidthM: ROW_WIDTH_M, populationPerM2: SEEDS_PER_M2 });
  const dug = () => {
    const units = Array.from({ length: ROWS }, () => ({
      ...goodUnit(0.05),
      skipRate: 0,
      doubleRate: 0,
    }));
    const stand = simulateStand(
      {
        crop: 'corn',
        planter: { units, rowWidthM: ROW_WIDTH_M, cells: 24 },
        seedLot: { germination: 1, vigour: 1 },
        seedsPerM2: SEEDS_PER_M2,
        passLengthM: 6,
        passes: 1,
        zones: [goodGround(0, 6)],
        weather: WEATHER,
        rough: ORDINARY,
      },
      random.below(2 ** 31),
    );
    return droppedPopulation(
      units.map((_, row) => {
        const seeds = digRow(stand, { pass: 0, row: row + 1, fromM: 1 }, 12);
        return {
          row: row + 1,
          gapsM: seeds
            .slice(1)
            .map(({ positionM }, i) => Math.max(0.001, positionM - seeds[i]!.positionM)),
        };
      }),
      { rowWidthM: ROW_WIDTH_M, targetSpacingM },
    );
  };
  /** The cab's figures: right, but for the third row. */
  const compared = (third: number) => {
    const figures = Array.from({ length: ROWS }, (_, row) => ({
      row: row + 1,
      perM2: SEEDS_PER_M2 * (row === 2 ? third : 1),
      singulation: null,
    }));
    return compareMonitor(figures, dug());
  };
  const over = (what: string, limit: Rate['limit'], once: () => boolean) =>
    rateOver(
      `monitor of ${ROWS} rows, ${what}`,
      Array.from({ length: runs }, () => Number(once())),
      limit,
    );
  const wrong = ({ rows }: ReturnType<typeof compared>, but: number) =>
    rows.some(({ row, verdict }) => row !== but && /reads|dead/.test(verdict));
  return [
    over(
      'one sensor a third too high: the machine still agrees',
      { atLeast: 0.9 },
      () => compared(1.33).machine!.verdict === 'agrees',
    ),
    over(
      'one sensor a third too high: that row is named',
      { atLeast: 0.9 },
      () => compared(1.33).rows[2]!.verdict === 'reads high',
    ),
    over('one sensor a third too high: another row is accused', { atMost: 0.05 }, () =>
      wrong(compared(1.33), 3),
    ),
    over('one dead sensor: said so, and the machine still agrees', { atLeast: 0.9 }, () => {
      const { rows, machine } = compared(0);
      return rows[2]!.verdict === 'dead' && machine!.verdict === 'agrees';
    }),
    over('all right: a row is accused', { atMost: 0.05 }, () => wrong(compared(1), 0)),
    over('the interval of the ground covers what was dropped', { within: [0.92, 0.98] }, () => {
      const [low, high] = dug().machine.intervalPerM2!;
      return low <= SEEDS_PER_M2 && SEEDS_PER_M2 <= high;
    }),
  ];
}
