import { judgePlanterRows, judgeRows, rowModel, type RowFigure } from '../../planter/index.ts';
import type { SeededRandom } from '../../stats/index.ts';
import { INCH_M } from '../../units/index.ts';
import { overWorlds, type GridRate } from './grid.ts';

/** A planter over some fields: what a row shows at a stop is its own, its field's, and what differs between rows from field to field. */
interface CardWorld {
  name: string;
  rows: number;
  fields: number;
  /** Stops in each field, the first field first. */
  stops: readonly number[];
  /** SDs in tolerances of the measure: of rows by field, of fields, of stops, of single figures. */
  rowByField: number;
  fieldSd: number;
  stopSd: number;
  withinSd: number;
}

const FIELD_STOPS: Record<string, (fields: number) => number[]> = {
  'two stops a field': (fields) => Array.from({ length: fields }, () => 2),
  'four stops a field': (fields) => Array.from({ length: fields }, () => 4),
  'one field looked at most': (fields) =>
    Array.from({ length: fields }, (_, f) => (f === 0 ? 6 : 1)),
};

const worldsWith = (rowByField: readonly number[]): CardWorld[] =>
  [8, 12, 24].flatMap((rows) =>
    [2, 3, 4].flatMap((fields) =>
      Object.entries(FIELD_STOPS).flatMap(([name, stops]) =>
        rowByField.map((sd) => ({
          name: `${rows} rows, ${fields} fields, ${name}, rows by field ${sd} tolerances`,
          rows,
          fields,
          stops: stops(fields),
          rowByField: sd,
          fieldSd: 0.4,
          stopSd: 0.3,
          withinSd: 0.5,
        })),
      ),
    ),
  );

/** Figures in tolerances. */
function figures(
  world: CardWorld,
  random: SeededRandom,
  off: Record<number, number> = {},
): RowFigure[] {
  const { rows, fields, stops, rowByField, fieldSd, stopSd, withinSd } = world;
  const own = Array.from({ length: rows }, (_, r) => 0.12 * random.normal() + (off[r + 1] ?? 0));
  return Array.from({ length: fields }, (_, f) => {
    const field = fieldSd * random.normal();
    const inField = own.map((row) => row + field + rowByField * random.normal());
    return Array.from({ length: stops[f]! }, (_, s) => {
      const stop = stopSd * random.normal();
      return inField.map((row, r) => ({
        row: r + 1,
        field: `${f}`,
        stop: `${f} ${s}`,
        value: row + stop + withinSd * random.normal(),
      }));
    });
  }).flat(2);
}

const TOLERANCE = 0.25 * INCH_M;
const inMetres = (all: RowFigure[]) => all.map((one) => ({ ...one, value: one.value * TOLERANCE }));
const named = (all: RowFigure[], whole: boolean) => {
  const readings = inMetres(all);
  const { rows } = whole
    ? judgeRows(rowModel(readings), { tolerance: TOLERANCE, figuresByField: true })
    : judgePlanterRows(readings, { tolerance: TOLERANCE });
  return rows.flatMap(({ row, standsOut }) => (standsOut ? [row] : []));
};

/** Rows of a planter over fields in which rows differ from field to field: of no fault of theirs. */
export const cardWorldRates = (of: { seed: number; runs: number }): GridRate[] => [
  overWorlds(
    'planter card: a sound row named, rows differing by field up to ¼ in or 10 % of stand',
    worldsWith([0, 0.6, 1]),
    { atMost: 0.05, worst: 0.1 },
    of,
    (world, random) => Number(named(figures(world, random), true).length > 0),
  ),
  overWorlds(
    '… by judgePlanterRows alone',
    worldsWith([0.6, 1]).filter(({ rows }) => rows === 12),
    { atMost: 0.05 },
    { ...of, seed: of.seed + 1 },
    (world, random) => Number(named(figures(world, random), false).length > 0),
  ),
  overWorlds(
    'planter card: a row two tolerances off in every field is named, rows alike but for it',
    worldsWith([0]).filter(({ rows }) => rows === 12),
    { atLeast: 0.85 },
    { ...of, seed: of.seed + 2 },
    (world, random) => Number(named(figures(world, random, { 4: -2 }), true).includes(4)),
  ),
];
