import { judgePlanterRows } from '../../planter/index.ts';
import {
  noCells,
  proveWork,
  rowFigures,
  type CardCells,
  type WorkProof,
} from '../../readings/index.ts';
import { findRepeatingGaps } from '../../spacing/index.ts';
import { mean, seededRandom, type SeededRandom } from '../../stats/index.ts';
import { INCH_M } from '../../units/index.ts';
import { digRow } from '../digRow.ts';
import { simulateStand } from '../simulateStand.ts';
import { simulateWeather } from '../simulateWeather.ts';
import { goodGround, goodUnit, ORDINARY } from '../world.ts';
import { rateOver, type Rate } from './rate.ts';

const ROWS = 12;
const TARGET_M = 2 * INCH_M;
const TOLERANCE_M = 0.25 * INCH_M;
const WEATHER = simulateWeather({ days: 3, meanC: 15, risePerDayC: 0 }, 1);

/** What a check of every row finds in one field, read as on one's knees: seeds at two spots of a pass. */
function check(
  random: SeededRandom,
  offM: readonly number[],
  { field, seeds }: { field: string; seeds: number },
): CardCells['depths'] {
  const stand = simulateStand(
    {
      crop: 'corn',
      planter: {
        units: offM.map((off) => goodUnit(TARGET_M + off)),
        rowWidthM: 0.762,
        cells: 24,
      },
      seedLot: { germination: 1, vigour: 1 },
      seedsPerM2: 7.9,
      passLengthM: 12,
      passes: 1,
      zones: [goodGround(0, 12)],
      weather: WEATHER,
      rough: ORDINARY,
    },
    random.below(2 ** 31),
  );
  const read = { random, errorSdM: INCH_M / 16, stepM: INCH_M / 8 };
  const here = Math.ceil(seeds / 2);
  return offM.map((_, r) => {
    const row = r + 1;
    const dug = [
      ...digRow(stand, { pass: 0, row, fromM: 1 }, here, read),
      ...digRow(stand, { pass: 0, row, fromM: 7 }, seeds - here, read),
    ];
    return {
      row,
      plantingId: field,
      placeId: field,
      offM: dug.flatMap(({ depthM }) => (depthM === null ? [] : [depthM - TARGET_M])),
      targetM: TARGET_M,
      windowM: null,
      toleranceM: TOLERANCE_M,
    };
  });
}

const cellsOf = (depths: CardCells['depths']): CardCells => ({
  ...noCells(),
  depths,
  cells: depths.map(({ row, plantingId, placeId, offM }) => ({
    measure: 'depth',
    row,
    plantingId,
    placeId,
    walkId: null,
    on: '2028-05-01',
    hour: 10,
    clockH: 10,
    value: mean(offM)!,
    of: offM.length,
  })),
});

/**
 * Error rates of the planter card: rows over several fields, gaps that come again, and repairs that worked, did half, or nothing.
 *
 * @param seed of the simulation; none that a figure was tuned on; @param runs cases behind each rate
 */
export function cardRates({ seed, runs }: { seed: number; runs: number }): Rate[] {
  return [...rowRates(seed + 1, runs), ...gapRates(seed + 2, runs), ...proofRates(seed + 3, runs)];
}

function rowRates(seed: number, runs: number): Rate[] {
  const random = seededRandom(seed);
  const judged = (fields: number, row4M: number) => {
    const offM = Array.from(
      { length: ROWS },
      (_, r) => 0.03 * INCH_M * random.normal() + (r === 3 ? row4M : 0),
    );
    const figures = Array.from({ length: fields }, (_, f) =>
      rowFigures(cellsOf(check(random, offM, { field: `f${f}`, seeds: 6 })).cells),
    ).flat();
    return judgePlanterRows(figures, { target: 0, tolerance: TOLERANCE_M }).rows;
  };
  const cases = (row4M: number, fields: number) =>
    Array.from({ length: runs }, () => judged(fields, row4M));
  const named = ({ against, standsOut }: ReturnType<typeof judged>[number]) =>
    standsOut || against.target?.verdict === 'above' || against.target?.verdict === 'below';
  const sound = cases(0, 4);
  const off = cases(-0.375 * INCH_M, 4);
  const far = cases(-0.5 * INCH_M, 4);
  const rate = (
    what: string,
    of: typeof sound,
    hit: (rows: (typeof sound)[number]) => boolean,
    limit: Rate['limit'],
  ) =>
    rateOver(
      what,
      of.map((rows) => Number(hit(rows))),
      limit,
    );
  return [
    rate(
      'planter card, 4 fields: a row of a sound planter is named for its depth',
      sound,
      (rows) => rows.some(named),
      { atMost: 0.05 },
    ),
    rate('planter card, 4 fields: a row ⅜ in shallow is named', off, (rows) => named(rows[3]!), {
      atLeast: 0.7,
    }),
    rate('planter card, 4 fields: a row ½ in shallow is named', far, (rows) => named(rows[3]!), {
      atLeast: 0.95,
    }),
    rate(
      'planter card, 4 fields: beside a row ½ in shallow another is named',
      far,
      (rows) => rows.some((row) => row.row !== 4 && named(row)),
      { atMost: 0.05 },
    ),
  ];
}

const SPACING_M = 0.166;

function gapRates(seed: number, runs: number): Rate[] {
  const random = seededRandom(seed);
  const row = (cells: number, dead: boolean, skips: number) => {
    const begins = random.below(cells);
    const positionsM: number[] = [];
    for (let s = 0; s < 10 * cells; s++)
      if (!(dead && (s + begins) % cells === 0) && random.uniform() >= skips)
        positionsM.push((1 + s + 0.12 * random.normal()) * SPACING_M);
    return [{ positionsM: positionsM.sort((a, b) => a - b) }];
  };
  const range = { referenceM: SPACING_M, cellRange: [20, 60] as const };
  const cells = () => 20 + random.below(41);
  const over = (hit: () => boolean) => Array.from({ length: runs }, () => Number(hit()));
  return [
    rateOver(
      'gaps that come again, ten turns, 1 % skips: the dead cell is found with its number of cells',
      over(() => {
        const own = cells();
        return findRepeatingGaps(row(own, true, 0.01), range)?.cells === own;
      }),
      { atLeast: 0.95 },
    ),
    rateOver(
      'gaps by chance, cells looked for: told as a pattern',
      over(() => findRepeatingGaps(row(cells(), false, 0.05), range) !== null),
      { atMost: 0.01 },
    ),
    rateOver(
      'gaps by chance, cells known: told as a pattern',
      over(() => {
        const own = cells();
        return (
          findRepeatingGaps(row(own, false, 0.05), { referenceM: SPACING_M, cells: own }) !== null
        );
      }),
      { atMost: 0.01 },
    ),
  ];
}

function proofRates(seed: number, runs: number): Rate[] {
  const random = seededRandom(seed);
  const proven = (left: number): { proof: WorkProof['proof']; stays: boolean } => {
    const fault = -(0.45 + 0.45 * random.uniform()) * INCH_M;
    const rows = (off: number) =>
      Array.from({ length: ROWS }, (_, r) => 0.03 * INCH_M * random.normal() + (r === 3 ? off : 0));
    const before = cellsOf(check(random, rows(fault), { field: 'then', seeds: 6 }));
    const after = cellsOf(check(random, rows(fault * left), { field: 'now', seeds: 8 }));
    return {
      proof: proveWork({ rows: [4], measure: 'depth', doneOn: '2027-12-01' }, before, after)!.proof,
      stays: Math.abs(fault * left) > TOLERANCE_M,
    };
  };
  const over = (left: number) => Array.from({ length: runs }, () => proven(left));
  const [whole, half, none] = [over(0), over(0.5), over(1)];
  const wrong = [
    ...whole.map(({ proof }) => proof === 'didNot'),
    // Half of a fault may lie inside the tolerance: then nothing is left to mend.
    ...half.map(({ proof, stays }) => (stays ? proof === 'worked' : proof === 'didNot')),
    ...none.map(({ proof }) => proof === 'worked'),
  ];
  const share = (of: typeof whole, proof: WorkProof['proof']) =>
    of.map((one) => Number(one.proof === proof));
  return [
    rateOver(
      'repairs of depth that worked, did half, or nothing: a wrong verdict',
      wrong.map(Number),
      { atMost: 0.05 },
    ),
    rateOver('a repair that worked is said to have worked, 8 seeds', share(whole, 'worked'), {
      atLeast: 0.6,
    }),
    rateOver('one that did nothing is said not to have worked, 8 seeds', share(none, 'didNot'), {
      atLeast: 0.8,
    }),
  ];
}
