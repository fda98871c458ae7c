import {
  rowsThatAreLate,
  rowsThatStandOut,
  standByRow,
  summariseStand,
  type RowStand,
  type StandSummary,
  type StopRows,
} from '../../stand/index.ts';
import { seededRandom, type SeededRandom } from '../../stats/index.ts';
import { rateOver, type Rate } from './rate.ts';

/** Slots on the tape of one row at one stop: 1/1000 acre at 32,000 seeds. */
export const SLOTS = 32;
export const LENGTH_M = 5.31;
export const ROW_M = 0.762;

interface Field {
  rows: number;
  stops: number;
  /** A drill puts seeds anywhere: as many as chance brings, not one a slot. */
  drilled?: boolean;
  /** Share of slots with a plant where a stop lies, and of its plants that are behind. */
  ground(random: SeededRandom): { alive: number; behind: number };
  /** Share of its sisters' stand that a row has. */
  row?(row: number): number;
}

const evenGround = () => ({ alive: 0.9, behind: 0.05 });
/** Good and bad places, for stand and for lateness. */
const patchyGround = (random: SeededRandom) => ({
  alive: random.uniform() < 0.25 ? 0.5 + 0.3 * random.uniform() : 0.9,
  behind: random.uniform() < 0.3 ? 0.1 + 0.5 * random.uniform() : 0.04,
});

/** Counts at the stops of a walk, every row by itself. */
function walk(random: SeededRandom, { rows, stops, drilled, ground, row }: Field): StopRows[] {
  return Array.from({ length: stops }, () => {
    const { alive, behind } = ground(random);
    return Array.from({ length: rows }, (_, i) => {
      const share = alive * (row?.(i + 1) ?? 1);
      let plants = 0;
      const trials = drilled ? 10 * SLOTS : SLOTS;
      for (let slot = 0; slot < trials; slot++)
        if (random.uniform() < (drilled ? share / 10 : share)) plants += 1;
      let late = 0;
      for (let plant = 0; plant < plants; plant++) if (random.uniform() < behind) late += 1;
      return {
        row: i + 1,
        lengthM: LENGTH_M,
        rowWidthM: ROW_M,
        inStep: plants - late,
        oneBehind: late,
        twoBehind: 0,
      };
    });
  });
}

/**
 * Error rates of the stand judgement over simulated walks.
 *
 * @param seed of the simulation; none that a figure was tuned on; @param runs walks behind each rate
 */
export function standRates({ seed, runs }: { seed: number; runs: number }): Rate[] {
  const random = seededRandom(seed);
  const over = (
    what: string,
    limit: Rate['limit'],
    field: Field,
    count: (rows: RowStand[]) => boolean,
  ) =>
    rateOver(
      what,
      Array.from({ length: runs }, () =>
        Number(count(standByRow(walk(random, field), { drilled: field.drilled }))),
      ),
      limit,
    );
  const named = (rows: RowStand[]) => rowsThatStandOut(rows).length > 0;
  const late = (rows: RowStand[]) => rowsThatAreLate(rows).length > 0;
  const rates: Rate[] = [];
  for (const rows of [6, 12]) {
    for (const [ground, said] of [
      [evenGround, 'even'],
      [patchyGround, 'patchy'],
    ] as const)
      for (const drilled of [false, true]) {
        const of = `${rows} rows, 6 stops, ${drilled ? 'drilled' : 'singulated'}, ${said} ground`;
        const field = { rows, stops: 6, drilled, ground };
        rates.push(
          over(
            `${of}: a row of a faultless planter named thin, thick or late`,
            { atMost: 0.05 },
            field,
            (found) => named(found) || late(found),
          ),
        );
      }
    rates.push(
      over(
        `${rows} rows, 6 stops: a row 15 % short is named`,
        { atLeast: 0.9 },
        { rows, stops: 6, ground: evenGround, row: (row) => (row === 3 ? 0.85 : 1) },
        (found) => rowsThatStandOut(found).some(({ row, ratio }) => row === 3 && ratio < 1),
      ),
      over(
        `${rows} rows, 6 stops, patchy ground: a row 15 % short is named`,
        { atLeast: 0.75 },
        { rows, stops: 6, ground: patchyGround, row: (row) => (row === 3 ? 0.85 : 1) },
        (found) => rowsThatStandOut(found).some(({ row, ratio }) => row === 3 && ratio < 1),
      ),
      over(
        `${rows} rows, 6 stops: beside a row at a third, another is named`,
        { atMost: 0.05 },
        { rows, stops: 6, ground: evenGround, row: (row) => (row === 3 ? 0.33 : 1) },
        (found) => rowsThatStandOut(found).some(({ row }) => row !== 3),
      ),
    );
  }
  rates.push(...intervalRates(random, runs));
  return rates;
}

/** Where stops lie: even ground that differs a little, and ground of which a sixth stands at 40 %. */
const alike = (random: SeededRandom) => ({ alive: 0.88 + 0.03 * random.normal(), behind: 0 });
const sixthThin = (random: SeededRandom) => ({
  alive: (random.uniform() < 1 / 6 ? 0.4 : 1) * (0.88 + 0.03 * random.normal()),
  behind: 0,
});
const TRUE_EVEN = 0.88;
const TRUE_SIXTH = 0.88 * (5 / 6 + 0.4 / 6);
const perM2 = (alive: number) => (alive * SLOTS) / (LENGTH_M * ROW_M);

/** Coverage of the stand's interval, and whether the stops said to be needed are enough. */
function intervalRates(random: SeededRandom, runs: number): Rate[] {
  const stop = (ground: Field['ground'], rows: number, i: number) => ({
    id: String(i),
    counts: walk(random, { rows, stops: 1, ground })[0]!,
  });
  const walked = (ground: Field['ground'], rows: number, stops: number) =>
    summariseStand(Array.from({ length: stops }, (_, i) => stop(ground, rows, i)));
  const covers = ({ intervalPerM2 }: StandSummary, truth: number) =>
    Number(intervalPerM2![0] <= truth && truth <= intervalPerM2![1]);
  const over = (what: string, limit: Rate['limit'], times: number, once: () => number | null) =>
    rateOver(
      what,
      Array.from({ length: times }, once).filter((one) => one !== null),
      limit,
    );
  const many = 4 * runs;
  const rates = [3, 5, 8, 12].flatMap((stops) =>
    [1, 6].map((rows) =>
      over(
        `even ground, ${stops} stops of ${rows} ${rows === 1 ? 'row' : 'rows'}: the interval covers the true stand`,
        { within: [0.93, 0.97] },
        many,
        () => covers(walked(alike, rows, stops), perM2(TRUE_EVEN)),
      ),
    ),
  );
  /** Walks on until the app says enough, or the legs do. */
  const untilEnough = (ground: Field['ground'], rows: number) => {
    const stops = Array.from({ length: 3 }, (_, i) => stop(ground, rows, i));
    while (!summariseStand(stops).enough(0.05) && stops.length < 30)
      stops.push(stop(ground, rows, stops.length));
    return summariseStand(stops);
  };
  for (const rows of [1, 6])
    rates.push(
      over(
        `even ground, walked until it is enough, stops of ${rows} ${rows === 1 ? 'row' : 'rows'}: the interval covers`,
        { atLeast: 0.9 },
        many,
        () => covers(untilEnough(alike, rows), perM2(TRUE_EVEN)),
      ),
    );
  for (const stops of [12, 15])
    rates.push(
      over(
        `a sixth of the field at 40 %, ${stops} stops: covered, or said to be two fields`,
        { atLeast: 0.85 },
        many,
        () => {
          const found = walked(sixthThin, 6, stops);
          return found.twoFields ? 1 : covers(found, perM2(TRUE_SIXTH));
        },
      ),
    );
  rates.push(
    over('even ground, 8 stops: said to be two fields', { atMost: 0.02 }, many, () =>
      Number(walked(alike, 1, 8).twoFields !== null),
    ),
    over(
      'after 3 stops, the higher number of stops said is enough for ±5 %',
      { atLeast: 0.8 },
      runs,
      () => {
        const stops = Array.from({ length: 3 }, (_, i) => stop(alike, 1, i));
        const [, high] = summariseStand(stops).stopsRange(0.05)!;
        while (stops.length < high) stops.push(stop(alike, 1, stops.length));
        return Number(summariseStand(stops).enough(0.05));
      },
    ),
  );
  return rates;
}
