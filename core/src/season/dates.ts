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
