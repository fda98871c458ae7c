import { figureIn } from '../units/index.ts';

/** What a column of a weather file can hold. */
export const WEATHER_FIELDS = [
  'day',
  'time',
  'airC',
  'airMinC',
  'airMaxC',
  'rainM',
  'soilC',
  'soilMinC',
  'soilMaxC',
  'soilMoisture',
] as const;
export type WeatherField = (typeof WEATHER_FIELDS)[number];

export const DATE_ORDERS = ['ymd', 'mdy', 'dmy'] as const;
export type DateOrder = (typeof DATE_ORDERS)[number];

/** How a weather file is to be read: remembered with its station. */
export interface WeatherShape {
  /** Column of each field by its header; what a file does not have is left out. */
  columns: Partial<Record<WeatherField, string>>;
  temperature: 'C' | 'F';
  rain: 'mm' | 'in';
  moisture: '%' | 'share';
  dateOrder: DateOrder;
  /** Minutes that the times of the file are ahead of the field's clock; 0: they are the field's own. */
  aheadMin: number;
}

const WORDS: Record<WeatherField, RegExp> = {
  soilMinC: /soil.*(min|low)|(min|low).*soil/,
  soilMaxC: /soil.*(max|high)|(max|high).*soil/,
  soilMoisture: /(soil.*(moist|water|vwc))|vwc|moisture/,
  soilC: /soil.*(temp|t\b|°|avg|mean)|soil$/,
  airMinC: /(^|air |temp.*)\b(t ?min|min|low)\b|tmin/,
  airMaxC: /(^|air |temp.*)\b(t ?max|max|high)\b|tmax/,
  airC: /(air|outside|2 ?m)? ?temp|^air|^t( |$)|avg t|mean t/,
  rainM: /rain|precip|ppt/,
  time: /^time|hour|^hh/,
  day: /date|day|stamp|^time$/,
};
/** Soil before air, extremes before means: the narrower word is looked for first. */
const ORDER: WeatherField[] = [
  'soilMinC',
  'soilMaxC',
  'soilMoisture',
  'soilC',
  'airMinC',
  'airMaxC',
  'rainM',
  'airC',
  'day',
  'time',
];

const plain = (header: string) =>
  header
    .replace(/([a-z])([A-Z])/g, '$1 $2')
    .toLowerCase()
    .replace(/[^a-z0-9%°]+/g, ' ')
    .trim();

/** The unit of temperature that a header names. @example unitIn('Soil min (°C)') // 'C' */
export const unitIn = (header: string): 'C' | 'F' | null =>
  /°? ?f\b|fahren/i.test(header) ? 'F' : /°? ?c\b|cels/i.test(header) ? 'C' : null;

const TEMPERATURES = ['airC', 'airMinC', 'airMaxC', 'soilC', 'soilMinC', 'soilMaxC'] as const;

/**
 * Whether the names of a file's temperature columns name different units: each is then read by its own name, whatever is
 * chosen for the others.
 *
 * @example mixedUnits(guessWeatherShape(['Date', 'Tmax (°F)', 'Soil max (°C)'], lines)) // true
 */
export const mixedUnits = ({ columns }: Pick<WeatherShape, 'columns'>): boolean =>
  new Set(TEMPERATURES.flatMap((field) => unitIn(columns[field] ?? '') ?? [])).size > 1;

/**
 * A first guess at which column is which and in what units, from the headers and some lines; a person confirms it.
 *
 * @example guessWeatherShape(['Date', 'Tmax (°F)', 'Tmin (°F)', 'Rain (in)'], [['5/14/2027', '71', '48', '0.12']])
 */
export function guessWeatherShape(
  headers: readonly string[],
  lines: readonly (readonly string[])[],
): WeatherShape {
  const columns: WeatherShape['columns'] = {};
  const taken = new Set<string>();
  for (const field of ORDER) {
    const header = headers.find((one) => !taken.has(one) && WORDS[field].test(plain(one)));
    if (header === undefined) continue;
    columns[field] = header;
    taken.add(header);
  }
  const of = (...fields: WeatherField[]) =>
    fields.flatMap((field) => {
      const at = headers.indexOf(columns[field] ?? '\n');
      return at < 0 ? [] : lines.flatMap((line) => line[at] ?? []);
    });
  const numbers = (...fields: WeatherField[]) =>
    of(...fields).flatMap((text) => figureIn(text) ?? []);
  const named = (...fields: WeatherField[]) =>
    fields.map((field) => columns[field] ?? '').join(' ');
  const temperatures = numbers('airC', 'airMaxC', 'soilC', 'soilMaxC');
  const warmest = temperatures.reduce((most, value) => Math.max(most, value), -Infinity);
  const rain = numbers('rainM');
  const wettest = rain.reduce((most, value) => Math.max(most, value), 0);
  return {
    columns,
    temperature: unitIn(named(...TEMPERATURES)) ?? (warmest > 48 ? 'F' : 'C'),
    rain: /\bin\b|inch/.test(plain(named('rainM')))
      ? 'in'
      : /mm/i.test(named('rainM'))
        ? 'mm'
        : wettest > 6
          ? 'mm'
          : rain.some((value) => value > 0 && value < 0.1)
            ? 'in'
            : 'mm',
    moisture: numbers('soilMoisture').some((value) => value > 1) ? '%' : 'share',
    dateOrder: guessOrder(of('day')),
    aheadMin: 0,
  };
}

/** The order that most dates allow; where several do, the one in which the day changes most. */
function guessOrder(texts: readonly string[]): DateOrder {
  const parts = texts.flatMap((text) => {
    const found = /^\D*(\d{1,4})\D(\d{1,2})\D(\d{1,4})/.exec(text);
    return found ? [found.slice(1, 4).map(Number) as [number, number, number]] : [];
  });
  const changes = (at: 0 | 1) =>
    parts.filter((part, i) => i > 0 && part[at] !== parts[i - 1]![at]).length;
  const [days, months] = changes(0) > changes(1) ? ([0, 1] as const) : ([1, 0] as const);
  const allowed = {
    ymd: parts.filter(([first, month]) => first > 31 && month <= 12).length,
    dmy: parts.filter(([day, month]) => day >= 1 && day <= 31 && month <= 12).length,
    mdy: parts.filter(([month, day]) => day >= 1 && day <= 31 && month >= 1 && month <= 12).length,
  };
  const tied = days < months ? (['ymd', 'dmy', 'mdy'] as const) : (['ymd', 'mdy', 'dmy'] as const);
  return tied.reduce((best, order) => (allowed[order] > allowed[best] ? order : best));
}
