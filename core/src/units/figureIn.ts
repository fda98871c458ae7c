/** A plain figure in a cell of a file, with a decimal point or comma; null where there is none. @example figureIn(' 4,5 ') // 4.5 */
export function figureIn(cell: string | undefined): number | null {
  const text = (cell ?? '').trim().replace(',', '.');
  const value = Number(text);
  return text === '' || !Number.isFinite(value) ? null : value;
}
