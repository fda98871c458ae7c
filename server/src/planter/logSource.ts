import { Transform, type Readable, type TransformCallback } from 'node:stream';
import { JSONParser } from '@streamparser/json';
import Papa from 'papaparse';

/** A line of a log as cells, with its number in the file (CSV: lines from 1; GeoJSON: features from 1). */
export interface NumberedCells {
  line: number;
  cells: readonly unknown[];
}

export const LOG_FORMATS = ['csv', 'geojson'] as const;
export type LogFormat = (typeof LOG_FORMATS)[number];

/** What a source tells as it reads. `take` may answer with a promise to be waited for before more is read. */
export interface LogListener {
  headers(headers: string[]): void;
  take(lines: NumberedCells[]): Promise<void> | undefined;
  /** The file cannot be read any further from this line on. */
  broke(line: number, problem: string): void;
}

/** Reads a log from a stream, a few thousand lines at a time, never more than that in memory. */
export function readLogStream(
  format: LogFormat,
  source: Readable,
  listener: LogListener,
): Promise<void> {
  return format === 'csv' ? readCsv(source, listener) : readGeoJson(source, listener);
}

function readCsv(source: Readable, listener: LogListener): Promise<void> {
  return new Promise((resolve, reject) => {
    let line = 0;
    let headers: string[] | null = null;
    // The parser reads the stream by itself and would not hear of it being destroyed.
    source.once('error', reject);
    source.setEncoding('utf8');
    Papa.parse<string[]>(source, {
      chunk(results, parser) {
        const lines: NumberedCells[] = [];
        try {
          for (const cells of results.data) {
            line += 1;
            if (cells.length === 1 && cells[0]!.trim() === '') continue;
            if (headers) lines.push({ line, cells });
            else {
              headers = cells.map((cell) => cell.replace(/^\ufeff/, '').trim());
              listener.headers(headers);
            }
          }
          const busy = listener.take(lines);
          if (!busy) return;
          parser.pause();
          busy.then(
            () => parser.resume(),
            (error: unknown) => {
              reject(error as Error);
              parser.abort();
            },
          );
        } catch (error) {
          // First the reason: aborting completes the reading.
          reject(error as Error);
          parser.abort();
        }
      },
      complete: () => resolve(),
      error: reject,
    });
  });
}

interface Feature {
  geometry?: { coordinates?: unknown[] } | null;
  properties?: Record<string, unknown> | null;
}

/** Columns of a point feature: its place, then its properties. */
function cellsOf({ geometry, properties }: Feature, headers: readonly string[]): unknown[] {
  const [longitude, latitude] = geometry?.coordinates ?? [];
  return headers.map((header) =>
    header === 'longitude' ? longitude : header === 'latitude' ? latitude : properties?.[header],
  );
}

async function readGeoJson(source: Readable, listener: LogListener): Promise<void> {
  let headers: string[] | null = null;
  let line = 0;
  let lines: NumberedCells[] = [];
  const flush = async () => {
    const taken = lines;
    lines = [];
    await listener.take(taken);
  };
  const parser = new JSONParser({ paths: ['$.features.*'], keepStack: false });
  parser.onValue = ({ value }) => {
    const feature = (value ?? {}) as Feature;
    if (!headers) {
      headers = ['longitude', 'latitude', ...Object.keys(feature.properties ?? {})];
      listener.headers(headers);
    }
    line += 1;
    lines.push({ line, cells: cellsOf(feature, headers) });
  };
  const brokeOff = () =>
    listener.broke(
      line + 1,
      'The file breaks off or is no GeoJSON from here on: the rest is lost.',
    );
  for await (const chunk of source) {
    let broken = false;
    try {
      parser.write(chunk as Buffer);
    } catch (error) {
      if (error instanceof RangeError) throw error;
      broken = true;
    }
    await flush();
    if (broken) return brokeOff();
  }
  if (!parser.isEnded) brokeOff();
}

/** Counts the bytes that pass. */
export function byteCounter(onBytes: (total: number) => void): Transform {
  let total = 0;
  return new Transform({
    transform(chunk: Buffer, _encoding, done: TransformCallback) {
      total += chunk.length;
      onBytes(total);
      done(null, chunk);
    },
  });
}
