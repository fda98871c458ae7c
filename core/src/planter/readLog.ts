import {
  LOG_FIELD_NAMES,
  LOG_FIELDS,
  LOG_UNITS,
  unitsOf,
  type LogField,
  type LogMapping,
  type LogRecord,
} from './logFields.ts';

const plain = (header: string) =>
  header
    .replace(/([a-z])([A-Z])/g, '$1 $2')
    .toLowerCase()
    .replace(/[^a-z0-9/%²]+/g, ' ')
    .trim();

/** Unit named in a header, or the likely one. */
function guessUnit(field: LogField, header: string, sample: string | undefined): string {
  const text = plain(header);
  const value = Number(sample);
  switch (LOG_FIELDS[field].quantity) {
    case 'time':
      return Number.isFinite(value) && sample?.trim()
        ? value > 1e11
          ? 'milliseconds'
          : 'seconds'
        : 'iso';
    case 'speed':
      return /mph|mi/.test(text) ? 'mph' : /km|kph/.test(text) ? 'km/h' : 'm/s';
    case 'population':
      return /m2|m²/.test(text)
        ? 'per m²'
        : /ha\b|hectare/.test(text)
          ? 'per ha'
          : /\bk\b|thousand|1000|ksds/.test(text) || (value > 0 && value < 1000 && /ac/.test(text))
            ? 'thousand per ac'
            : /ac/.test(text) || value > 1000
              ? 'per ac'
              : 'per m²';
    case 'share':
      return /%|percent|pct/.test(text) || value > 1 ? '%' : 'share';
    case 'force':
      return /lb/.test(text) ? 'lb' : /kn/.test(text) ? 'kN' : /kg/.test(text) ? 'kg' : 'N';
    default:
      return unitsOf(field)[0]!;
  }
}

/**
 * A first guess at which column of a log is which, from its headers and one line of values; a person
 * confirms it.
 * @example guessLogMapping(['Time', 'Row', 'Population dropped (/ac)'], []).row.column // 'Row'
 */
export function guessLogMapping(headers: readonly string[], sample: readonly string[]): LogMapping {
  const mapping: LogMapping = {};
  const taken = new Set<string>();
  for (const field of LOG_FIELD_NAMES) {
    const at = headers.findIndex(
      (header) => !taken.has(header) && LOG_FIELDS[field].words.test(plain(header)),
    );
    if (at < 0) continue;
    const column = headers[at]!;
    taken.add(column);
    mapping[field] = { column, unit: guessUnit(field, column, sample[at]) };
  }
  return mapping;
}

/** Fields that must be mapped and are not. @example missingFields({}) // ['time', 'row', 'droppedPerM2'] */
export const missingFields = (mapping: LogMapping): LogField[] =>
  LOG_FIELD_NAMES.filter((field) => LOG_FIELDS[field].needed && !mapping[field]);

export type LogLine = { ok: true; record: LogRecord } | { ok: false; problem: string };

const LIMITS: Partial<Record<LogField, [number, number, string]>> = {
  row: [1, 96, 'a row from 1 to 96'],
  latitude: [-90, 90, 'degrees from −90 to 90'],
  longitude: [-180, 180, 'degrees from −180 to 180'],
  speedMPerS: [0, 15, 'a speed from 0 to 15 m/s'],
  targetPerM2: [0, 2000, 'a population from 0 to 2,000 per m²'],
  droppedPerM2: [0, 2000, 'a population from 0 to 2,000 per m²'],
  singulation: [0, 1, 'a share from 0 to 100 %'],
  downforceN: [-20000, 20000, 'a force from −20 to 20 kN'],
  wheelLoadN: [-20000, 20000, 'a load from −20 to 20 kN'],
  moisture: [0, 1, 'a share from 0 to 100 %'],
};
const OPTIONAL = LOG_FIELD_NAMES.filter((field) => !LOG_FIELDS[field].needed) as Exclude<
  LogField,
  'time' | 'row' | 'droppedPerM2'
>[];

/**
 * Makes a reader of log lines for one mapping. Each line gives a record in SI, or a problem that names
 * the column, the value and what would be accepted.
 *
 * @param mapping column and unit of each field
 * @param headers of the file, in order
 * @returns reads the cells of one line
 * @throws RangeError when a needed field is not mapped, a column is not in the file or a unit is unknown
 * @example makeLogReader(mapping, ['t', 'row', 'pop'])(['2027-05-27T10:00:00Z', '4', '32000'])
 */
export function makeLogReader(
  mapping: LogMapping,
  headers: readonly string[],
): (cells: readonly unknown[]) => LogLine {
  const missing = missingFields(mapping);
  if (missing.length > 0)
    throw new RangeError(
      `mapping must name a column for ${missing.map((field) => LOG_FIELDS[field].label).join(', ')}`,
    );
  const places = new Map<LogField, { at: number; factor: number; column: string }>();
  for (const field of LOG_FIELD_NAMES) {
    const mapped = mapping[field];
    if (!mapped) continue;
    const at = headers.indexOf(mapped.column);
    if (at < 0)
      throw new RangeError(
        `mapping.${field} must name a column of the file, got “${mapped.column}”`,
      );
    const factor = (LOG_UNITS[LOG_FIELDS[field].quantity] as Record<string, number>)[mapped.unit];
    if (factor === undefined)
      throw new RangeError(
        `mapping.${field} must be in ${unitsOf(field).join(', ')}, got “${mapped.unit}”`,
      );
    places.set(field, { at, factor, column: mapped.column });
  }
  // What each field needs is looked up once: a log has a million lines.
  const numberOf = (field: LogField) => {
    const place = places.get(field);
    if (!place) return () => null;
    const { at, factor, column } = place;
    const [least, most, wanted] = LIMITS[field]!;
    const [low, high] = [least - 1e-9, most + 1e-9];
    return (cells: readonly unknown[]): number | null | string => {
      const raw = cells[at];
      if (raw === undefined || raw === null || raw === '') return null;
      const value = (typeof raw === 'number' ? raw : Number(raw)) * factor;
      if (!(value >= low && value <= high))
        return `${column} is “${String(raw).slice(0, 40)}”: expected ${wanted}.`;
      return value;
    };
  };
  const none = (field: LogField, cells: readonly unknown[], expected: string) => {
    const { at, column } = places.get(field)!;
    const says = `${column} is “${String(cells[at] ?? '').slice(0, 40)}”: expected ${expected}.`;
    return { ok: false, problem: says } as const;
  };
  const timeAt = places.get('time')!;
  const rowOf = numberOf('row');
  const droppedOf = numberOf('droppedPerM2');
  const optional = OPTIONAL.map((field) => [field, numberOf(field)] as const);
  const blank = Object.fromEntries(OPTIONAL.map((field) => [field, null]));
  return (cells) => {
    if (cells.length < headers.length)
      return {
        ok: false,
        problem: `${cells.length} of ${headers.length} columns: the line is cut short.`,
      };
    const time = readTime(cells, timeAt);
    if (time === null) return none('time', cells, 'a time');
    const row = rowOf(cells);
    if (typeof row === 'string') return { ok: false, problem: row };
    if (row === null || !Number.isInteger(row)) return none('row', cells, LIMITS.row![2]);
    const droppedPerM2 = droppedOf(cells);
    if (typeof droppedPerM2 === 'string') return { ok: false, problem: droppedPerM2 };
    if (droppedPerM2 === null) return none('droppedPerM2', cells, LIMITS.droppedPerM2![2]);
    const record: Record<string, unknown> = { time, row, droppedPerM2, ...blank };
    for (const [field, of] of optional) {
      const value = of(cells);
      if (typeof value === 'string') return { ok: false, problem: value };
      record[field] = value;
    }
    return { ok: true, record: record as unknown as LogRecord };
  };
}

/** Epoch figures and ISO texts; a text without a zone is taken as UTC. */
function readTime(
  cells: readonly unknown[],
  { at, factor }: { at: number; factor: number },
): string | null {
  const raw = String(cells[at] ?? '').trim();
  if (raw === '') return null;
  if (factor === 0) {
    // The common shape is taken as it stands: a million lines are read this way.
    if (/^\d{4}-\d\d-\d\dT\d\d:\d\d:\d\d(\.\d{1,6})?Z$/.test(raw) && raw >= '1990' && raw < '2200')
      return Number.isNaN(Date.parse(raw)) ? null : raw;
    const zoned = /(Z|[+-]\d\d:?\d\d)$/i.test(raw) ? raw : `${raw.replace(' ', 'T')}Z`;
    const at = Date.parse(zoned);
    return Number.isNaN(at) ? null : inRange(at);
  }
  const value = Number(raw) * factor * 1000;
  return Number.isFinite(value) ? inRange(value) : null;
}

function inRange(ms: number): string | null {
  if (!(ms >= Date.parse('1990-01-01') && ms < Date.parse('2200-01-01'))) return null;
  return new Date(ms).toISOString();
}
