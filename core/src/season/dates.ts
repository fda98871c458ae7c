const DAY_MS = 86_400_000;

/** Whole days from one ISO date to another. @example daysBetween('2027-04-28', '2027-05-27') // 29 */
export function daysBetween(from: string, to: string): number {
  const days = (Date.parse(to.slice(0, 10)) - Date.parse(from.slice(0, 10))) / DAY_MS;
  if (!Number.isFinite(days))
    throw new RangeError(`dates must be written YYYY-MM-DD, got ${from} and ${to}`);
  return Math.round(days);
}

/** The ISO date some days later. @example addDays('2027-04-28', 4) // '2027-05-02' */
export function addDays(date: string, days: number): string {
  const at = Date.parse(date.slice(0, 10));
  if (!Number.isFinite(at)) throw new RangeError(`date must be written YYYY-MM-DD, got ${date}`);
  return new Date(at + days * DAY_MS).toISOString().slice(0, 10);
}

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
  const instant = Date.parse(at);
  if (!Number.isFinite(instant)) throw new RangeError(`at must be an ISO time, got ${at}`);
  return new Date(instant + zoneOffsetMin * 60_000).toISOString().slice(0, 10);
}

/** The local time of day, for people to read. @example localTime('2027-05-27T01:30:00Z', -360) // '19:30' */
export function localTime(at: string, zoneOffsetMin: number): string {
  const instant = Date.parse(at);
  if (!Number.isFinite(instant)) throw new RangeError(`at must be an ISO time, got ${at}`);
  return new Date(instant + zoneOffsetMin * 60_000).toISOString().slice(11, 16);
}
