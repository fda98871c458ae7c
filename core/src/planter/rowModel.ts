import { requireFinite, requireSome, requireWhole } from '../arguments/index.ts';
import { fitMixedModel, type MixedModel } from '../stats/index.ts';

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
   * The same with rows that may differ from field to field as a random effect beside: what verdicts go by, so that the trouble of one field is not called
   * the row unit’s. The same as `fixed` where the readings cannot tell it. Fitted when it is asked for: it takes as long again.
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
  const rowField = rowFieldOf(readings, groups);
  const at = new Map(rows.map((row, r) => [row, r]));
  const told = rows.length > 1 && rows.length < readings.length;
  const fit = (of: Record<string, string[]>, like: MixedModel | null = null) => {
    if (!told) return null;
    const model = fitMixedModel({
      y: readings.map(({ value }) => value),
      fixed: readings.map(({ row }) => {
        const line = new Array<number>(rows.length).fill(0);
        line[at.get(row)!] = 1;
        return line;
      }),
      groups: of,
      ...(like ? { start: ratiosOf(like) } : {}),
    });
    return model.residualVariance > 0 ? model : null;
  };
  const fixed = fit(groups);
  let byField: MixedModel | null | undefined;
  return {
    readings,
    rows,
    groups,
    fixed,
    byField: () => (byField ??= fixed && rowField ? fit({ ...groups, ...rowField }, fixed) : fixed),
  };
}

/** Where a like fit can begin. */
export const ratiosOf = ({ varianceComponents, residualVariance }: MixedModel) =>
  Object.fromEntries(
    Object.entries(varianceComponents).map(([name, variance]) => [
      name,
      variance / residualVariance,
    ]),
  );

/** Rows within fields as a factor, where several fields have several stops of a row. */
function rowFieldOf(
  readings: readonly RowFigure[],
  groups: Record<string, string[]>,
): { rowField: string[] } | null {
  if (!('field' in groups)) return null;
  const rowField = readings.map(({ row, field }) => JSON.stringify([row, field]));
  return new Set(rowField).size < readings.length ? { rowField } : null;
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
