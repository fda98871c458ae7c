import {
  cleanHeader,
  findHeader,
  weatherFile,
  type WeatherRead,
  type WeatherShape,
} from '@sendero/core';
import Papa from 'papaparse';

const HEAD_BYTES = 65_536;

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
  const text = await file.slice(0, HEAD_BYTES).text();
  const { data } = Papa.parse<string[]>(text, { preview: 60, skipEmptyLines: 'greedy' });
  const at = findHeader(data);
  return at < 0 ? null : { headers: data[at]!.map(cleanHeader), lines: data.slice(at + 1) };
}

/** Reads a whole file piece by piece, its days up to `until`; `progress` tells the share done. */
export function readWeatherFile(
  file: File,
  shape: WeatherShape,
  until: string,
  progress: (share: number) => void,
): Promise<WeatherRead> {
  return new Promise((resolve, reject) => {
    const reader = weatherFile(shape, until);
    let line = 0;
    Papa.parse<string[]>(file, {
      skipEmptyLines: false,
      chunkSize: 1 << 20,
      chunk({ data, meta }) {
        for (const cells of data) reader.line(cells, ++line);
        progress(file.size > 0 ? Math.min(1, meta.cursor / file.size) : 1);
      },
      complete() {
        const read = reader.end();
        if (read) resolve(read);
        else reject(new Error('The columns chosen are not in this file: choose them again.'));
      },
      error: reject,
    });
  });
}
