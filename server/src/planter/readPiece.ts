import { JSONParser, TokenType } from '@streamparser/json';
import Papa from 'papaparse';

/** A line of a log as cells, with its number in the file (CSV: lines from 1; GeoJSON: features from 1). */
export interface NumberedCells {
  line: number;
  cells: readonly unknown[];
}

export const LOG_FORMATS = ['csv', 'geojson'] as const;
export type LogFormat = (typeof LOG_FORMATS)[number];

/** Most a line or feature may hold, and how many columns there may be: a log that passes them is none. */
export const MOST_LINE_BYTES = 65_536;
export const MOST_COLUMNS = 200;

/** Where the reading of a log stands between two pieces of it. */
export interface ReadingState {
  /** Lines or features read so far. */
  line: number;
  /** Columns, once the first line is read. */
  headers: string[] | null;
  delimiter?: string;
  newline?: string;
  /** Nothing that follows is read: the end of the features, or a place from which on it is no GeoJSON. */
  over: boolean;
}
export const START: ReadingState = { line: 0, headers: null, over: false };

export interface Piece {
  lines: NumberedCells[];
  state: ReadingState;
  /** Bytes at the end that are no whole line yet: they go before the next piece. */
  tail: Buffer;
  /** What ended the reading before the end of the file. */
  broke: { line: number; problem: string } | null;
}

/**
 * Reads one piece of a log: all whole lines in it. A log of any size is read piece by piece, never
 * more of it in memory than one, and can be gone on with at any piece.
 *
 * @param tail what the piece before left over
 * @param last whether nothing follows
 * @throws RangeError naming the line when a line does not end, or there are too many columns
 * @example readPiece('csv', START, Buffer.alloc(0), Buffer.from('a,b\n1,2\n'), true).lines[0].cells // ['1', '2']
 */
export function readPiece(
  format: LogFormat,
  state: ReadingState,
  tail: Buffer,
  piece: Buffer,
  last: boolean,
): Piece {
  if (state.over) return { lines: [], state, tail: Buffer.alloc(0), broke: null };
  const bytes = tail.length > 0 ? Buffer.concat([tail, piece]) : piece;
  return format === 'csv' ? readCsv(state, bytes, last) : readGeoJson(state, bytes, last);
}

const columnsOf = (headers: string[]) => {
  if (headers.length > MOST_COLUMNS)
    throw new RangeError(
      `The log has ${headers.length} columns: at most ${MOST_COLUMNS} can be read. Choose another file, or leave out columns.`,
    );
  return headers;
};

/** The parser inside Papa Parse that can be told to leave the last, perhaps unfinished line alone. */
interface RowParser {
  parse(
    text: string,
    baseIndex: number,
    ignoreLastRow: boolean,
  ): { data: string[][]; errors: { code: string }[]; meta: { cursor: number } };
}
const rowParser = (config: { delimiter: string; newline: string }) =>
  new (Papa as unknown as { Parser: new (config: object) => RowParser }).Parser(config);

function readCsv(state: ReadingState, bytes: Buffer, last: boolean): Piece {
  // No character may be cut in two: only whole lines are turned into text.
  const end = last ? bytes.length : Math.max(bytes.lastIndexOf(10), bytes.lastIndexOf(13)) + 1;
  const text = bytes.toString('utf8', 0, end);
  let { delimiter, newline, line, headers } = state;
  if (delimiter === undefined || newline === undefined) {
    const { meta } = Papa.parse(text.slice(0, MOST_LINE_BYTES), { preview: 10 });
    delimiter = meta.delimiter;
    newline = meta.linebreak;
  }
  const { data, errors, meta } = rowParser({ delimiter, newline }).parse(text, 0, !last);
  const lines: NumberedCells[] = [];
  for (const cells of data) {
    line += 1;
    if (cells.length === 1 && cells[0]!.trim() === '') continue;
    if (cells.reduce((sum, cell) => sum + cell.length, 0) > MOST_LINE_BYTES) throw tooLong(line);
    if (headers) lines.push({ line, cells });
    else headers = columnsOf(cells.map((cell) => cell.replace(/^\ufeff/, '').trim()));
  }
  if (last && errors.some(({ code }) => code === 'MissingQuotes')) throw tooLong(line);
  const rest = last ? '' : text.slice(meta.cursor);
  const tail = Buffer.concat([Buffer.from(rest), bytes.subarray(end)]);
  if (tail.length > MOST_LINE_BYTES) throw tooLong(line + 1);
  return { lines, tail, broke: null, state: { line, headers, delimiter, newline, over: false } };
}

const tooLong = (line: number) =>
  new RangeError(
    `Line ${line} does not end: a quotation mark is opened there and never closed, or it is longer than a line of a log can be. Correct the line and choose the file again.`,
  );

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

/** What stands before the features of a later piece, so that it is GeoJSON again. */
const OPENING = Buffer.from('{"features":[');

function readGeoJson(state: ReadingState, bytes: Buffer, last: boolean): Piece {
  let { line, headers } = state;
  const goesOn = headers !== null;
  const separator = goesOn ? /^[\s,]*/.exec(bytes.toString('latin1', 0, 1000))![0].length : 0;
  const fed = goesOn ? Buffer.concat([OPENING, bytes.subarray(separator)]) : bytes;
  const lines: NumberedCells[] = [];
  let at = 0;
  let read = goesOn ? OPENING.length : 0;
  let depth = 0;
  let over = false;
  const parser = new JSONParser({ paths: ['$.features.*'], keepStack: false });
  parser.onToken = ({ token, offset }) => {
    at = offset;
    if (token === TokenType.LEFT_BRACE || token === TokenType.LEFT_BRACKET) depth += 1;
    else if (token === TokenType.RIGHT_BRACE || token === TokenType.RIGHT_BRACKET) depth -= 1;
    // The list of features is closed: what follows is none of it.
    if (headers !== null && depth === 1 && token === TokenType.RIGHT_BRACKET) over = true;
  };
  parser.onValue = ({ value }) => {
    if (over) return;
    const feature = (value ?? {}) as Feature;
    headers ??= columnsOf(['longitude', 'latitude', ...Object.keys(feature.properties ?? {})]);
    line += 1;
    if (at + 1 - read > MOST_LINE_BYTES) throw featureTooLong(line);
    read = at + 1;
    lines.push({ line, cells: cellsOf(feature, headers) });
  };
  let unreadable = false;
  try {
    parser.write(fed);
  } catch (error) {
    if (error instanceof RangeError) throw error;
    unreadable = !over;
  }
  const tail = over || unreadable ? Buffer.alloc(0) : fed.subarray(read);
  if (tail.length > MOST_LINE_BYTES && !last) throw featureTooLong(line + 1);
  const broken = unreadable || (last && !over);
  return {
    lines,
    tail,
    broke: broken
      ? {
          line: line + 1,
          problem: 'The file breaks off or is no GeoJSON from here on: the rest is lost.',
        }
      : null,
    state: { line, headers, over: over || broken },
  };
}

const featureTooLong = (line: number) =>
  new RangeError(
    `Feature ${line} does not end, or is longer than a point of a log can be. Correct it and choose the file again.`,
  );
