import {
  axisTicks,
  read,
  show,
  showNumber,
  unitSymbol,
  type AxisTick,
  type QuantityKind,
  type UnitSystem,
} from '@sendero/core';
import { useMemo } from 'react';
import { useAppSelector } from '../data/store.ts';

export interface Units {
  system: UnitSystem;
  /** A figure with its unit. */
  show(value: number, kind: QuantityKind): string;
  /** The figure alone, where the unit stands beside it once. */
  number(value: number, kind: QuantityKind): string;
  symbol(kind: QuantityKind): string;
  /** Round figures along an axis from `low` to `high`. */
  ticks(low: number, high: number, kind: QuantityKind, about: number): AxisTick[];
  read(text: string, kind: QuantityKind): ReturnType<typeof read>;
  /** “lower – upper unit” */
  interval(interval: readonly [number, number], kind: QuantityKind): string;
  /** How populations of a crop are spoken of. */
  standKind(denseStand: boolean): QuantityKind;
}

/** How figures are shown to and read from people of a system. */
export const unitsOf = (system: UnitSystem): Units => ({
  system,
  show: (value, kind) => show(value, kind, system),
  number: (value, kind) => showNumber(value, kind, system),
  symbol: (kind) => unitSymbol(kind, system),
  ticks: (low, high, kind, about) => axisTicks(low, high, kind, system, about),
  read: (text, kind) => read(text, kind, system),
  interval: ([lower, upper], kind) =>
    `${showNumber(Math.max(0, lower), kind, system)} – ${show(upper, kind, system)}`,
  standKind: (denseStand) => (denseStand ? 'denseStand' : 'population'),
});

/** The units of the person at this device. */
export function useUnits(): Units {
  const system = useAppSelector((state) => state.preferences.units);
  return useMemo(() => unitsOf(system), [system]);
}
