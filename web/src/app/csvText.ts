import Papa from 'papaparse';

/** What a spreadsheet would run instead of showing; a number with its sign is none. */
const FORMULA = /^(?:[=@\t\r]|[+-](?![\d.,]+(?:\s*%)?$))/;

/** Rows as a CSV file; text that begins like a formula gets an apostrophe before it, so that a spreadsheet shows it. @example csvText([{ what: '=1+1' }]) // what⏎"'=1+1" */
export const csvText = (rows: readonly Record<string, string | number | undefined>[]): string =>
  Papa.unparse([...rows], { escapeFormulae: FORMULA });

/** The same text read again. @example plainText("'=1+1") // '=1+1' */
export const plainText = (cell: string): string =>
  cell.startsWith("'") && FORMULA.test(cell.slice(1)) ? cell.slice(1) : cell;
