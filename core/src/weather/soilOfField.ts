import type { ExpectedHeat } from './heatAhead.ts';
import type { HeatDay } from './heatSince.ts';

/** How the ground was tilled: residue over the row keeps it cool. The first is taken where nobody said. */
export const TILLAGES = ['tilled', 'strip', 'noTill'] as const;
export type Tillage = (typeof TILLAGES)[number];

/**
 * How much cooler the soil at the seed is than the station has it, °C, and how far one field can be from that, SD. A sensor lies in tilled soil, near
 * the field; from air alone the soil is a guess. Sendero defaults.
 */
const COOLER: Record<'soil' | 'air', Record<Tillage, { byC: number; sdC: number }>> = {
  soil: {
    tilled: { byC: 0, sdC: 0 },
    strip: { byC: 0.4, sdC: 0.5 },
    noTill: { byC: 1.2, sdC: 0.8 },
  },
  air: {
    tilled: { byC: 0, sdC: 1 },
    strip: { byC: 0.4, sdC: 1.1 },
    noTill: { byC: 1.2, sdC: 1.3 },
  },
};

const sourceOf = ({ from }: Pick<HeatDay, 'from'>) => (from?.startsWith('air') ? 'air' : 'soil');
const coolerOf = (source: 'soil' | 'air', tillage: Tillage | null) =>
  COOLER[source][tillage ?? 'tilled'];

/**
 * Heat that the soil of a field had, from what its station shows: less where residue lies over the row.
 *
 * @param heat of `heatSince`, °C·day; @param tillage null: nobody said, taken as tilled
 * @example heatInSoil(heat, 'noTill')[5]!.heat // 1.2 less than the station’s
 */
export const heatInSoil = (heat: readonly HeatDay[], tillage: Tillage | null): HeatDay[] =>
  heat.map((day, i) => ({
    ...day,
    heat:
      day.heat === null
        ? null
        : // The planting day is half a day long.
          Math.max(0, day.heat - coolerOf(sourceOf(day), tillage).byC * (i === 0 ? 0.5 : 1)),
  }));

/** The same of days to come: where soil was measured, `heatAhead` has moved them to it already. */
export const heatAheadInSoil = (
  heat: readonly HeatDay[],
  ahead: readonly ExpectedHeat[],
  tillage: Tillage | null,
): ExpectedHeat[] => {
  const byC = heat.some(({ from }) => from?.startsWith('soil')) ? 0 : coolerOf('air', tillage).byC;
  return ahead.map((day) => ({ ...day, heat: Math.max(0, day.heat - byC) }));
};

/** How far off each day’s heat in a field can be, all days the same way, SD in °C·day. */
export const strayPerDay = (heat: readonly HeatDay[], tillage: Tillage | null): number =>
  coolerOf(
    heat.length === 0 || heat.some((day) => sourceOf(day) === 'air') ? 'air' : 'soil',
    tillage,
  ).sdC;
