/** Plants in a length, as they are typed. */
const WHOLE = /^\s*\d{1,4}\s*$/;
const NOT_WHOLE = 'Enter a whole number, 0 or more.';
/** The rate says about how many seeds lie there: three times as many plants is a slip of the hand. Sendero default. */
const tooMany = (up: number, sown: number) => up > 3 * sown + 3;
/** What is wrong with a typed count; null: nothing, also while nothing is typed. @param before plants that are up besides */
export function wrongCount(text: string, sown: number, before = 0): string | null {
  if (text.trim() === '') return null;
  if (!WHOLE.test(text)) return NOT_WHOLE;
  return tooMany(before + Number(text), sown)
    ? `More than the ${sown.toFixed(0)} seeds sown there. Check the number: it is not counted.`
    : null;
}
export const isCount = (text: string, sown: number, before = 0) =>
  text.trim() !== '' && wrongCount(text, sown, before) === null;

/** Seeds in a length as typed; null when nothing is, NaN for what is no number. @example seedsFrom('18,5') // 18.5 */
export const seedsFrom = (text: string): number | null =>
  text.trim() === '' ? null : Number(text.replace(',', '.'));
