import {
  cleanHeader,
  findHeader,
  guessWeatherShape,
  weatherFile,
  type ForecastDay,
  type WeatherRead,
  type WeatherShape,
} from '@sendero/core';
import Papa from 'papaparse';
import { AddressProblem } from '../outside/askAddress.ts';

const NO_TABLE =
  'What it sends is no table of weather: there is no line of column names with figures below.';

/** A file that a station sent: as its files were read before, or as its columns let guess. */
export function readStationText(
  text: string,
  kept: WeatherShape | null,
  /** ISO date: later days were not measured; of a forecast none is. */
  until?: string,
): { read: WeatherRead; shape: WeatherShape } {
  const lines = Papa.parse<string[]>(text, { skipEmptyLines: false }).data;
  const at = findHeader(lines.slice(0, 60));
  if (at < 0) throw new AddressProblem(NO_TABLE);
  const headers = lines[at]!.map(cleanHeader);
  const known = kept && Object.values(kept.columns).every((column) => headers.includes(column));
  const shape = known ? kept : guessWeatherShape(headers, lines.slice(at + 1, at + 60));
  const file = weatherFile(shape, until);
  lines.forEach((cells, i) => file.line(cells, i + 1));
  const read = file.end();
  if (!read || read.days.length === 0)
    throw new AddressProblem(
      'No day could be read from what it sends: bring its file by hand once, and say which column is which.',
    );
  return { read, shape };
}

/** A forecast: a table of days like a station's, under lines that begin with # and say whose it is. */
export function readForecastText(text: string): { source: string; days: ForecastDay[] } {
  const source = /^\s*#\s*(.+)$/m.exec(text)?.[1]?.trim() ?? '';
  const { read } = readStationText(text.replace(/^\s*#.*$/gm, ''), null);
  const days = read.days.flatMap(({ on, minC, maxC, rainM }) =>
    minC === null || maxC === null ? [] : [{ on, minC, maxC, rainM }],
  );
  if (days.length === 0)
    throw new AddressProblem('Its forecast has no lowest and highest temperature of a day.');
  return { source: source.slice(0, 200), days: days.slice(0, 31) };
}
