import { requireFinite } from '../arguments/index.ts';

/** What can be measured. Values are always SI: m, m², per m², °C, share of 1. */
export type Dimension =
  | 'length'
  | 'area'
  | 'population'
  | 'share'
  | 'temperature'
  | 'heat'
  | 'speed'
  | 'mass'
  | 'massRate'
  | 'density'
  | 'seedSize'
  | 'cornYield'
  | 'beanYield'
  | 'cornMass'
  | 'beanMass'
  | 'cornPrice'
  | 'moneyPerArea'
  | 'beanPrice';

export interface Unit {
  dimension: Dimension;
  /** SI value of one unit (temperature: of one degree). */
  factor: number;
  /** SI value of zero in this unit (temperature only). */
  offset?: number;
  /** How the unit is written after a number. */
  symbol: string;
  /** What people write for it, lower case. */
  words: readonly string[];
}

export const ACRE_M2 = 4046.8564224;
export const FOOT_M = 0.3048;
export const INCH_M = 0.0254;
const POUND = 0.45359237;
/** A US bushel as a measure, m³. */
const BUSHEL_M3 = 0.03523907016688;

/** Plants or seeds of an area, as people write it. */
const countsPer = (short: string, long: string) =>
  ['', 'seeds ', 'plants ', 'kernels '].flatMap((what) => [
    ...[short, long].flatMap((area) => [
      `${what.trim()}/${area}`,
      `${what}/${area}`,
      `${what}per ${area}`,
    ]),
    `${what}a ${long}`,
    `${what}an ${long}`,
  ]);

/** The units of the trade, with their exact SI factors. */
export const UNITS = {
  m: {
    dimension: 'length',
    factor: 1,
    symbol: 'm',
    words: ['m', 'metre', 'metres', 'meter', 'meters'],
  },
  cm: {
    dimension: 'length',
    factor: 0.01,
    symbol: 'cm',
    words: ['cm', 'centimetre', 'centimetres', 'centimeters'],
  },
  mm: {
    dimension: 'length',
    factor: 0.001,
    symbol: 'mm',
    words: ['mm', 'millimetre', 'millimetres', 'millimeters'],
  },
  in: {
    dimension: 'length',
    factor: INCH_M,
    symbol: 'in',
    words: ['in', 'inch', 'inches', '"', '″', '”', "''"],
  },
  ft: {
    dimension: 'length',
    factor: FOOT_M,
    symbol: 'ft',
    words: ['ft', 'foot', 'feet', "'", '′', '’'],
  },
  mi: { dimension: 'length', factor: 1609.344, symbol: 'mi', words: ['mi', 'mile', 'miles'] },
  km: {
    dimension: 'length',
    factor: 1000,
    symbol: 'km',
    words: ['km', 'kilometre', 'kilometres', 'kilometers'],
  },
  m2: { dimension: 'area', factor: 1, symbol: 'm²', words: ['m2', 'm²'] },
  ha: { dimension: 'area', factor: 10000, symbol: 'ha', words: ['ha', 'hectare', 'hectares'] },
  ac: { dimension: 'area', factor: ACRE_M2, symbol: 'ac', words: ['ac', 'acre', 'acres'] },
  perM2: {
    dimension: 'population',
    factor: 1,
    symbol: '/m²',
    words: ['/m2', '/m²', 'per m2', 'per m²'],
  },
  perFt2: {
    dimension: 'population',
    factor: 1 / FOOT_M ** 2,
    symbol: '/ft²',
    words: ['/ft2', '/ft²', '/sq ft', 'per ft2', 'per ft²', 'per sq ft'],
  },
  perAc: {
    dimension: 'population',
    factor: 1 / ACRE_M2,
    symbol: '/ac',
    words: countsPer('ac', 'acre'),
  },
  perHa: {
    dimension: 'population',
    factor: 1 / 10000,
    symbol: '/ha',
    words: countsPer('ha', 'hectare'),
  },
  kg: { dimension: 'mass', factor: 1, symbol: 'kg', words: ['kg', 'kilogram', 'kilograms'] },
  lb: { dimension: 'mass', factor: POUND, symbol: 'lb', words: ['lb', 'lbs', 'pound', 'pounds'] },
  g: { dimension: 'mass', factor: 0.001, symbol: 'g', words: ['g', 'gram', 'grams'] },
  oz: { dimension: 'mass', factor: POUND / 16, symbol: 'oz', words: ['oz', 'ounce', 'ounces'] },
  kgPerHa: {
    dimension: 'massRate',
    factor: 1e-4,
    symbol: 'kg/ha',
    words: ['kg/ha', 'kg per ha', 'kg per hectare'],
  },
  lbPerAc: {
    dimension: 'massRate',
    factor: POUND / ACRE_M2,
    symbol: 'lb/ac',
    words: ['lb/ac', 'lbs/ac', 'lb/acre', 'lb per acre'],
  },
  lbPerBu: {
    dimension: 'density',
    factor: POUND / BUSHEL_M3,
    symbol: 'lb/bu',
    words: ['lb/bu', 'lbs/bu', 'lb per bu'],
  },
  kgPerHl: {
    dimension: 'density',
    factor: 10,
    symbol: 'kg/hL',
    words: ['kg/hl', 'kg per hl'],
  },
  /** A bushel of corn weighs 56 lb, one of soybean or wheat 60. */
  bu56PerAc: {
    dimension: 'cornYield',
    factor: (56 * POUND) / ACRE_M2,
    symbol: 'bu/ac',
    words: ['bu/ac', 'bu/acre', 'bushels per acre', 'bu'],
  },
  cornTPerHa: {
    dimension: 'cornYield',
    factor: 0.1,
    symbol: 't/ha',
    words: ['t/ha', 't per ha', 'tonnes per hectare', 't'],
  },
  bu60PerAc: {
    dimension: 'beanYield',
    factor: (60 * POUND) / ACRE_M2,
    symbol: 'bu/ac',
    words: ['bu/ac', 'bu/acre', 'bushels per acre', 'bu'],
  },
  beanTPerHa: {
    dimension: 'beanYield',
    factor: 0.1,
    symbol: 't/ha',
    words: ['t/ha', 't per ha', 'tonnes per hectare', 't'],
  },
  bu56: {
    dimension: 'cornMass',
    factor: 56 * POUND,
    symbol: 'bu',
    words: ['bu', 'bushel', 'bushels'],
  },
  cornT: { dimension: 'cornMass', factor: 1000, symbol: 't', words: ['t', 'tonne', 'tonnes'] },
  bu60: {
    dimension: 'beanMass',
    factor: 60 * POUND,
    symbol: 'bu',
    words: ['bu', 'bushel', 'bushels'],
  },
  beanT: { dimension: 'beanMass', factor: 1000, symbol: 't', words: ['t', 'tonne', 'tonnes'] },
  /** Prices are in the workspace's own money, a kg. */
  perBu56: {
    dimension: 'cornPrice',
    factor: 1 / (56 * POUND),
    symbol: '/bu',
    words: ['/bu', 'per bu', 'a bushel', 'per bushel'],
  },
  perCornT: {
    dimension: 'cornPrice',
    factor: 1 / 1000,
    symbol: '/t',
    words: ['/t', 'per t', 'a tonne', 'per tonne'],
  },
  moneyPerAc: {
    dimension: 'moneyPerArea',
    factor: 1 / ACRE_M2,
    symbol: '/ac',
    words: ['/ac', 'per ac', 'an acre', 'per acre'],
  },
  moneyPerHa: {
    dimension: 'moneyPerArea',
    factor: 1 / 10_000,
    symbol: '/ha',
    words: ['/ha', 'per ha', 'a hectare', 'per hectare'],
  },
  perBu60: {
    dimension: 'beanPrice',
    factor: 1 / (60 * POUND),
    symbol: '/bu',
    words: ['/bu', 'per bu', 'a bushel', 'per bushel'],
  },
  perBeanT: {
    dimension: 'beanPrice',
    factor: 1 / 1000,
    symbol: '/t',
    words: ['/t', 'per t', 'a tonne', 'per tonne'],
  },
  seedsPerKg: {
    dimension: 'seedSize',
    factor: 1,
    symbol: 'seeds/kg',
    words: ['seeds/kg', '/kg', 'per kg', 'seeds per kg'],
  },
  seedsPerLb: {
    dimension: 'seedSize',
    factor: 1 / POUND,
    symbol: 'seeds/lb',
    words: ['seeds/lb', '/lb', 'per lb', 'seeds per lb'],
  },
  mph: { dimension: 'speed', factor: 0.44704, symbol: 'mph', words: ['mph', 'mi/h'] },
  kmPerH: { dimension: 'speed', factor: 1 / 3.6, symbol: 'km/h', words: ['km/h', 'kmh', 'kph'] },
  percent: { dimension: 'share', factor: 0.01, symbol: '%', words: ['%', 'percent', 'per cent'] },
  celsiusDay: {
    dimension: 'heat',
    factor: 1,
    symbol: '°C·d',
    words: ['°c·d', '°cd', 'degree days'],
  },
  fahrenheitDay: {
    dimension: 'heat',
    factor: 5 / 9,
    symbol: '°F·d',
    words: ['°f·d', '°fd', 'heat units', 'gdu', 'gdd'],
  },
  celsius: {
    dimension: 'temperature',
    factor: 1,
    offset: 0,
    symbol: '°C',
    words: ['°c', 'c', 'celsius'],
  },
  fahrenheit: {
    dimension: 'temperature',
    factor: 5 / 9,
    offset: -160 / 9,
    symbol: '°F',
    words: ['°f', 'f', 'fahrenheit'],
  },
} as const satisfies Record<string, Unit>;

export type UnitName = keyof typeof UNITS;

export const toSi = (value: number, unit: UnitName): number => {
  const { factor, offset = 0 }: Unit = UNITS[unit];
  return requireFinite('value', value) * factor + offset;
};

export const fromSi = (value: number, unit: UnitName): number => {
  const { factor, offset = 0 }: Unit = UNITS[unit];
  return (requireFinite('value', value) - offset) / factor;
};
