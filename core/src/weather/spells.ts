import { addDays } from '../season/index.ts';
import type { WeatherDay } from './readWeather.ts';

/** A spell of weather that puts seeds or shoots at risk, with what it can have done. */
export interface Spell {
  spell: 'coldDrink' | 'crust' | 'wet' | 'dry';
  from: string;
  to: string;
}

/** Defaults of this app, SI. */
const COLD = { rainM: 0.003, soilC: 10 };
const CRUST = { rainM: 0.012, dryDays: 2, dryM: 0.001 };
const WET = { rainM: 0.08, days: 10 };
const DRY = { rainM: 0.002, days: 10 };

/**
 * Cold water drunk within 48 h of planting, heavy rain then sun before plants are up, saturation, and no rain to
 * speak of: each said only where it was measured.
 *
 * @param cold whether the crop minds cold water (corn and soybean)
 * @param until the last day that matters: when plants were up, or today
 * @example spellsSince('2027-05-02', days, { cold: true, until: '2027-05-18' })
 */
export function spellsSince(
  plantedOn: string,
  days: readonly WeatherDay[],
  { cold, until }: { cold: boolean; until: string },
): Spell[] {
  const own = days.filter(({ on }) => on >= plantedOn && on <= until);
  const found: Spell[] = [];
  const rain = (some: readonly WeatherDay[]) =>
    some.reduce((sum, { rainM }) => sum + (rainM ?? 0), 0);
  const early = own.filter(({ on }) => on <= addDays(plantedOn, 2));
  const coldest = early.reduce(
    (least, { soilMinC, minC }) => Math.min(least, soilMinC ?? minC ?? Infinity),
    Infinity,
  );
  if (cold && rain(early) >= COLD.rainM && coldest < COLD.soilC)
    found.push({ spell: 'coldDrink', from: plantedOn, to: early.at(-1)!.on });
  own.forEach(({ on, rainM }, i) => {
    if ((rainM ?? 0) < CRUST.rainM) return;
    const after = own.slice(i + 1, i + 1 + CRUST.dryDays);
    if (
      after.length === CRUST.dryDays &&
      after.every((day) => day.rainM !== null && day.rainM < CRUST.dryM)
    )
      found.push({ spell: 'crust', from: on, to: after.at(-1)!.on });
  });
  const soaked = own.filter(({ on }) => on < addDays(plantedOn, WET.days));
  if (rain(soaked) >= WET.rainM)
    found.push({ spell: 'wet', from: plantedOn, to: soaked.at(-1)!.on });
  let since: string | null = null;
  for (const { on, rainM } of own) {
    const dry = rainM !== null && rainM < DRY.rainM;
    if (dry) since ??= on;
    if ((!dry || on === own.at(-1)!.on) && since !== null) {
      const to = dry ? on : addDays(on, -1);
      if (addDays(since, DRY.days - 1) <= to) found.push({ spell: 'dry', from: since, to });
      since = null;
    }
  }
  return found.sort((a, b) => (a.from < b.from ? -1 : 1));
}
