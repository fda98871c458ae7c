import { printNumber, printQuantity, type NumberStyle } from './printQuantity.ts';
import { requireFinite } from '../arguments/index.ts';
import { fromSi, toSi, UNITS, type UnitName } from './unitTable.ts';

export type UnitSystem = 'us' | 'metric';

interface Habit {
  unit: UnitName;
  style: NumberStyle;
}

/** What each kind of figure is spoken in, by people of each system. */
const KINDS = {
  seedDepth: {
    us: { unit: 'in', style: { fraction: 8 } },
    metric: { unit: 'cm', style: { decimals: 1 } },
  },
  /** Of a machine over the ground. */
  speed: {
    us: { unit: 'mph', style: { decimals: 1 } },
    metric: { unit: 'kmPerH', style: { decimals: 1 } },
  },
  /** A spread or an error of depth, where fractions would hide it. */
  depthSpread: {
    us: { unit: 'in', style: { decimals: 2 } },
    metric: { unit: 'mm', style: { decimals: 0 } },
  },
  seedMass: {
    us: { unit: 'lb', style: { decimals: 0 } },
    metric: { unit: 'kg', style: { decimals: 0 } },
  },
  /** Of a load, on a weigh wagon. */
  loadMass: {
    us: { unit: 'lb', style: { decimals: 0 } },
    metric: { unit: 'kg', style: { decimals: 0 } },
  },
  /** Of grain in a measure: a bushel, or a hectolitre. */
  testWeight: {
    us: { unit: 'lbPerBu', style: { decimals: 1 } },
    metric: { unit: 'kgPerHl', style: { decimals: 1 } },
  },
  /** Of the grain of one plant, on a small scale. */
  plantMass: {
    us: { unit: 'g', style: { decimals: 0 } },
    metric: { unit: 'g', style: { decimals: 0 } },
  },
  seedMassRate: {
    us: { unit: 'lbPerAc', style: { decimals: 1 } },
    metric: { unit: 'kgPerHa', style: { decimals: 0 } },
  },
  /** Of corn, whose bushel weighs 56 lb. */
  cornYield: {
    us: { unit: 'bu56PerAc', style: { decimals: 1 } },
    metric: { unit: 'cornTPerHa', style: { decimals: 2 } },
  },
  /** Of soybean and small grains, whose bushel weighs 60 lb. */
  beanYield: {
    us: { unit: 'bu60PerAc', style: { decimals: 1 } },
    metric: { unit: 'beanTPerHa', style: { decimals: 2 } },
  },
  /** Grain of corn, and of soybean and small grains, of an area. */
  cornMass: {
    us: { unit: 'bu56', style: { decimals: 0 } },
    metric: { unit: 'cornT', style: { decimals: 1 } },
  },
  beanMass: {
    us: { unit: 'bu60', style: { decimals: 0 } },
    metric: { unit: 'beanT', style: { decimals: 1 } },
  },
  /** What it is sold for, in the workspace's own money. */
  cornPrice: {
    us: { unit: 'perBu56', style: { decimals: 2 } },
    metric: { unit: 'perCornT', style: { decimals: 0 } },
  },
  beanPrice: {
    us: { unit: 'perBu60', style: { decimals: 2 } },
    metric: { unit: 'perBeanT', style: { decimals: 0 } },
  },
  /** Spent or returned on an area, in the workspace's own money. */
  moneyPerArea: {
    us: { unit: 'moneyPerAc', style: { decimals: 0 } },
    metric: { unit: 'moneyPerHa', style: { decimals: 0 } },
  },
  seedSize: {
    us: { unit: 'seedsPerLb', style: { decimals: 0 } },
    metric: { unit: 'seedsPerKg', style: { decimals: 0 } },
  },
  rowWidth: {
    us: { unit: 'in', style: { fraction: 8 } },
    metric: { unit: 'cm', style: { decimals: 1 } },
  },
  plantSpacing: {
    us: { unit: 'in', style: { decimals: 1 } },
    metric: { unit: 'cm', style: { decimals: 1 } },
  },
  targetSpacing: {
    us: { unit: 'in', style: { decimals: 2 } },
    metric: { unit: 'cm', style: { decimals: 1 } },
  },
  rowLength: {
    us: { unit: 'ft', style: { feetInches: 1, wholeFromFt: 10 } },
    metric: { unit: 'm', style: { decimals: 2 } },
  },
  /** Spoken in feet and inches, but a bare number on a tape means inches. */
  tapePosition: {
    us: { unit: 'in', style: { feetInches: 1 } },
    metric: { unit: 'cm', style: { decimals: 1 } },
  },
  hoopDiameter: {
    us: { unit: 'in', style: { fraction: 8 } },
    metric: { unit: 'cm', style: { decimals: 1 } },
  },
  population: {
    us: { unit: 'perAc', style: { roundTo: 100 } },
    metric: { unit: 'perHa', style: { roundTo: 100 } },
  },
  denseStand: {
    us: { unit: 'perFt2', style: { decimals: 1 } },
    metric: { unit: 'perM2', style: { decimals: 0 } },
  },
  /** On the ground, between places: walked, not measured by tape. */
  distance: {
    us: { unit: 'ft', style: { decimals: 0 } },
    metric: { unit: 'm', style: { decimals: 0 } },
  },
  /** Between fields, driven. */
  roadDistance: {
    us: { unit: 'mi', style: { decimals: 1 } },
    metric: { unit: 'km', style: { decimals: 1 } },
  },
  area: {
    us: { unit: 'ac', style: { upTo: 1 } },
    metric: { unit: 'ha', style: { decimals: 1 } },
  },
  share: {
    us: { unit: 'percent', style: { decimals: 0 } },
    metric: { unit: 'percent', style: { decimals: 0 } },
  },
  /** Water or protein in grain, water in soil: tenths are read. */
  content: {
    us: { unit: 'percent', style: { decimals: 1 } },
    metric: { unit: 'percent', style: { decimals: 1 } },
  },
  /** Heat units: degrees above the base, day by day. */
  heat: {
    us: { unit: 'fahrenheitDay', style: { decimals: 0 } },
    metric: { unit: 'celsiusDay', style: { decimals: 0 } },
  },
  rain: {
    us: { unit: 'in', style: { decimals: 2 } },
    metric: { unit: 'mm', style: { decimals: 0 } },
  },
  temperature: {
    us: { unit: 'fahrenheit', style: { decimals: 0 } },
    metric: { unit: 'celsius', style: { decimals: 0 } },
  },
} as const satisfies Record<string, Record<UnitSystem, Habit>>;

export type QuantityKind = keyof typeof KINDS;
export const QUANTITY_KINDS = Object.keys(KINDS) as QuantityKind[];

/** Area that people of a system count their seeds on, m². @example unitAreaM2('us') / 1000 // the thousandth of an acre */
export const unitAreaM2 = (system: UnitSystem): number => toSi(1, KINDS.area[system].unit);

/** A figure with its unit, for people of `system`. @example show(0.04445, 'seedDepth', 'us') // '1¾ in' */
export function show(value: number, kind: QuantityKind, system: UnitSystem): string {
  const { unit, style }: Habit = KINDS[kind][system];
  return printQuantity(value, unit, style);
}

/** An estimate to two significant digits, where it is known no closer. @example showRough(0.615, 'cornYield', 'us') // '98 bu/ac' */
export function showRough(value: number, kind: QuantityKind, system: UnitSystem): string {
  const { unit }: Habit = KINDS[kind][system];
  const amount = Math.abs(fromSi(requireFinite('value', value), unit));
  const step = amount === 0 ? 1 : 10 ** (Math.floor(Math.log10(amount)) - 1);
  return printQuantity(value, unit, step < 1 ? { upTo: -Math.log10(step) } : { roundTo: step });
}

/** The figure without its unit, for axes and tables that name the unit once. @example showNumber(7.9074, 'population', 'us') // '32,000' */
export function showNumber(value: number, kind: QuantityKind, system: UnitSystem): string {
  const { unit, style }: Habit = KINDS[kind][system];
  return printNumber(value, unit, style);
}

/** The unit that goes with `showNumber`. @example unitSymbol('population', 'us') // '/ac' */
export function unitSymbol(kind: QuantityKind, system: UnitSystem): string {
  return UNITS[KINDS[kind][system].unit].symbol;
}

/** The unit a bare number is taken in. @example unitName('seedDepth', 'metric') // 'cm' */
export function unitName(kind: QuantityKind, system: UnitSystem): UnitName {
  return KINDS[kind][system].unit;
}
