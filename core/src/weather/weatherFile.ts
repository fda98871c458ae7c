import { weatherReader, type WeatherRead } from './readWeather.ts';
import type { WeatherShape } from './weatherShape.ts';

/** A line longer than this many cells is no weather. */
const MOST_CELLS = 300;

/**
 * The line with the columns' names, after whatever a station writes above it: the first line of words that is followed by
 * one of as many cells, most of them figures.
 *
 * @param lines cells of a file's first lines
 * @returns its index; −1 when no line could be one
 * @example findHeader([['Bench gate'], ['Date', 'Rain (mm)'], ['2027-05-01', '3.2']]) // 1
 */
export const findHeader = (lines: readonly (readonly string[])[]): number =>
  lines.findIndex((cells, i) => {
    const below = lines[i + 1] ?? [];
    return (
      cells.length >= 2 &&
      cells.length <= MOST_CELLS &&
      2 * cells.filter((cell) => /[a-z]/i.test(cell)).length >= cells.length &&
      below.length >= cells.length - 1 &&
      2 * below.filter((cell) => /^\s*[-+.]?\d/.test(cell)).length > below.length
    );
  });

/** A header as it is looked for: without the mark some programs put before the first. */
export const cleanHeader = (cell: string): string => cell.replace(/^\ufeff/, '').trim();

/**
 * Reads a station's file from its lines as they come, whatever stands above its header.
 *
 * @param until the last day that can have been measured
 * @example const file = weatherFile(shape); file.line(cells, 1); file.end() // null: the columns were not found
 */
export function weatherFile(
  shape: WeatherShape,
  until?: string,
): {
  line(cells: readonly string[], number: number): void;
  /** null when the columns that are asked for stood in no line. */
  end(): WeatherRead | null;
} {
  const wanted = [...new Set(Object.values(shape.columns))];
  let reader: ReturnType<typeof weatherReader> | null = null;
  return {
    line(cells, number) {
      if (cells.length < 2) return;
      if (reader) return reader.line([...cells], number);
      const headers = cells.map(cleanHeader);
      if (wanted.every((column) => headers.includes(column)))
        reader = weatherReader(headers, shape, until);
    },
    end: () => reader?.end() ?? null,
  };
}
