const LONG = new Intl.DateTimeFormat('en', {
  day: 'numeric',
  month: 'long',
  year: 'numeric',
  timeZone: 'UTC',
});
const SHORT = new Intl.DateTimeFormat('en', { day: 'numeric', month: 'short', timeZone: 'UTC' });

/** @example longDate('2027-05-27') // 'May 27, 2027' */
export const longDate = (date: string) => LONG.format(new Date(date.slice(0, 10)));
/** @example shortDate('2027-05-27') // 'May 27' */
export const shortDate = (date: string) => SHORT.format(new Date(date.slice(0, 10)));
