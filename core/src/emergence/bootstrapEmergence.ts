import { requireSome, requireWhole } from '../arguments/index.ts';
import type { SeededRandom } from '../stats/index.ts';
import { timesOf } from './fitEmergence.ts';
import { maximiseLogistic, type SteepnessPrior } from './maximiseLogistic.ts';
import { poolLengths, type FlaggedCounts } from './poolLengths.ts';

/** Lengths that are judged together: a row's, a zone's, a treatment's. */
export interface EmergenceGroup {
  name: string;
  lengths: readonly FlaggedCounts[];
}

/** Times and final shares of a group, one of each draw, with what intervals need to know of the visits. */
export interface EmergenceDraws {
  name: string;
  lengths: number;
  /** Of the visits, h since planting. */
  hours: number[];
  /** Share of the seeds up at the last visit. */
  upShare: number;
  t10H: Float64Array;
  t50H: Float64Array;
  t90H: Float64Array;
  finalShare: Float64Array;
}

/**
 * Steepness where a draw leaves it open: T10 to T90 about a quarter of the time to T50. A default of this app;
 * it only keeps a draw from running away.
 */
export const STEEPNESS: SteepnessPrior = { centre: Math.log(18), sd: 0.7 };
/** From so many lengths on, how they differ shows all; of fewer, their plants are drawn anew instead. */
export const ENOUGH_LENGTHS = 5;

/**
 * Refits each group to lengths drawn anew from its own (bootstrap), so that how lengths differ, and not the
 * plants alone, makes the intervals. Too few lengths stand for themselves: their plants are drawn, and what
 * places differ by is taken as usual (see `placeSdH`).
 *
 * Yields the share that is done every few draws, so that whoever runs it can show progress and stop.
 *
 * @returns for each group with plants seen in it, in the order given
 * @example const run = bootstrapEmergence(groups, { draws: 2000, random: seededRandom(1) })
 */
export function bootstrapEmergence(
  groups: readonly EmergenceGroup[],
  { draws, random }: { draws: number; random: SeededRandom },
): Generator<number, EmergenceDraws[]> {
  requireSome('groups', groups);
  requireWhole('draws', draws, 1);
  const ready = groups.flatMap(({ name, lengths }) => {
    const pool = poolLengths(lengths);
    const up = pool.emerged.at(-1) ?? 0;
    if (up === 0) return [];
    const cells = pool.used.map((id) => {
      const one = lengths.find((length) => length.id === id)!;
      let before = 0;
      const fresh = pool.rounds.map((round) => {
        const { emerged } = one.rounds.find((seen) => seen.round === round)!;
        const more = Math.max(0, emerged - before);
        before = Math.max(before, emerged);
        return more;
      });
      return Float64Array.from([...fresh, Math.max(0, one.sown - before)]);
    });
    const column = () => new Float64Array(draws);
    return [
      {
        cells,
        hours: pool.hours,
        into: {
          name,
          lengths: cells.length,
          hours: pool.hours,
          upShare: up / pool.sown,
          t10H: column(),
          t50H: column(),
          t90H: column(),
          finalShare: column(),
        } satisfies EmergenceDraws,
      },
    ];
  });
  return refits(ready, draws, random);
}

type Ready = { cells: Float64Array[]; hours: number[]; into: EmergenceDraws }[];

function* refits(
  ready: Ready,
  draws: number,
  random: SeededRandom,
): Generator<number, EmergenceDraws[]> {
  const often = Math.max(1, Math.round(draws / 50));
  for (let draw = 0; draw < draws; draw++) {
    for (const { cells, hours, into } of ready) {
      const sum = drawCounts(cells, random);
      const never = sum[hours.length]!;
      const { curve } = maximiseLogistic(hours, sum.subarray(0, hours.length), never, STEEPNESS);
      const times = timesOf(curve);
      into.t10H[draw] = times.t10H;
      into.t50H[draw] = times.t50H;
      into.t90H[draw] = times.t90H;
      into.finalShare[draw] = times.finalShare;
    }
    if ((draw + 1) % often === 0) yield (draw + 1) / draws;
  }
  return ready.map(({ into }) => into);
}

/** Lengths drawn anew and added up; drawn again in the rare case that none of them has a plant. */
function drawCounts(lengths: readonly Float64Array[], random: SeededRandom): Float64Array {
  const width = lengths[0]!.length;
  const sum = new Float64Array(width);
  for (let attempt = 0; ; attempt++) {
    sum.fill(0);
    for (let i = 0; i < lengths.length; i++) {
      if (lengths.length < ENOUGH_LENGTHS && attempt < 20) addPlantsDrawn(sum, lengths[i]!, random);
      else {
        const cells = attempt < 20 ? lengths[random.below(lengths.length)]! : lengths[i]!;
        for (let c = 0; c < width; c++) sum[c]! += cells[c]!;
      }
    }
    let up = 0;
    for (let c = 0; c < width - 1; c++) up += sum[c]!;
    if (up > 0) return sum;
  }
}

/** As many seeds as a length has, each with the fate of one of them. */
function addPlantsDrawn(into: Float64Array, cells: Float64Array, random: SeededRandom): void {
  let total = 0;
  for (let c = 0; c < cells.length; c++) total += cells[c]!;
  const seeds = Math.round(total);
  for (let s = 0; s < seeds; s++) {
    let at = random.uniform() * total;
    let c = 0;
    while (c < cells.length - 1 && at >= cells[c]!) at -= cells[c++]!;
    into[c]! += 1;
  }
}
