import { compareRowStands, summariseStand, USUAL_CV_FEW_ROWS } from '../../stand/index.ts';
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
/** Whether a walk is called enough although its mean is wrong. */
function enoughAndWrong({ stops, truePerM2 }: CountedWalk): boolean {
  const { meanPerM2, enough } = summariseStand(stops);
  return enough(WRONG) && Math.abs(meanPerM2 / truePerM2 - 1) > WRONG;
}

function covers(
  { stops, truePerM2 }: CountedWalk,
  options: Parameters<typeof summariseStand>[1] = {},
): boolean {
  const [lower, upper] = summariseStand(stops, options).intervalPerM2!;
  return lower <= truePerM2 && truePerM2 <= upper;
}

/** The stand of walks over fields with a bad part, bad rows or several people. */
export const standWorldRates = (of: { seed: number; runs: number }): GridRate[] => [
  overWorlds(
    'stand walk: called enough and wrong by over 5 %, part of the field thin',
    BAD_PARTS,
    { atMost: 0.1 },
    of,
    (world, random) => Number(enoughAndWrong(countedWalk(world, random))),
  ),
  overWorlds(
    '… where a stop lay in the thin part',
    BAD_PARTS,
    { atMost: 0.1, worst: 0.15 },
    { ...of, seed: of.seed + 1 },
    (world, random) => {
      const walk = countedWalk(world, random);
      return walk.inBad === 0 ? null : Number(enoughAndWrong(walk));
    },
  ),
  overWorlds(
    'stand walk: interval covers the stand, one or two rows thin and one row counted a stop',
    BAD_ROWS,
    { atLeast: 0.9 },
    { ...of, seed: of.seed + 2 },
    (world, random) =>
      Number(covers(countedWalk(world, random), { usual: { stand: USUAL_CV_FEW_ROWS } })),
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
    (world, random) => Number(covers(countedWalk(world, random))),
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
