import { parseQuantity, type DecimalMark, type Parsed } from './parseQuantity.ts';
import { show, unitName, type QuantityKind, type UnitSystem } from './quantityKinds.ts';
import { toSi, UNITS, type UnitName } from './unitTable.ts';

/** What a figure of a kind can be at all, in a unit of the trade. Sendero defaults: beyond them it is a slip of the finger. */
const POSSIBLE: Record<QuantityKind, readonly [low: number, high: number, unit: UnitName]> = {
  seedDepth: [0, 16, 'in'],
  speed: [0, 30, 'mph'],
  depthSpread: [0, 8, 'in'],
  seedMass: [0, 20_000, 'lb'],
  loadMass: [0, 120_000, 'lb'],
  testWeight: [10, 100, 'lbPerBu'],
  plantMass: [0, 2000, 'g'],
  seedMassRate: [0, 1000, 'lbPerAc'],
  cornYield: [0, 700, 'bu56PerAc'],
  beanYield: [0, 300, 'bu60PerAc'],
  cornMass: [0, 2_000_000, 'bu56'],
  beanMass: [0, 2_000_000, 'bu60'],
  cornPrice: [0, 1_000_000, 'perCornT'],
  beanPrice: [0, 1_000_000, 'perBeanT'],
  moneyPerArea: [-1_000_000, 1_000_000, 'moneyPerHa'],
  seedSize: [100, 100_000, 'seedsPerLb'],
  rowWidth: [2, 120, 'in'],
  plantSpacing: [0, 400, 'in'],
  targetSpacing: [0, 400, 'in'],
  rowLength: [1 / 3, 1640, 'ft'],
  tapePosition: [0, 5000, 'ft'],
  hoopDiameter: [5, 200, 'in'],
  population: [0, 4_000_000, 'perAc'],
  denseStand: [0, 100, 'perFt2'],
  distance: [0, 20, 'mi'],
  roadDistance: [0, 2000, 'mi'],
  area: [0, 25_000, 'ac'],
  share: [0, 100, 'percent'],
  content: [0, 100, 'percent'],
  heat: [0, 10_000, 'fahrenheitDay'],
  rain: [0, 40, 'in'],
  temperature: [-80, 150, 'fahrenheit'],
};

/** What a figure of a kind can be at all, SI. @example possibleRange('share') // [0, 1] */
export function possibleRange(kind: QuantityKind): readonly [low: number, high: number] {
  const [low, high, unit] = POSSIBLE[kind];
  return [toSi(low, unit), toSi(high, unit)];
}

/**
 * Reads what a person of `system` typed for a figure of this kind: see `parseQuantity`. What cannot be is refused in words that say what can.
 *
 * @example read('30', 'rowWidth', 'us') // { ok: true, value: 0.762 }
 */
export function read(
  text: string,
  kind: QuantityKind,
  system: UnitSystem,
  decimal: DecimalMark = '.',
): Parsed {
  const unit = unitName(kind, system);
  const parsed = parseQuantity(text, UNITS[unit].dimension, unit, decimal);
  if (!parsed.ok) return parsed;
  if (isPossible(parsed.value, kind)) {
    const { other, unsure: _unsure, ...sure } = parsed;
    // What cannot be was not meant.
    return other !== undefined && isPossible(other, kind) ? parsed : sure;
  }
  const { other } = parsed;
  const [low, high] = possibleRange(kind);
  return {
    ok: false,
    ...(other !== undefined && isPossible(other, kind) ? { instead: other } : {}),
    problem: `Enter between ${show(low, kind, system)} and ${show(high, kind, system)}.`,
  };
}

function isPossible(value: number, kind: QuantityKind): boolean {
  const [low, high] = possibleRange(kind);
  const room = 1e-9 * Math.max(Math.abs(low), Math.abs(high));
  return value >= low - room && value <= high + room;
}
