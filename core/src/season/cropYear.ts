import { requireDate } from '../arguments/index.ts';

/** Month from which on a crop is harvested the year after, in both hemispheres: winter wheat in the north, maize in the south. Sendero default. */
const NEXT_YEARS_CROP = 8;

const yearOf = (name: string, day: string) => Number(requireDate(name, day).slice(0, 4));

/**
 * The season of a planting: the year of its harvest.
 *
 * @param plantedOn ISO date
 * @example cropYear('2027-04-28') // 2027
 * @example cropYear('2026-10-02') // 2027, winter wheat
 */
export const cropYear = (plantedOn: string): number =>
  yearOf('plantedOn', plantedOn) + (Number(plantedOn.slice(5, 7)) >= NEXT_YEARS_CROP ? 1 : 0);

/**
 * The season that a workspace is in: the year of the day, and none before the one it started with.
 *
 * @param today ISO date
 * @example seasonOn('2027-01-01', { season: 2026, fixedToday: null }) // 2027
 */
export const seasonOn = (
  today: string,
  { season, fixedToday }: { season: number; fixedToday: string | null },
): number => Math.max(season, yearOf('today', fixedToday ?? today));

/**
 * Whether a planting is shown with a season: its own, and the one in whose autumn it was sown.
 *
 * @example isShownIn(2026, { season: 2027, plantedOn: '2026-10-02' }) // true
 */
export const isShownIn = (
  season: number,
  planting: { season: number; plantedOn: string },
): boolean =>
  planting.season === season ||
  (planting.season === season + 1 && yearOf('plantedOn', planting.plantedOn) === season);
