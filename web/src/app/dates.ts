const LONG = new Intl.DateTimeFormat('en', {
  day: 'numeric',
  month: 'long',
  year: 'numeric',
  timeZone: 'UTC',
});
const SHORT = new Intl.DateTimeFormat('en', { day: 'numeric', month: 'short', timeZone: 'UTC' });

/** @example longDate('2027-05-27') // 'May 27, 2027' */
export const longDate = (date: string) => LONG.format(new Date(date));
/** @example shortDate('2027-05-27') // 'May 27' */
export const shortDate = (date: string) => SHORT.format(new Date(date));
/** A day, with its year where that is not the year of another day, or another year. @example dateSeenFrom('2026-10-06', '2027-05-27') // 'Oct 6, 2026' */
export const dateSeenFrom = (date: string, today: string) =>
  date.slice(0, 4) === today.slice(0, 4)
    ? shortDate(date)
    : `${shortDate(date)}, ${date.slice(0, 4)}`;

const WEEKDAY = new Intl.DateTimeFormat('en', {
  weekday: 'short',
  day: 'numeric',
  month: 'short',
  timeZone: 'UTC',
});
/** @example weekday('2027-05-27') // 'Thu, May 27' */
export const weekday = (date: string) => WEEKDAY.format(new Date(date));
const MONTH = new Intl.DateTimeFormat('en', { month: 'long', year: 'numeric', timeZone: 'UTC' });
/** @example longMonth('2027-05-01') // 'May 2027' */
export const longMonth = (date: string) => MONTH.format(new Date(date));
const NAMES = ['Sun', 'Mon', 'Tue', 'Wed', 'Thu', 'Fri', 'Sat'];
/** The days of a week in order, which begins on Sunday or on Monday. */
export const weekdayNames = (sunday: boolean) => (sunday ? NAMES : [...NAMES.slice(1), NAMES[0]!]);

const WHEN = new Intl.DateTimeFormat('en', {
  day: 'numeric',
  month: 'short',
  hour: '2-digit',
  minute: '2-digit',
  hourCycle: 'h23',
});
/** An instant as a clock here shows it. @example localWhen('2027-05-27T01:30:00Z') // 'May 26, 19:30' in Denver */
export const localWhen = (at: string) => WHEN.format(new Date(at));

/** A local moment to the hour. @example moment('2027-05-11T08:00') // 'Tue, May 11, 8:00' */
export const moment = (local: string) => {
  const at = new Date(`${local}Z`);
  const hour = Math.round((at.getTime() % 86_400_000) / 3_600_000);
  return `${WEEKDAY.format(at)}, ${hour}:00`;
};
