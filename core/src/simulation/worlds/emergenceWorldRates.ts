import {
  bootstrapEmergence,
  emergenceInterval,
  finished,
  type FlaggedCounts,
} from '../../emergence/index.ts';
import { seededRandom, type SeededRandom } from '../../stats/index.ts';
import { overWorlds, type GridRate } from './grid.ts';

/** How plants come up, and who counts them when. */
interface EmergenceWorld {
  name: string;
  lengths: number;
  /** Seeds in each length. */
  seeds: number;
  /** Days between visits. */
  every: number;
  /** Plants come up at any hour, or in the warm hours of the day alone. */
  flushes: boolean;
  /** Shape of the times: even about the middle, or with a long tail of late ones. */
  tail: 'even' | 'long';
  /** People who count in turns; they differ in when they call a plant up, SD in h. */
  people: number;
  peopleSdH: number;
}

const WORLDS: EmergenceWorld[] = [2, 3, 4].flatMap((every) =>
  [false, true].flatMap((flushes) =>
    (['even', 'long'] as const).flatMap((tail) =>
      [6, 12].map((lengths) => ({
        name: `${lengths} lengths, visits every ${every} days, ${flushes ? 'flushes by day' : 'at any hour'}, ${tail === 'long' ? 'long tail' : 'no tail'}`,
        lengths,
        seeds: 32,
        every,
        flushes,
        tail,
        people: 1,
        peopleSdH: 0,
      })),
    ),
  ),
);
const TWO_PEOPLE = WORLDS.map((world) => ({
  ...world,
  name: `${world.name}, two people`,
  people: 2,
  peopleSdH: 8,
}));

/** The hour at which a plant comes up: about a day and a half of spread, in flushes only between 10 and 18 o'clock. */
function upAt(world: EmergenceWorld, middleH: number, random: SeededRandom): number {
  const late =
    world.tail === 'long' && random.uniform() < 0.2 ? -30 * Math.log(random.uniform()) : 0;
  const ready = middleH + 16 * random.normal() + late;
  if (!world.flushes) return ready;
  // Hours count from noon: the warm hours are from 22 to 6 of that clock.
  const hour = ((ready % 24) + 24) % 24;
  return hour <= 6 || hour >= 22 ? ready : ready + (22 - hour) + 2 * random.uniform();
}

interface Seen {
  lengths: FlaggedCounts[];
  t50H: number;
  t90H: number;
}

function seen(world: EmergenceWorld, random: SeededRandom): Seen {
  const middleH = 220 + 60 * random.uniform();
  const people = Array.from({ length: world.people }, () => world.peopleSdH * random.normal());
  // What is true of the field: many plants of the same kind.
  const field = Array.from({ length: 4000 }, () => upAt(world, middleH, random)).sort(
    (a, b) => a - b,
  );
  const first = field[400]! + 24 * (1.5 * random.uniform() - 0.25);
  const visits = Array.from(
    { length: Math.max(3, Math.ceil(8 / world.every)) },
    (_, k) => first + 24 * world.every * k,
  );
  const lengths = Array.from({ length: world.lengths }, (_, l): FlaggedCounts => {
    const shift = people[l % people.length]!;
    const place = 3 * random.normal();
    const times = Array.from({ length: world.seeds }, () =>
      random.uniform() < 0.9 ? upAt(world, middleH, random) + place + shift : Infinity,
    );
    return {
      id: `${l}`,
      sown: world.seeds,
      rounds: visits.map((hours, k) => ({
        round: `${k}`,
        hours,
        emerged: times.filter((time) => time <= hours).length,
      })),
    };
  });
  return { lengths, t50H: field[2000]!, t90H: field[3600]! };
}

function covers(world: EmergenceWorld, random: SeededRandom, what: 't50H' | 't90H'): number | null {
  const one = seen(world, random);
  const [draws] = finished(
    bootstrapEmergence([{ name: 'all', lengths: one.lengths }], {
      draws: 120,
      random: seededRandom(random.below(2 ** 31)),
    }),
  );
  if (!draws) return null;
  const { lower, upper } = emergenceInterval(draws, what, 0.95, { people: world.people });
  return Number(lower <= one[what] && one[what] <= upper);
}

/** Intervals of emergence times where plants do not come up along a logistic curve. */
export const emergenceWorldRates = (of: { seed: number; runs: number }): GridRate[] => [
  overWorlds(
    'emergence: 95 % interval of half up holds it',
    WORLDS,
    { atLeast: 0.85 },
    of,
    (world, random) => covers(world, random, 't50H'),
  ),
  overWorlds(
    'emergence: 95 % interval of nine in ten up holds it',
    WORLDS,
    { atLeast: 0.85 },
    { ...of, seed: of.seed + 1 },
    (world, random) => covers(world, random, 't90H'),
  ),
  overWorlds(
    'emergence: 95 % interval of half up holds it, two people counting',
    TWO_PEOPLE,
    { atLeast: 0.85 },
    { ...of, seed: of.seed + 2 },
    (world, random) => covers(world, random, 't50H'),
  ),
];
