import type { QuantityKind } from '@sendero/core';
import type { Units } from './useUnits.ts';

interface Pasted {
  /** The first row, where it names columns. */
  heading: string[] | null;
  rows: string[][];
}

/**
 * Cells of a pasted table, row by row; a first row without any figure, above rows with some, is its heading.
 *
 * @param text as a spreadsheet copies it: cells parted by tabs, rows by line ends
 * @example await pastedCells('5200\t17\n5300\t17.2') // { heading: null, rows: [['5200', '17'], ['5300', '17.2']] }
 */
export async function pastedCells(text: string): Promise<Pasted> {
  const { default: Papa } = await import('papaparse');
  const rows = Papa.parse<string[]>(text.replace(/[\r\n]+$/, ''), {
    delimiter: '\t',
    skipEmptyLines: true,
  }).data.map((row) => row.map((cell) => cell.trim()));
  const figures = (row: readonly string[] = []) => row.some((cell) => /\d/.test(cell));
  return !figures(rows[0]) && rows.slice(1).some(figures)
    ? { heading: rows[0]!, rows: rows.slice(1) }
    : { heading: null, rows };
}

/** Whether pasted text is a table: more than one cell. */
export const isTable = (text: string): boolean => /[\t\n]/.test(text.trim());

/**
 * The unit that a heading names, to be written behind its figures; empty when it names none.
 * @example unitOfHeading('Area (ac)', 'area', units) // 'ac'
 */
export function unitOfHeading(heading: string, kind: QuantityKind, units: Units): string {
  const named = [/\(([^)]+)\)/.exec(heading)?.[1], heading.split(/[,_]/).at(-1), heading]
    .map((one) => one?.trim() ?? '')
    .find((one) => one !== '' && units.read(`1 ${one}`, kind).ok);
  return named ?? '';
}
