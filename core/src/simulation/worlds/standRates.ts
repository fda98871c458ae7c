import { compareRowStands, summariseStand } from '../../stand/index.ts';
import { overWorlds, type GridRate } from './grid.ts';
import { countedWalk, STAND_WORLD, type CountedWalk, type StandWorld } from './standWorlds.ts';

/** A tenth to a quarter of the field at 40 to 70 % of its stand; one row, or all of twelve, counted at 5 to 15 stops. */
const BAD_PARTS: StandWorld[] = [1, 12].flatMap((rows) =>
  [5, 6, 8, 10, 12, 15].flatMap((stops) =>
    [0.1, 0.175, 0.25].flatMap((ofField) =>
      [0.4, 0.55, 0.7].map((stand) => ({
        ...STAND_WORLD,
        name: `${rows === 1 ? 'one row' : '12 rows'} at ${stops} stops, ${100 * ofField} % of the field at ${100 * stand} %`,
        rows,
        stops,
        late: 0,
        bad: { ofField, stand },
      })),
    ),
  ),
);

/** One or two of twelve rows thin, one row counted a stop: which one is by chance. */
const BAD_ROWS: StandWorld[] = [5, 6, 8, 10, 12, 15].flatMap((stops) =>
  [1, 2].flatMap((rows) =>
    [0.4, 0.55, 0.7].map((stand) => ({
      ...STAND_WORLD,
      name: `${rows} of 12 rows at ${100 * stand} %, one row at ${stops} stops`,
      rows: 1,
      stops,
      late: 0,
      bad: { ofField: rows / 12, stand },
    })),
  ),
);

/** Two or three people who count a few per cent differently. */
const OBSERVERS: StandWorld[] = [2, 3].flatMap((people) =>
  [5, 8, 12].flatMap((stops) =>
    (['stop', 'rows'] as const).flatMap((by) =>
      [0.02, 0.03, 0.04].map((plantsSd) => ({
        ...STAND_WORLD,
        name: `${people} people in turns of ${by}, ${100 * plantsSd} % apart, ${stops} stops`,
        stops,
        late: 0.06,
        observers: { people, by, plantsSd, lateSd: 0.25 },
      })),
    ),
  ),
);

const WRONG = 0.05;
/** As a stand walk gives it where one row is counted a stop; see readWalkStand. */
const ONE_ROW = { stand: { cv: 0.14, df: 3 } };

const isWrong = ({ meanPerM2 }: { meanPerM2: number }, { truePerM2 }: CountedWalk) =>
  Math.abs(meanPerM2 / truePerM2 - 1) > WRONG;

/** The stand of walks over fields with a bad part, bad rows or several people. */
export const standWorldRates = (of: { seed: number; runs: number }): GridRate[] => [
  overWorlds(
    'stand walk: called enough and wrong by over 5 %, part of the field thin',
    BAD_PARTS,
    { atMost: 0.1 },
    of,
    (world, random) => {
      const walk = countedWalk(world, random);
      const found = summariseStand(walk.stops);
      return Number(found.enough(WRONG) && isWrong(found, walk));
    },
  ),
  overWorlds(
    '… where a stop lay in the thin part',
    BAD_PARTS,
    { atMost: 0.1, worst: 0.15 },
    { ...of, seed: of.seed + 1 },
    (world, random) => {
      const walk = countedWalk(world, random);
      if (walk.inBad === 0) return null;
      const found = summariseStand(walk.stops);
      return Number(found.enough(WRONG) && isWrong(found, walk));
    },
  ),
  overWorlds(
    'stand walk: interval covers the stand, one or two rows thin and one row counted a stop',
    BAD_ROWS,
    { atLeast: 0.9 },
    { ...of, seed: of.seed + 2 },
    (world, random) => {
      const walk = countedWalk(world, random);
      const [lower, upper] = summariseStand(walk.stops, { usual: ONE_ROW }).intervalPerM2!;
      return Number(lower <= walk.truePerM2 && walk.truePerM2 <= upper);
    },
  ),
  overWorlds(
    'stand walk: a thin part larger than the sentence rules out was missed',
    BAD_PARTS,
    { atMost: 0.05 },
    { ...of, seed: of.seed + 3 },
    (world, random) => {
      const walk = countedWalk(world, random);
      return Number(walk.inBad === 0 && world.bad!.ofField > 1 - 0.05 ** (1 / world.stops));
    },
  ),
  overWorlds(
    'stand walk: interval covers the stand, several people counting',
    OBSERVERS,
    { atLeast: 0.92, worst: 0.88 },
    { ...of, seed: of.seed + 4 },
    (world, random) => {
      const walk = countedWalk(world, random);
      const [lower, upper] = summariseStand(walk.stops).intervalPerM2!;
      return Number(lower <= walk.truePerM2 && walk.truePerM2 <= upper);
    },
  ),
  overWorlds(
    'stand walk: a row of a sound planter named, several people counting',
    OBSERVERS,
    { atMost: 0.05, worst: 0.1 },
    { ...of, seed: of.seed + 5 },
    (world, random) => {
      const { thin, thick, late } = compareRowStands(countedWalk(world, random).stops, {
        sowing: 'singulated',
      });
      return Number(thin.length + thick.length + late.length > 0);
    },
  ),
];
