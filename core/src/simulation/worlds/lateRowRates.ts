import { compareRowStands } from '../../stand/index.ts';
import { overWorlds, type GridRate } from './grid.ts';
import { countedWalk, STAND_WORLD, type StandWorld } from './standWorlds.ts';

const MECHANISMS = ['nobody', 'stop', 'rowAtStop'] as const;

/** Faultless walks: 8 to 24 rows, 4 to 12 stops, 0.5 to 20 % late plants, 6 to 32 seeds counted in a row. */
export const SOUND_WALKS: StandWorld[] = [8, 12, 24].flatMap((rows) =>
  [4, 6, 12].flatMap((stops) =>
    [0.005, 0.01, 0.05, 0.2].flatMap((late) =>
      [6, 16, 32].map((seeds, i) => {
        const lateSharedBy = MECHANISMS[(i + stops) % MECHANISMS.length]!;
        return {
          ...STAND_WORLD,
          name: `${rows} rows, ${stops} stops, ${100 * late} % late, ${seeds} seeds, lateness shared by ${lateSharedBy}`,
          rows,
          stops,
          late,
          seeds,
          lateSharedBy,
        };
      }),
    ),
  ),
);

/** Walks in which one row has 12 to 30 % late plants and the others 1 to 3 %. */
const ONE_LATE_ROW: StandWorld[] = [8, 12, 24].flatMap((rows) =>
  [6, 12].flatMap((stops) =>
    [0.12, 0.2, 0.3].map((late, i) => ({
      ...STAND_WORLD,
      name: `${rows} rows, ${stops} stops, row 3 ${100 * late} % late`,
      rows,
      stops,
      late: [0.01, 0.02, 0.03][i]!,
      lateSharedBy: MECHANISMS[i]!,
      faults: { 3: { late } },
    })),
  ),
);

/** Rows called late: on sound walks, and where one is. */
export const lateRowRates = (of: { seed: number; runs: number }): GridRate[] => [
  overWorlds(
    'stand walk: a row of a sound planter called late',
    SOUND_WALKS,
    { atMost: 0.05, worst: 0.05 },
    of,
    (world, random) =>
      Number(
        compareRowStands(countedWalk(world, random).stops, { sowing: 'singulated' }).late.length >
          0,
      ),
  ),
  overWorlds(
    'stand walk: a row with 12 to 30 % late plants is called late',
    ONE_LATE_ROW,
    { atLeast: 0.95 },
    { ...of, seed: of.seed + 1 },
    (world, random) =>
      Number(
        compareRowStands(countedWalk(world, random).stops, { sowing: 'singulated' }).late.some(
          ({ row }) => row === 3,
        ),
      ),
  ),
];
