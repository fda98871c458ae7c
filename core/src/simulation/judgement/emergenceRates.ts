import {
  bootstrapEmergence,
  compareEmergence,
  emergenceInterval,
  finished,
  fitEmergence,
  poolLengths,
  type EmergenceDraws,
  type EmergenceGroup,
} from '../../emergence/index.ts';
import { seededRandom, type SeededRandom } from '../../stats/index.ts';
import { INCH_M } from '../../units/index.ts';
import { emergedInStretch } from '../readStand.ts';
import { simulateStand, type SimulatedStand } from '../simulateStand.ts';
import { simulateWeather } from '../simulateWeather.ts';
import { goodGround, goodUnit, ORDINARY } from '../world.ts';
import { rateOver, type Rate } from './rate.ts';

const ROWS = 12;
const TAPE_M = 17.424 * 12 * INCH_M;
const PASS_M = 300;
const PASSES = 4;

interface Spring {
  random: SeededRandom;
  stand: SimulatedStand;
  /** Hours at which the plants of the field came, sorted. */
  up: number[];
  /** Visits, h after planting. */
  visits: number[];
}

/** A field of corn in a spring of its own; row 4 deeper by so many inches. */
function spring(seed: number, { deeperIn = 0 } = {}): Spring {
  const random = seededRandom(seed * 7919 + 17);
  const weather = simulateWeather(
    { days: 45, meanC: 13 + 2 * random.uniform(), risePerDayC: 0.15 },
    seed * 31 + 5,
  );
  const units = Array.from({ length: ROWS }, (_, i) =>
    goodUnit((2 + (i === 3 ? deeperIn : 0)) * INCH_M),
  );
  const stand = simulateStand(
    {
      crop: 'corn',
      planter: { units, rowWidthM: 30 * INCH_M, cells: 24 },
      seedLot: { germination: 0.95, vigour: 0.8 },
      seedsPerM2: 7.9,
      passLengthM: PASS_M,
      passes: PASSES,
      zones: [{ ...goodGround(0, PASS_M), dryLayerM: 0.03 }],
      weather,
      rough: ORDINARY,
    },
    seed,
  );
  const up = [...stand.emergedAtH.slice(0, stand.entries)]
    .filter(Number.isFinite)
    .sort((a, b) => a - b);
  // The first visit falls about when a tenth is up, a day sooner or later as the week has it.
  const first = up[Math.floor(0.1 * up.length)]! + 24 * (1.5 * random.uniform() - 0.25);
  return { random, stand, up, visits: [first, first + 48, first + 96] };
}

/** Lengths of every row at so many places; rows of one place lie side by side. */
function flagged({ random, stand, visits }: Spring, places: number): EmergenceGroup[] {
  const at = Array.from({ length: places }, () => ({
    pass: random.below(PASSES),
    fromM: 15 + (PASS_M - 30 - TAPE_M) * random.uniform(),
  }));
  return Array.from({ length: ROWS }, (_, i) => ({
    name: `Row ${i + 1}`,
    lengths: at.map(({ pass, fromM }, place) => {
      const stretch = { pass, row: i + 1, fromM, toM: fromM + TAPE_M };
      const { sown, emerged } = emergedInStretch(stand, stretch, visits);
      return {
        id: `${i + 1} ${place}`,
        sown: Math.max(1, sown),
        rounds: visits.map((hours, k) => ({ round: String(k), hours, emerged: emerged[k]! })),
      };
    }),
  }));
}

const drawn = (groups: EmergenceGroup[], draws: number, random: SeededRandom): EmergenceDraws[] =>
  finished(bootstrapEmergence(groups, { draws, random }));

/**
 * Error rates of what is said of emergence, over simulated fields of 12 rows with a length in each and three
 * visits two days apart.
 *
 * @param seed of the simulation; none that a figure was tuned on
 * @param runs fields behind each rate; the rows' rates take half of them
 */
export function emergenceRates({ seed, runs }: { seed: number; runs: number }): Rate[] {
  const near: number[] = [];
  const half: number[] = [];
  const final: number[] = [];
  for (let field = 0; field < runs; field++) {
    const one = spring(seed + field);
    // Each row at a place of its own.
    const lengths = Array.from({ length: ROWS }, (_, row) => flagged(one, 1)[row]!.lengths[0]!);
    const pool = poolLengths(lengths);
    const visits = pool.hours.map((hours, i) => ({ hours, emerged: pool.emerged[i]! }));
    const { t50H } = fitEmergence(visits, { sown: pool.sown });
    const [draws] = drawn([{ name: 'all', lengths }], 400, one.random);
    if (!draws) continue;
    const { entries, depthM } = one.stand;
    const seeds = depthM.slice(0, entries).filter((depth) => !Number.isNaN(depth)).length;
    const share = emergenceInterval(draws, 'finalShare');
    const truth = one.up.length / seeds;
    final.push(Number(share.lower <= truth && truth <= share.upper));
    // Where no curve can be told no time is, and there is none to be wrong about.
    if (t50H === null) continue;
    const middle = one.up[one.up.length >> 1]!;
    near.push(Number(Math.abs(t50H - middle) <= 6));
    const interval = emergenceInterval(draws, 't50H', 0.9);
    half.push(Number(interval.lower <= middle && middle <= interval.upper));
  }
  const rates = [
    rateOver('emergence: half up, within 6 h of the truth (half of the fields wanted)', near, {
      atLeast: 0.5,
    }),
    // Never narrower than plants coming up by day leave it: in a smooth world that is more than 90 %.
    rateOver('emergence: 90 % interval of half up holds it', half, { atLeast: 0.85 }),
    rateOver('emergence: 95 % interval of the final share holds it', final, {
      within: [0.92, 0.98],
    }),
  ];
  for (const places of [1, 3]) {
    const accused: number[] = [];
    const found: number[] = [];
    for (let field = 0; field < Math.ceil(runs / 2); field++) {
      const even = spring(seed + 50_000 + field);
      const told = compareEmergence(drawn(flagged(even, places), 200, even.random));
      accused.push(Number(told.some(({ verdict }) => verdict !== 'not told apart')));
      const deep = spring(seed + 90_000 + field, { deeperIn: 1 });
      const late = compareEmergence(drawn(flagged(deep, places), 200, deep.random));
      found.push(Number(late.find(({ name }) => name === 'Row 4')?.verdict === 'later'));
    }
    const of = `${places} ${places === 1 ? 'length' : 'lengths'} a row`;
    rates.push(
      rateOver(`emergence, ${of}: a row like the others called late or early, fields`, accused, {
        atMost: 0.05,
      }),
    );
    rates.push(
      rateOver(`emergence, ${of}: a row an inch deeper called late`, found, {
        atLeast: places === 1 ? 0.3 : 0.8,
      }),
    );
  }
  return rates;
}
