import { requireDate, requireFinite } from '../arguments/index.ts';

const DAY_MS = 86_400_000;

/** Whole days from one ISO date to another. @example daysBetween('2027-04-28', '2027-05-27') // 29 */
export function daysBetween(from: string, to: string): number {
  const midnight = (date: string) => Date.parse(date.slice(0, 10));
  return Math.round(
    (midnight(requireDate('to', to)) - midnight(requireDate('from', from))) / DAY_MS,
  );
}

/** The ISO date some days later. @example addDays('2027-04-28', 4) // '2027-05-02' */
export function addDays(date: string, days: number): string {
  const at = Date.parse(requireDate('date', date).slice(0, 10));
  return new Date(at + requireFinite('days', days) * DAY_MS).toISOString().slice(0, 10);
}

/** The later of two ISO dates. @example laterDay('2027-04-28', '2027-05-02') // '2027-05-02' */
export const laterDay = (a: string, b: string): string => (a < b ? b : a);

/** Minutes that the zone furthest east is ahead of UTC. */
export const FURTHEST_EAST_MIN = 14 * 60;

/**
 * The calendar day on which something happened where it happened. An instant alone does not tell it:
 * an evening in the west is tomorrow in UTC, a morning in the east is yesterday.
 *
 * @param at the instant, ISO 8601
 * @param zoneOffsetMin minutes the local clock was ahead of UTC then; west is negative
 * @throws RangeError when the instant cannot be read
 * @example localDay('2027-05-27T01:30:00Z', -360) // '2027-05-26'
 */
export function localDay(at: string, zoneOffsetMin: number): string {
  const instant = Date.parse(requireDate('at', at));
  return new Date(instant + requireFinite('zoneOffsetMin', zoneOffsetMin) * 60_000)
    .toISOString()
    .slice(0, 10);
}

/** The local time of day, for people to read. @example localTime('2027-05-27T01:30:00Z', -360) // '19:30' */
export function localTime(at: string, zoneOffsetMin: number): string {
  const instant = Date.parse(requireDate('at', at));
  return new Date(instant + requireFinite('zoneOffsetMin', zoneOffsetMin) * 60_000)
    .toISOString()
    .slice(11, 16);
}
