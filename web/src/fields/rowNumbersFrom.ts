/** A whole number as typed; NaN for anything else. @example whole(' 12 ') // 12 */
export const whole = (text: string): number =>
  /^\d+$/.test(text.trim()) ? Number(text) : Number.NaN;

/** Rows as typed into one field, by commas or spaces. @example rowNumbersFrom('6, 7') // [6, 7] */
export const rowNumbersFrom = (text: string): number[] =>
  text
    .split(/[\s,;]+/)
    .filter(Boolean)
    .map(whole);
