import { weatherReader, type WeatherRead, type WeatherShape } from '@sendero/core';
import Papa from 'papaparse';

const HEAD_BYTES = 65_536;
/** A line longer than this many cells is no weather. */
const MOST_CELLS = 300;

export interface WeatherHead {
  headers: string[];
  /** Some lines below them. */
  lines: string[][];
}

/**
 * The head of a weather file: its headers, after whatever a station writes above them.
 * @returns null when no line could be a header
 */
export async function weatherHead(file: Blob): Promise<WeatherHead | null> {
  const text = (await file.slice(0, HEAD_BYTES).text()).replace(/^\ufeff/, '');
  const { data } = Papa.parse<string[]>(text, { preview: 60, skipEmptyLines: 'greedy' });
  const at = headerLine(data);
  if (at < 0) return null;
  return {
    headers: data[at]!.map((header) => header.trim()),
    lines: data.slice(at + 1),
  };
}

/** The first line of words that is followed by one of as many cells, most of them figures. */
const headerLine = (lines: readonly string[][]) =>
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

/** Reads a whole file piece by piece; `progress` tells the share done. */
export function readWeatherFile(
  file: File,
  shape: WeatherShape,
  progress: (share: number) => void,
): Promise<WeatherRead> {
  return new Promise((resolve, reject) => {
    let reader: ReturnType<typeof weatherReader> | null = null;
    let line = 0;
    const before: string[][] = [];
    const wanted = new Set(Object.values(shape.columns));
    Papa.parse<string[]>(file, {
      skipEmptyLines: false,
      chunkSize: 1 << 20,
      chunk({ data, meta }) {
        for (const cells of data) {
          line += 1;
          if (cells.length < 2) continue;
          if (reader) reader.line(cells, line);
          else {
            const headers = cells.map((cell) => cell.replace(/^\ufeff/, '').trim());
            if ([...wanted].every((column) => headers.includes(column)))
              reader = weatherReader(headers, shape);
            else before.push(cells);
          }
        }
        progress(file.size > 0 ? Math.min(1, meta.cursor / file.size) : 1);
      },
      complete: () =>
        reader
          ? resolve(reader.end())
          : reject(new Error('The columns chosen are not in this file: choose them again.')),
      error: reject,
    });
  });
}
