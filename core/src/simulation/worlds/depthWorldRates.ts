import { analyseRowDepths, isOff, type DepthReading } from '../../depth/index.ts';
import type { SeededRandom } from '../../stats/index.ts';
import { INCH_M } from '../../units/index.ts';
import { overWorlds, type GridRate } from './grid.ts';

/** A planter dug behind: what rows and places do to depths, beyond seeds that scatter. Lengths in inches. */
interface DepthWorld {
  name: string;
  rows: number;
  places: number;
  /** Seeds of a row at one place. */
  seeds: number;
  /** SD of seeds in a row; of loose rows twice that. */
  seedSd: number;
  loose: 'none' | 'half';
  /** SD of a row between places. */
  placeSd: number;
  /** SD of an error that all depths share, as of a gauge. */
  sharedSd: number;
}

const TARGET_IN = 2;
const AGAINST = { targetM: TARGET_IN * INCH_M, toleranceM: 0.25 * INCH_M, stepM: 0.25 * INCH_M };
const STEP_IN = 1 / 8;

function dig(
  world: DepthWorld,
  random: SeededRandom,
  off: Record<number, number> = {},
): DepthReading[] {
  const { rows, places, seeds, seedSd, loose, placeSd, sharedSd } = world;
  const shared = sharedSd * random.normal();
  return Array.from({ length: rows }, (_, r) => {
    const row = r + 1;
    const own = 0.04 * random.normal() + (off[row] ?? 0);
    const sd = seedSd * (loose === 'half' && row % 2 === 0 ? 2 : 1);
    return Array.from({ length: places }, (_, p) => {
      const here = own + placeSd * random.normal();
      return Array.from({ length: seeds }, () => {
        const depth = TARGET_IN + shared + here + sd * random.normal();
        return {
          row,
          place: `${p}`,
          depthM: Math.max(0, Math.round(depth / STEP_IN) * STEP_IN) * INCH_M,
        };
      });
    });
  }).flat(2);
}

const WORLDS: DepthWorld[] = [8, 16].flatMap((rows) =>
  [1, 2, 4].flatMap((places) =>
    [3, 6].flatMap((seeds) =>
      (['none', 'half'] as const).flatMap((loose) =>
        [0.05, 0.12, 0.2].map((placeSd) => ({
          name: `${rows} rows, ${seeds} seeds at ${places} ${places === 1 ? 'place' : 'places'}, ${loose === 'half' ? 'half the rows loose' : 'rows alike'}, ${placeSd} in between places`,
          rows,
          places,
          seeds,
          seedSd: 0.18,
          loose,
          placeSd,
          sharedSd: 0,
        })),
      ),
    ),
  ),
);
const EIGHT = WORLDS.filter(({ rows }) => rows === 8);
const BY_GAUGE = EIGHT.map((world) => ({
  ...world,
  name: `${world.name}, by gauge`,
  sharedSd: 0.12,
}));

const anyOff = (readings: DepthReading[], sharedErrorM = 0) =>
  Number(
    analyseRowDepths(readings, { ...AGAINST, sharedErrorM }).rows.some(({ verdict }) =>
      isOff(verdict),
    ),
  );

/** Rows called off their depth by a trench check at one place or several. */
export const depthWorldRates = (of: { seed: number; runs: number }): GridRate[] => [
  overWorlds(
    'trench check: a planter with a sound row accused',
    WORLDS,
    { atMost: 0.05, worst: 0.12 },
    of,
    (world, random) => anyOff(dig(world, random)),
  ),
  overWorlds(
    'trench check: a sound row accused, depths read with a gauge that is off',
    BY_GAUGE,
    { atMost: 0.05, worst: 0.12 },
    { ...of, seed: of.seed + 1 },
    (world, random) => anyOff(dig(world, random), 1.96 * 0.12 * INCH_M),
  ),
  overWorlds(
    'trench check: a row 1 in shallow is called from one place',
    EIGHT.filter(({ places, loose, seeds }) => places === 1 && loose === 'none' && seeds === 6),
    { atLeast: 0.8 },
    { ...of, seed: of.seed + 2 },
    (world, random) =>
      Number(isOff(analyseRowDepths(dig(world, random, { 4: -1 }), AGAINST).rows[3]!.verdict)),
  ),
  overWorlds(
    'trench check: a row ½ in shallow is called from four places',
    EIGHT.filter(({ places, loose }) => places === 4 && loose === 'none'),
    { atLeast: 0.75 },
    { ...of, seed: of.seed + 3 },
    (world, random) =>
      Number(isOff(analyseRowDepths(dig(world, random, { 4: -0.5 }), AGAINST).rows[3]!.verdict)),
  ),
  overWorlds(
    'trench check: as many more digs as were said settle an undecided row',
    EIGHT.filter(({ places, seeds }) => places === 2 && seeds === 3),
    { atLeast: 0.7 },
    { ...of, seed: of.seed + 4 },
    (world, random) => settles(world, random),
  ),
];

/** Whether more digs settle row 4, which is off by an amount near the edge of the tolerance; null where they were said otherwise. */
function settles(world: DepthWorld, random: SeededRandom): number | null {
  const offIn = -0.05 - 0.45 * random.uniform();
  // The digs to come each lie a few steps on, at a place of their own.
  const rowOff = { 4: offIn };
  const now = dig(world, random, rowOff);
  const first = analyseRowDepths(now, AGAINST).rows[3]!;
  if (first.verdict !== 'undecided' || first.needsPlaces) return null;
  const { moreDigs } = first;
  if (!Array.isArray(moreDigs)) return null;
  const [, more] = moreDigs;
  const sd = world.seedSd * (world.loose === 'half' ? 2 : 1);
  const trueIn = TARGET_IN + offIn;
  const added = Array.from({ length: more }, (_, i): DepthReading => {
    const depth = trueIn + Math.hypot(world.placeSd, sd) * random.normal();
    return {
      row: 4,
      place: `more ${i}`,
      depthM: Math.max(0, Math.round(depth / STEP_IN) * STEP_IN) * INCH_M,
    };
  });
  const after = analyseRowDepths([...now, ...added], AGAINST).rows[3]!;
  return Number(after.verdict !== 'undecided');
}
