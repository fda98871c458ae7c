// British English has no comma before the last "and".
const AND = new Intl.ListFormat('en-GB', { type: 'conjunction' });

/** Words one after the other. @example listed(['thin', 'late']) // 'thin and late' */
export const listed = (words: readonly string[]): string => AND.format(words);

/** Words begun as a sentence is. @example capital('its gaps') // 'Its gaps' */
export const capital = (text: string): string => `${text.charAt(0).toUpperCase()}${text.slice(1)}`;

/** Words as they read within a sentence. @example lower('Set wheels') // 'set wheels' */
export const lower = (text: string): string => `${text.charAt(0).toLowerCase()}${text.slice(1)}`;

/** “Row 4”, “Rows 4, 6 and 7”, “Rows 1 to 8”. @example rowsText([1, 2, 3, 9]) // 'Rows 1 to 3 and 9' */
export function rowsText(rows: readonly number[]): string {
  const runs: [from: number, to: number][] = [];
  for (const row of rows) {
    const last = runs.at(-1);
    if (last && row === last[1] + 1) last[1] = row;
    else runs.push([row, row]);
  }
  const pieces = runs.flatMap(([from, to]) =>
    to === from ? [`${from}`] : to === from + 1 ? [`${from}`, `${to}`] : [`${from} to ${to}`],
  );
  return `${rows.length === 1 ? 'Row' : 'Rows'} ${listed(pieces)}`;
}
