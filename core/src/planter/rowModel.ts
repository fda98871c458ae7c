import { requireFinite, requireSome, requireWhole } from '../arguments/index.ts';
import { group } from 'd3-array';
import { fitMixedModel, mean, type MixedModel } from '../stats/index.ts';

/** One figure of one row at one stop: several readings of a place belong together as their mean. */
export interface RowFigure {
  row: number;
  field: string;
  stop: string;
  value: number;
}

/** The readings of a machine's rows with rows as fixed effects beside fields and stops. */
export interface RowModel {
  readings: readonly RowFigure[];
  /** Row numbers in order: the order of the model's effects. */
  rows: number[];
  /** Fields and stops, as far as the readings tell them apart. */
  groups: Record<string, string[]>;
  /** null where nothing is left to judge by: one row, or one reading each. */
  fixed: MixedModel | null;
  /**
   * The same from each row's mean in each field, so that rows may differ from field to field: what verdicts go by, so that the trouble of one field is not called
   * the row unit’s. The same as `fixed` where the readings cannot tell it. Fitted when it is asked for.
   */
  byField(): MixedModel | null;
}

/**
 * @throws RangeError naming the reading that is wrong
 * @example rowModel(readings).fixed?.beta // what each row shows by itself
 */
export function rowModel(readings: readonly RowFigure[]): RowModel {
  requireSome('readings', readings);
  readings.forEach(({ row, value }, i) => {
    requireWhole(`readings[${i}].row`, row, 1);
    requireFinite(`readings[${i}].value`, value);
  });
  const rows = [...new Set(readings.map(({ row }) => row))].sort((a, b) => a - b);
  const groups = factorsOf(readings);
  const at = new Map(rows.map((row, r) => [row, r]));
  const told = rows.length > 1 && rows.length < readings.length;
  const model = told
    ? fitMixedModel({
        y: readings.map(({ value }) => value),
        fixed: readings.map(({ row }) => {
          const line = new Array<number>(rows.length).fill(0);
          line[at.get(row)!] = 1;
          return line;
        }),
        groups,
      })
    : null;
  const fixed = model && model.residualVariance > 0 ? model : null;
  let byField: MixedModel | null | undefined;
  return {
    readings,
    rows,
    groups,
    fixed,
    byField: () =>
      (byField ??= fixed && 'field' in groups ? (ofFieldMeans(readings, rows) ?? fixed) : fixed),
  };
}

/**
 * Rows by their means in each field, stops taken out: what is left between a row's fields is what rows differ by from field to field, and its
 * chance. Every field counts alike, so that one field that was looked at most does not speak for the others.
 */
function ofFieldMeans(readings: readonly RowFigure[], rows: readonly number[]): MixedModel | null {
  const placeOf = ({ field, stop }: RowFigure) => JSON.stringify([field, stop]);
  const means = (of: (one: RowFigure) => string) =>
    new Map(
      [...group(readings, of)].map(([key, own]) => [key, mean(own.map(({ value }) => value))!]),
    );
  const [ofStop, ofField] = [means(placeOf), means(({ field }) => field)];
  const cells = [...group(readings, ({ row, field }) => JSON.stringify([row, field])).values()].map(
    (own) => {
      const { row, field } = own[0]!;
      const off = mean(own.map((one) => one.value - ofStop.get(placeOf(one))!))!;
      return { row, field, value: ofField.get(field)! + off };
    },
  );
  if (cells.length <= rows.length || cells.length === readings.length) return null;
  const model = fitMixedModel({
    y: cells.map(({ value }) => value),
    fixed: cells.map(({ row }) => rows.map((one) => Number(one === row))),
    groups: { field: cells.map(({ field }) => field) },
  });
  return model.residualVariance > 0 ? model : null;
}

/** The mean of some rows less the mean of others. */
export const rowsAgainst = (
  { rows, fixed }: RowModel & { fixed: MixedModel },
  own: readonly number[],
  others: readonly number[],
) =>
  fixed.contrast(
    rows.map((row) =>
      own.includes(row) ? 1 / own.length : others.includes(row) ? -1 / others.length : 0,
    ),
  );

/** Fields and stops as factors, as far as the readings tell them apart: two of each, and fewer than readings. */
function factorsOf(readings: readonly RowFigure[]): Record<string, string[]> {
  const field = readings.map((one) => one.field);
  const stop = readings.map((one) => JSON.stringify([one.field, one.stop]));
  const [fields, stops] = [new Set(field).size, new Set(stop).size];
  const tells = (levels: number) => levels > 1 && levels < readings.length;
  return {
    ...(tells(fields) ? { field } : {}),
    ...(tells(stops) && stops > fields ? { stop } : {}),
  };
}
