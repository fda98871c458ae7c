/**
 * Cells of a pasted table, row by row; null for a single cell, which a field takes as it is.
 * A first row that holds no figure is a heading and is left out.
 *
 * @param text as a spreadsheet copies it: cells parted by tabs, rows by line ends
 * @example await pastedCells('5200\t17\n5300\t17.2') // [['5200', '17'], ['5300', '17.2']]
 */
export async function pastedCells(text: string): Promise<string[][]> {
  const { default: Papa } = await import('papaparse');
  const rows = Papa.parse<string[]>(text.trim(), {
    delimiter: '\t',
    skipEmptyLines: true,
  }).data.map((row) => row.map((cell) => cell.trim()));
  const [first = []] = rows;
  return rows.length > 1 && !first.some((cell) => /\d/.test(cell)) ? rows.slice(1) : rows;
}

/** Whether pasted text is a table: more than one cell. */
export const isTable = (text: string): boolean => /[\t\n]/.test(text.trim());
