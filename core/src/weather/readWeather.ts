import { addDays } from '../season/index.ts';
import { INCH_M } from '../units/index.ts';
import {
  mixedUnits,
  unitIn,
  type DateOrder,
  type WeatherField,
  type WeatherShape,
} from './weatherShape.ts';

/** Figures of each hour of a day, 0 to 23; null where there is none. */
export type Hourly = (number | null)[];

/** A day of weather where a station stands, on its local day. SI; null where nothing was measured. */
export interface WeatherDay {
  on: string;
  minC: number | null;
  maxC: number | null;
  rainM: number | null;
  soilMinC: number | null;
  soilMaxC: number | null;
  /** Share of volume. */
  soilMoisture: number | null;
  /** By the hour, where the file has it. */
  hours: { airC: Hourly; soilC: Hourly; rainM: Hourly } | null;
}

export type WeatherTrouble =
  | 'noDate'
  | 'noTime'
  | 'noFigure'
  | 'impossible'
  | 'future'
  | 'jump'
  | 'double'
  | 'missing'
  | 'clockChange';

export interface WeatherProblem {
  trouble: WeatherTrouble;
  /** Of the file, 1 is the header; null where a line is missing. */
  line: number | null;
  /** What stood there, or which days are missing. */
  says: string;
}

export interface WeatherRead {
  days: WeatherDay[];
  lines: number;
  hourly: boolean;
  problems: WeatherProblem[];
  /** How many of each there are, listed or not. */
  counts: Partial<Record<WeatherTrouble, number>>;
}

/** Problems listed; beyond that they are counted. */
const LISTED = 500;
/** Hours that a day must have for its extremes to be its own. A default of this app. */
const ENOUGH_HOURS = 20;
/** From one hour, or one day, to the next, °C: more is asked about. Defaults of this app. */
const JUMP = { hour: 15, day: 22 };
/** Beyond what weather does, SI. */
const POSSIBLE: Record<'temperature' | 'rain' | 'moisture', [number, number]> = {
  temperature: [-60, 60],
  rain: [0, 0.6],
  moisture: [0, 1],
};

const KIND: Partial<Record<WeatherField, keyof typeof POSSIBLE>> = {
  airC: 'temperature',
  airMinC: 'temperature',
  airMaxC: 'temperature',
  soilC: 'temperature',
  soilMinC: 'temperature',
  soilMaxC: 'temperature',
  rainM: 'rain',
  soilMoisture: 'moisture',
};
const FIGURES = Object.keys(KIND) as (keyof typeof KIND)[];
/** What stations write where they have measured nothing. */
const NOTHING = /^(|-+|n\/?a|nan|null|m|missing|-?9{3,4}(\.0+)?|-?6999)$/i;

/**
 * Reads a weather file line by line. Nothing is filled in: what cannot be read, cannot be, comes twice or is
 * missing is listed with its line, and left out.
 *
 * @param headers of the file; @param shape how to read it, confirmed by a person
 * @param until the last day that can have been measured: later ones are left out
 * @example const file = weatherReader(headers, shape); lines.forEach((cells, i) => file.line(cells, i + 2)); file.end()
 */
export function weatherReader(
  headers: readonly string[],
  shape: WeatherShape,
  until = '9999-12-31',
) {
  const at = (field: WeatherField) => {
    const column = shape.columns[field];
    return column === undefined ? -1 : headers.indexOf(column);
  };
  const columns = Object.fromEntries(FIGURES.map((field) => [field, at(field)])) as Record<
    WeatherField,
    number
  >;
  const mixed = mixedUnits(shape);
  const shapeOf = (field: WeatherField): WeatherShape => {
    const own = mixed && unitIn(shape.columns[field] ?? '');
    return own ? { ...shape, temperature: own } : shape;
  };
  const shapes = Object.fromEntries(FIGURES.map((field) => [field, shapeOf(field)]));
  const [dayAt, timeAt] = [at('day'), at('time')];
  const problems: WeatherProblem[] = [];
  const counts: WeatherRead['counts'] = {};
  const trouble = (kind: WeatherTrouble, line: number | null, says: string) => {
    counts[kind] = (counts[kind] ?? 0) + 1;
    if (problems.length < LISTED) problems.push({ trouble: kind, line, says });
  };
  const byDay = new Map<string, Gathered>();
  let [lines, hourly] = [0, false];
  let warnedOf: { on: string; hour: number; value: number } | null = null;

  return {
    line(cells: readonly string[], line: number): void {
      lines += 1;
      const text = `${cells[dayAt] ?? ''}`.trim();
      const moment = readMoment(text, timeAt >= 0 ? (cells[timeAt] ?? '').trim() : null, shape);
      if (moment === 'noDate') return trouble('noDate', line, text);
      if (moment === 'noTime') return trouble('noTime', line, (cells[timeAt] ?? text).trim());
      const { on, minutes } = moment;
      if (on > until) return trouble('future', line, on);
      if (minutes !== null) hourly = true;
      const day = byDay.get(on) ?? gathering(on);
      byDay.set(on, day);
      const key = minutes ?? -1;
      if (day.seen.has(key))
        return trouble('double', line, minutes === null ? on : `${on} ${clock(minutes)}`);
      day.seen.set(key, line);
      for (const field of FIGURES) {
        const raw = (cells[columns[field]] ?? '').trim();
        if (columns[field] < 0 || NOTHING.test(raw)) continue;
        const value = figure(raw, field, shapes[field]!);
        if (value === null) {
          trouble('noFigure', line, `${shape.columns[field]}: ${raw.slice(0, 40)}`);
          continue;
        }
        const [low, high] = POSSIBLE[KIND[field]!];
        if (value < low || value > high) {
          trouble('impossible', line, `${shape.columns[field]}: ${raw}`);
          continue;
        }
        if (field === 'airC' && minutes !== null) {
          const hour = hourNumber(on, minutes);
          if (
            warnedOf &&
            hour - hourNumber(warnedOf.on, warnedOf.hour) <= 1.01 &&
            Math.abs(value - warnedOf.value) > JUMP.hour
          )
            trouble('jump', line, `${shape.columns[field]}: ${raw}`);
          warnedOf = { on, hour: minutes, value };
        }
        day.add(field, minutes, value);
      }
    },
    end(): WeatherRead {
      const sorted = [...byDay.values()].sort((a, b) => (a.on < b.on ? -1 : 1));
      const days = sorted.map((day) =>
        day.done(hourly, (kind, says, line) => trouble(kind, line, says)),
      );
      days.forEach((day, i) => {
        const before = days[i - 1];
        if (!before) return;
        const expected = addDays(before.on, 1);
        if (day.on !== expected) {
          const last = addDays(day.on, -1);
          trouble('missing', null, expected === last ? expected : `${expected} to ${last}`);
        } else if (
          !hourly &&
          before.maxC !== null &&
          day.maxC !== null &&
          Math.abs(day.maxC - before.maxC) > JUMP.day
        )
          trouble('jump', sorted[i]!.seen.get(-1) ?? null, day.on);
      });
      return { days, lines, hourly, problems, counts };
    },
  };
}

const clock = (minutes: number) =>
  `${Math.floor(minutes / 60)}:${String(minutes % 60).padStart(2, '0')}`;
const hourNumber = (on: string, minutes: number) => Date.parse(on) / 3_600_000 + minutes / 60;

/** Sums and counts of the figures of one day. */
interface Gathered {
  on: string;
  /** Minutes of the day (−1: the day as a whole) → line. */
  seen: Map<number, number>;
  add(field: WeatherField, minutes: number | null, value: number): void;
  done(
    hourly: boolean,
    say: (kind: WeatherTrouble, says: string, line: number | null) => void,
  ): WeatherDay;
}

function gathering(on: string): Gathered {
  const whole: Partial<Record<WeatherField, number>> = {};
  const sums: Partial<Record<WeatherField, { sum: number[]; n: number[] }>> = {};
  const seen = new Map<number, number>();
  const hour = (field: WeatherField) =>
    (sums[field] ??= { sum: Array<number>(24).fill(0), n: Array<number>(24).fill(0) });
  /** Means of temperatures, sums of rain. */
  const byHour = (field: WeatherField): Hourly => {
    const of = sums[field];
    return Array.from({ length: 24 }, (_, h) =>
      of && of.n[h]! > 0
        ? rounded(field === 'rainM' ? of.sum[h]! : of.sum[h]! / of.n[h]!, field)
        : null,
    );
  };
  return {
    on,
    seen,
    add(field, minutes, value) {
      if (minutes === null) whole[field] = value;
      else {
        const of = hour(field);
        const h = Math.min(23, Math.floor(minutes / 60));
        of.sum[h]! += value;
        of.n[h]! += 1;
      }
    },
    done(hourly, say) {
      const pick = (field: WeatherField) => {
        const value = whole[field];
        return value === undefined ? null : rounded(value, field);
      };
      if (!hourly) {
        const [minC, maxC] = [pick('airMinC'), pick('airMaxC')];
        const turned = minC !== null && maxC !== null && minC > maxC;
        if (turned) say('impossible', `${on}: lowest above highest`, seen.get(-1) ?? null);
        const soil = pick('soilC');
        return {
          on,
          minC: turned ? null : minC,
          maxC: turned ? null : maxC,
          rainM: pick('rainM'),
          soilMinC: pick('soilMinC') ?? soil,
          soilMaxC: pick('soilMaxC') ?? soil,
          soilMoisture: pick('soilMoisture'),
          hours: null,
        };
      }
      const [airC, soilC, rain] = [byHour('airC'), byHour('soilC'), byHour('rainM')];
      const extremes = (values: Hourly, name: string): [number | null, number | null] => {
        const there = values.filter((value) => value !== null);
        if (there.length === 0) return [null, null];
        if (there.length < ENOUGH_HOURS) {
          say('missing', `${on}: ${24 - there.length} hours of ${name}`, null);
          return [null, null];
        }
        const gone = values.flatMap((value, h) => (value === null ? h : []));
        if (gone.length === 1 && gone[0]! >= 1 && gone[0]! <= 3)
          say('clockChange', `${on} ${gone[0]}:00`, null);
        else if (gone.length > 0) say('missing', `${on}: ${gone.length} hours of ${name}`, null);
        return [Math.min(...there), Math.max(...there)];
      };
      const [minC, maxC] = extremes(airC, 'air temperature');
      const [soilMinC, soilMaxC] = soilC.some((value) => value !== null)
        ? extremes(soilC, 'soil temperature')
        : [null, null];
      const wet = rain.filter((value) => value !== null);
      const moisture = byHour('soilMoisture').filter((value) => value !== null);
      return {
        on,
        minC,
        maxC,
        rainM:
          wet.length > 0
            ? rounded(
                wet.reduce((sum, value) => sum + value, 0),
                'rainM',
              )
            : null,
        soilMinC,
        soilMaxC,
        soilMoisture:
          moisture.length > 0
            ? rounded(
                moisture.reduce((sum, value) => sum + value, 0) / moisture.length,
                'soilMoisture',
              )
            : null,
        hours: { airC, soilC, rainM: rain },
      };
    },
  };
}

/** A hundredth of a degree, a tenth of a millimetre, a tenth of a percent: as fine as stations measure. */
const rounded = (value: number, field: WeatherField) => {
  const scale = KIND[field] === 'rain' ? 1e4 : KIND[field] === 'moisture' ? 1e3 : 1e2;
  return Math.round(value * scale) / scale;
};

function figure(raw: string, field: WeatherField, shape: WeatherShape): number | null {
  if (!/^[-+]?(\d+([.,]\d*)?|[.,]\d+)$/.test(raw)) return null;
  const value = Number(raw.replace(',', '.'));
  switch (KIND[field]) {
    case 'temperature':
      return shape.temperature === 'F' ? ((value - 32) * 5) / 9 : value;
    case 'rain':
      return shape.rain === 'in' ? value * INCH_M : value / 1000;
    default:
      return shape.moisture === '%' ? value / 100 : value;
  }
}

/** The local day and minute of a line; a day alone where the file has no time. */
function readMoment(
  text: string,
  time: string | null,
  { dateOrder, aheadMin }: WeatherShape,
): { on: string; minutes: number | null } | 'noDate' | 'noTime' {
  const found = /^(\d{1,4})[-/.](\d{1,2})[-/.](\d{1,4})(?:[T ,]+(.*))?$/.exec(text);
  const day = found && dayOf(found.slice(1, 4) as [string, string, string], dateOrder);
  if (!day) return 'noDate';
  const clockText = time ?? found[4]?.trim() ?? '';
  if (clockText === '') return { on: day, minutes: null };
  const clocked =
    /^(\d{1,2})(?::?(\d{2}))?(?::\d{2}(?:\.\d+)?)?\s*([ap])?\.?m?\.?\s*(?:Z|[+-]\d{2}:?\d{2})?$/i.exec(
      clockText,
    );
  if (!clocked) return 'noTime';
  const half = clocked[3]?.toLowerCase();
  const hour = Number(clocked[1]);
  const minute = Number(clocked[2] ?? 0);
  if (hour > 24 || minute > 59 || (half && (hour < 1 || hour > 12))) return 'noTime';
  const whole = half ? (hour % 12) + (half === 'p' ? 12 : 0) : hour;
  const at = new Date(Date.parse(`${day}T00:00:00Z`) + (whole * 60 + minute - aheadMin) * 60_000);
  return {
    on: at.toISOString().slice(0, 10),
    minutes: at.getUTCHours() * 60 + at.getUTCMinutes(),
  };
}

function dayOf([a, b, c]: [string, string, string], order: DateOrder): string | null {
  // A year of four figures tells its own order.
  const [y, m, d] =
    a.length === 4
      ? [a, b, c]
      : order === 'dmy'
        ? [c, b, a]
        : order === 'mdy'
          ? [c, a, b]
          : [a, b, c];
  const year = y.length <= 2 ? 2000 + Number(y) : Number(y);
  const iso = `${String(year).padStart(4, '0')}-${m.padStart(2, '0')}-${d.padStart(2, '0')}`;
  const at = new Date(`${iso}T00:00:00Z`);
  return !Number.isNaN(at.getTime()) &&
    at.toISOString().slice(0, 10) === iso &&
    year >= 1990 &&
    year < 2200
    ? iso
    : null;
}
