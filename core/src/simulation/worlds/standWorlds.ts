import type { StopRows } from '../../stand/index.ts';
import type { SeededRandom } from '../../stats/index.ts';

/** What differs between walks over a field, beyond seeds that come up by chance. */
export interface StandWorld {
  name: string;
  rows: number;
  stops: number;
  /** Seeds dropped in the length counted of one row. */
  seeds: number;
  /** Share of them that stands in good ground. */
  stand: number;
  /** SD of that share between stops, as a share of it. */
  stopSd: number;
  /** Share of plants that are late. */
  late: number;
  /** Who shares lateness: nobody, all rows of a stop, or the plants of one row at one stop. */
  lateSharedBy: 'nobody' | 'stop' | 'rowAtStop';
  /** A part of the field that stands thinner. */
  bad?: { ofField: number; stand: number };
  /** People who count, in turns of whole stops or of halves of the rows, and how much their counts differ: SDs of the logarithm for plants and for late plants. */
  observers?: { people: number; by: 'stop' | 'rows'; plantsSd: number; lateSd: number };
  /** Rows with a fault: their stand and late share against the others. */
  faults?: Readonly<Record<number, { stand?: number; late?: number }>>;
}

export const STAND_WORLD: StandWorld = {
  name: '',
  rows: 12,
  stops: 6,
  seeds: 32,
  stand: 0.9,
  stopSd: 0.03,
  late: 0.05,
  lateSharedBy: 'nobody',
};

/** Beta draw with a mean and a correlation of those who share it. */
function beta(random: SeededRandom, mean: number, correlation: number): number {
  const size = 1 / correlation - 1;
  const x = gamma(random, Math.max(1e-6, mean * size));
  const y = gamma(random, Math.max(1e-6, (1 - mean) * size));
  return x + y === 0 ? mean : x / (x + y);
}

/** Gamma draw of unit scale (Marsaglia & Tsang 2000). */
function gamma(random: SeededRandom, shape: number): number {
  if (shape < 1) return gamma(random, shape + 1) * random.uniform() ** (1 / shape);
  const d = shape - 1 / 3;
  const c = 1 / Math.sqrt(9 * d);
  for (;;) {
    const z = random.normal();
    const v = (1 + c * z) ** 3;
    if (v > 0 && Math.log(random.uniform()) < z * z * 0.5 + d - d * v + d * Math.log(v))
      return d * v;
  }
}

const binomial = (random: SeededRandom, n: number, p: number): number => {
  let hits = 0;
  for (let i = 0; i < n; i++) if (random.uniform() < p) hits += 1;
  return hits;
};

/** How alike the lateness of plants is that share a stop, or a row at a stop. */
const SHARED_LATENESS = { stop: 0.15, rowAtStop: 0.03 };
export const WALK_ROW_M = 0.762;
const SEED_M = 0.166;

export interface CountedWalk {
  stops: { id: string; counts: StopRows }[];
  /** Plants per m² over the whole field. */
  truePerM2: number;
  /** How many stops lay in the bad part. */
  inBad: number;
}

/** A walk over a field of a world: at each stop every row, or one row, is counted. @example countedWalk({ ...STAND_WORLD, rows: 1 }, random).stops.length // 6 */
export function countedWalk(world: StandWorld, random: SeededRandom): CountedWalk {
  const { rows, seeds, stand, bad, observers, faults } = world;
  const lengthM = seeds * SEED_M;
  const people = Array.from({ length: observers?.people ?? 1 }, (_, i) => ({
    name: `person ${i}`,
    plants: Math.exp((observers?.plantsSd ?? 0) * random.normal()),
    late: Math.exp((observers?.lateSd ?? 0) * random.normal()),
  }));
  let inBad = 0;
  const stops = Array.from({ length: world.stops }, (_, s) => {
    const isBad = bad !== undefined && random.uniform() < bad.ofField;
    inBad += Number(isBad);
    const here = stand * (isBad ? bad.stand : 1) * (1 + world.stopSd * random.normal());
    const lateHere =
      world.lateSharedBy === 'stop' && world.late > 0
        ? beta(random, world.late, SHARED_LATENESS.stop)
        : world.late;
    const counts = Array.from({ length: rows }, (_, i) => {
      const row = i + 1;
      const person =
        people[
          observers?.by === 'rows' ? Math.floor((i * people.length) / rows) : s % people.length
        ]!;
      const fault = faults?.[row];
      const standing = binomial(
        random,
        seeds,
        Math.min(1, Math.max(0, here * (fault?.stand ?? 1))),
      );
      const seen = Math.min(
        seeds,
        Math.max(0, Math.floor(standing * person.plants + random.uniform())),
      );
      const lateMean = fault?.late ?? lateHere;
      const lateShare =
        world.lateSharedBy === 'rowAtStop' && lateMean > 0
          ? beta(random, lateMean, SHARED_LATENESS.rowAtStop)
          : lateMean;
      const late = binomial(random, seen, Math.min(1, lateShare * person.late));
      return {
        row,
        lengthM,
        rowWidthM: WALK_ROW_M,
        inStep: seen - late,
        oneBehind: late,
        ...(people.length > 1 ? { by: person.name } : {}),
      };
    });
    return { id: `${s}`, counts };
  });
  const share = bad ? 1 - bad.ofField + bad.ofField * bad.stand : 1;
  return { stops, truePerM2: (seeds * stand * share) / (lengthM * WALK_ROW_M), inBad };
}
