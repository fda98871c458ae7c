import { group } from 'd3-array';
import { figureIn, FOOT_M, INCH_M } from '../units/index.ts';

/** Seeds of one row as a seed-by-seed log has them: stretches without a stop, longest first. */
export interface SeedRun {
  row: number;
  /** Places of its seeds along the pass, from the first, m. */
  positionsM: number[];
}

export type SeedLog = { ok: true; runs: SeedRun[]; left: number } | { ok: false; problem: string };

/** A row that drops nothing for so long was lifted or stopped: what follows is another stretch, m. A default. */
const LIFTED_M = 6;
/** A tape of the records holds so much. */
const MOST_SEEDS = 2000;
const MOST_M = 500;

const ROW = /^(row|unit|row ?unit|row ?(no|nr|number))$/;
const PLACE =
  /^(dist|distance|position|pos|along|travel)([ _]?\(?(m|metres|meters|cm|ft|feet|in)\)?)?$/;
const PASS = /^(pass|swath|run)( ?(no|nr|number))?$/;
const FACTOR: Record<string, number> = {
  m: 1,
  metres: 1,
  meters: 1,
  cm: 0.01,
  ft: FOOT_M,
  feet: FOOT_M,
  in: INCH_M,
};

/**
 * A log with a line for each seed: which row, how far along. Columns are known by their names: `row`, and `distance_m`, `distance_ft` or the like;
 * a `pass` keeps passes apart.
 *
 * @param lines of the file, split into cells, the header first
 * @param rows of the planter
 * @returns of each row its longest stretch, as far as a tape of the records reaches; `left`: lines that could not be read
 * @example readSeedLog([['row', 'distance_m'], ['1', '0.2'], ['1', '0.37']], 12) // { ok: true, runs: [{ row: 1, positionsM: [0, 0.17] }], left: 0 }
 */
export function readSeedLog(lines: readonly (readonly string[])[], rows: number): SeedLog {
  const header = (lines[0] ?? []).map((name) => name.trim().toLowerCase());
  const rowAt = header.findIndex((name) => ROW.test(name));
  const placeAt = header.findIndex((name) => PLACE.test(name));
  const passAt = header.findIndex((name) => PASS.test(name));
  if (rowAt < 0 || placeAt < 0)
    return {
      ok: false,
      problem: `The first line must name a column row, and one like distance_m or distance_ft${rowAt < 0 ? '; row is missing' : '; the distance is missing'}.`,
    };
  const factor = FACTOR[PLACE.exec(header[placeAt]!)?.[3] ?? 'm']!;
  let left = 0;
  const seeds = lines.slice(1).flatMap((line) => {
    const [row, place] = [figureIn(line[rowAt]), figureIn(line[placeAt])];
    if (row === null || place === null || !Number.isInteger(row) || row < 1 || row > rows) {
      if (line.some((cell) => cell.trim() !== '')) left += 1;
      return [];
    }
    return [{ row, pass: passAt < 0 ? '' : (line[passAt] ?? ''), atM: place * factor }];
  });
  if (seeds.length === 0)
    return {
      ok: false,
      problem: `No line names a row from 1 to ${rows} with a distance: check the columns of the file.`,
    };
  const runs = [...group(seeds, ({ row }) => row)]
    .map(([row, own]): SeedRun => {
      const stretches = [...group(own, ({ pass }) => pass).values()].flatMap((one) =>
        stretchesOf(one.map(({ atM }) => atM)),
      );
      const longest = stretches.reduce((a, b) => (reach(b) > reach(a) ? b : a));
      const [first = 0] = longest;
      return {
        row,
        positionsM: longest
          .map((at) => at - first)
          .filter((at) => at <= MOST_M)
          .slice(0, MOST_SEEDS),
      };
    })
    .sort((a, b) => a.row - b.row);
  return { ok: true, runs, left };
}

const reach = (places: readonly number[]) => (places.at(-1) ?? 0) - (places[0] ?? 0);

function stretchesOf(places: readonly number[]): number[][] {
  const sorted = [...places].sort((a, b) => a - b);
  const stretches: number[][] = [];
  for (const at of sorted) {
    const last = stretches.at(-1);
    if (last && at - last.at(-1)! <= LIFTED_M) last.push(at);
    else stretches.push([at]);
  }
  return stretches;
}
