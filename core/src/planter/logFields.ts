import { ACRE_M2 } from '../units/index.ts';
const POUND_FORCE = 4.4482216152605;

/** How a column of a planter log is read: a factor to SI, or a way of reading time. */
export const LOG_UNITS = {
  time: { iso: 0, seconds: 1, milliseconds: 0.001 },
  row: { number: 1 },
  position: { degrees: 1 },
  speed: { 'm/s': 1, 'km/h': 1 / 3.6, mph: 0.44704 },
  population: {
    'per m²': 1,
    'per ac': 1 / ACRE_M2,
    'per ha': 1e-4,
    'thousand per ac': 1000 / ACRE_M2,
  },
  share: { share: 1, '%': 0.01 },
  force: { N: 1, kN: 1000, lb: POUND_FORCE, kg: 9.80665 },
} as const;
export type LogQuantity = keyof typeof LOG_UNITS;

/** What a record of a planter log can say, SI; how its column is likely to be called. */
export const LOG_FIELDS = {
  time: { label: 'Time', quantity: 'time', needed: true, words: /time|stamp|utc|date/ },
  row: {
    label: 'Row',
    quantity: 'row',
    needed: true,
    words: /^row(?!.*width)|unit.?(no|num|id)|^unit$/,
  },
  latitude: { label: 'Latitude', quantity: 'position', needed: false, words: /^lat/ },
  longitude: { label: 'Longitude', quantity: 'position', needed: false, words: /^(lon|lng)/ },
  speedMPerS: { label: 'Speed', quantity: 'speed', needed: false, words: /speed|velocity/ },
  targetPerM2: {
    label: 'Target population',
    quantity: 'population',
    needed: false,
    words: /(target|set|desired).*(pop|rate|seed)|(pop|rate).*(target|set)/,
  },
  droppedPerM2: {
    label: 'Dropped population',
    quantity: 'population',
    needed: true,
    words: /(drop|actual|applied|real).*(pop|rate|seed)|(pop|rate).*(drop|actual|applied)|^pop/,
  },
  singulation: { label: 'Singulation', quantity: 'share', needed: false, words: /singul/ },
  downforceN: {
    label: 'Downforce applied',
    quantity: 'force',
    needed: false,
    words: /down.?(force|press)/,
  },
  wheelLoadN: {
    label: 'Gauge-wheel load',
    quantity: 'force',
    needed: false,
    words: /gauge|wheel.*load|load|margin/,
  },
  moisture: { label: 'Furrow moisture', quantity: 'share', needed: false, words: /moist/ },
} as const satisfies Record<
  string,
  { label: string; quantity: LogQuantity; needed: boolean; words: RegExp }
>;

export type LogField = keyof typeof LOG_FIELDS;
export const LOG_FIELD_NAMES = Object.keys(LOG_FIELDS) as LogField[];

/** Which column holds a field, and in which unit. */
export interface MappedColumn {
  column: string;
  unit: string;
}
export type LogMapping = Partial<Record<LogField, MappedColumn>>;

/** One record of one row, SI. What the log does not say is null. */
export type LogRecord = Record<
  Exclude<LogField, 'time' | 'row' | 'droppedPerM2'>,
  number | null
> & {
  /** ISO time. */
  time: string;
  row: number;
  droppedPerM2: number;
};

/** Units a field can be given in, most usual first. */
export const unitsOf = (field: LogField): string[] =>
  Object.keys(LOG_UNITS[LOG_FIELDS[field].quantity]);
