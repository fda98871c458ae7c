import {
  axisTicks,
  read,
  show,
  showNumber,
  showRough,
  unitSymbol,
  type AxisTick,
  type DecimalMark,
  type QuantityKind,
  type UnitSystem,
} from '@sendero/core';
import { useMemo } from 'react';
import { useWorkspace } from '../data/hooks.ts';
import { useAppSelector } from '../data/store.ts';

export interface Units {
  system: UnitSystem;
  /** Mark before decimals. */
  decimal: DecimalMark;
  /** A figure with its unit. */
  show(value: number, kind: QuantityKind): string;
  /** An estimate to two significant digits. */
  rough(value: number, kind: QuantityKind): string;
  /** “lower to upper unit”, to two significant digits. */
  roughRange(range: readonly [number, number], kind: QuantityKind): string;
  /** The figure alone, where the unit stands beside it once. */
  number(value: number, kind: QuantityKind): string;
  symbol(kind: QuantityKind): string;
  /** A plain figure with so many decimals. */
  fixed(value: number, decimals: number): string;
  /** A probability of chance, to three decimals. */
  chance(p: number): string;
  /** A text as the core writes it, with this mark in its figures. */
  marked(text: string): string;
  /** Round figures along an axis from `low` to `high`. */
  ticks(low: number, high: number, kind: QuantityKind, about: number): AxisTick[];
  read(text: string, kind: QuantityKind): ReturnType<typeof read>;
  /** “lower – upper unit” */
  interval(interval: readonly [number, number], kind: QuantityKind): string;
  /** How populations of a crop are spoken of. */
  standKind(denseStand: boolean): QuantityKind;
}

/** The mark of this browser's own language. */
export const BROWSER_MARK: DecimalMark =
  new Intl.NumberFormat().formatToParts(0.5).find(({ type }) => type === 'decimal')?.value === ','
    ? ','
    : '.';

/** How figures are shown to and read from people of a system, with their mark before decimals. */
export function unitsOf(system: UnitSystem, decimal: DecimalMark = '.'): Units {
  /** The core writes points and, in US units, commas between thousands. */
  const marked = (text: string) =>
    decimal === '.'
      ? text
      : text.replace(/(?<=\d)[.,](?=\d)/g, (mark) => (mark === '.' ? ',' : '.'));
  const number: Units['number'] = (value, kind) => marked(showNumber(value, kind, system));
  const rough: Units['rough'] = (value, kind) => marked(showRough(value, kind, system));
  const shown: Units['show'] = (value, kind) => marked(show(value, kind, system));
  return {
    system,
    decimal,
    show: shown,
    rough,
    roughRange: ([low, high], kind) => {
      const [lower, upper] = [rough(low, kind), rough(high, kind)];
      const unit = unitSymbol(kind, system);
      return lower === upper ? upper : `${lower.replace(unit, '').trimEnd()} to ${upper}`;
    },
    number,
    marked,
    fixed: (value, decimals) => marked(value.toFixed(decimals)),
    chance: (p) => marked(p < 0.001 ? '< 0.001' : p.toFixed(3)),
    symbol: (kind) => unitSymbol(kind, system),
    ticks: (low, high, kind, about) =>
      axisTicks(low, high, kind, system, about).map((tick) => ({
        ...tick,
        text: marked(tick.text),
      })),
    read: (text, kind) => read(text, kind, system, decimal),
    interval: ([lower, upper], kind) =>
      `${number(Math.max(0, lower), kind)} – ${shown(upper, kind)}`,
    standKind: (denseStand) => (denseStand ? 'denseStand' : 'population'),
  };
}

/** The units of the person at this device, with the workspace's mark before decimals. */
export function useUnits(): Units {
  const system = useAppSelector((state) => state.preferences.units);
  const decimal = useWorkspace()?.data.decimalMark ?? BROWSER_MARK;
  return useMemo(() => unitsOf(system, decimal), [system, decimal]);
}
