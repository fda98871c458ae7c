import { finished } from 'node:stream/promises';
import { setImmediate } from 'node:timers/promises';
import {
  makeLogReader,
  runningLog,
  type LogRecord,
  type LogRow,
  type PlanterLog,
} from '@sendero/core';
import type { PoolClient } from 'pg';
import { from as copyFrom } from 'pg-copy-streams';
import type { Database } from '../database/openDatabase.ts';
import { binaryRows, COLUMNS } from './binaryRows.ts';
import { readPiece, START, type ReadingState } from './readPiece.ts';
import { prepareOverview } from './logMap.ts';
import { closeLog, logById, withLog, type LogUpload } from './logStore.ts';

const MOST_REPORTED = 200;
/** Bytes that are read at a time, and slices that are read ahead of PostgreSQL. */
const FIRST_SLICE = 32 * 1024;
const MOST_SLICE = 256 * 1024;
const MOST_WAITING = 4;
/** Lines that are read before others get a turn. */
const LINES_A_TURN = 100;
/** What is known of a log between its pieces. */
interface Reading {
  state: ReadingState;
  summary: ReturnType<ReturnType<typeof runningLog>['save']>;
  /** Where its records lie so far: west, south, east, north. Not known of one that an older version began. */
  box?: Box | null;
}
type Box = [west: number, south: number, east: number, north: number];
interface LogRowOfTable {
  status: PlanterLog['status'];
  bytes_read: string;
  records: string;
  broken: string;
  broken_lines: { line: number; problem: string }[];
  reading: Reading | null;
  tail: Buffer | null;
}

/**
 * Takes the next piece of a planter log into the database: parsed, checked and copied in one
 * transaction, with how far the reading is. A piece that was taken before, or one too early, changes
 * nothing: the answer says from which byte to go on. Broken lines are counted and the first of them
 * kept with their number; they do not spoil the rest. What cannot be a log fails it, with the line.
 *
 * @param from where in the file the piece begins; @param last whether it is the end of the file
 */
export async function takePiece(
  database: Database,
  workspaceId: string,
  upload: LogUpload,
  { from, piece, last }: { from: number; piece: Buffer; last: boolean },
): Promise<PlanterLog> {
  try {
    await withLog<LogRowOfTable>(database, workspaceId, upload.id, async (client, row) => {
      if (row.status === 'reading' && Number(row.bytes_read) === from)
        await takeNext(client, workspaceId, upload, row, { from, piece, last });
    });
  } catch (error) {
    if (!(error instanceof RangeError)) throw error;
    return closeLog(database, workspaceId, upload.id, 'failed', error.message);
  }
  const log = await logById(database, workspaceId, upload.id);
  if (last) prepareOverview(database, workspaceId, upload.id);
  return log;
}

async function takeNext(
  client: PoolClient,
  workspaceId: string,
  { id, format, mapping }: LogUpload,
  row: LogRowOfTable,
  { from, piece, last }: { from: number; piece: Buffer; last: boolean },
): Promise<void> {
  const summary = runningLog(row.reading?.summary);
  const brokenLines = row.broken_lines;
  let broken = Number(row.broken);
  let records = Number(row.records);
  let state = row.reading?.state ?? START;
  let tail = row.tail ?? Buffer.alloc(0);
  let box = row.reading ? row.reading.box : null;
  const rows = binaryRows(workspaceId, id);
  // A piece that is lost with the power is asked for again; the last one, after which nobody asks, is not.
  if (!last) await client.query('SET LOCAL synchronous_commit = off');
  const copies = openCopies(client);
  let read: ReturnType<typeof makeLogReader> | undefined;
  // PostgreSQL takes in what was read before while the next is read: the two together take as long as the slower.
  // The first slices are small, so that PostgreSQL does not wait for long.
  let size = FIRST_SLICE;
  for (
    let at = 0, to = 0;
    at === 0 || at < piece.length;
    at = to, size = Math.min(MOST_SLICE, 2 * size)
  ) {
    to = at + size;
    const found = readPiece(
      format,
      state,
      tail,
      piece.subarray(at, to),
      last && to >= piece.length,
    );
    ({ state, tail } = found);
    if (state.headers) read ??= makeLogReader(mapping, state.headers);
    rows.begin(found.lines.length);
    for (const [i, { line, cells }] of found.lines.entries()) {
      // The database is answered, and others get their turn.
      if (i % LINES_A_TURN === 0) await setImmediate();
      const one = read!(cells);
      if (!one.ok) {
        broken += 1;
        if (brokenLines.length < MOST_REPORTED) brokenLines.push({ line, problem: one.problem });
        continue;
      }
      const { record } = one;
      records += 1;
      summary.add(record);
      if (box !== undefined) box = around(box, record);
      rows.add(line, record);
    }
    if (found.broke) {
      broken += 1;
      brokenLines.push(found.broke);
    }
    await copies.take(rows.take());
  }
  if (last) {
    if (!state.headers) throw new RangeError('The file is empty: choose a log with a header line.');
    if (records === 0)
      throw new RangeError(
        `No line could be read${brokenLines[0] ? `; line ${brokenLines[0].line}: ${brokenLines[0].problem}` : ''} Check which column is which.`,
      );
  }
  await copies.end();
  const byRow: LogRow[] = last ? summary.rows() : [];
  await client.query(
    `UPDATE planter_logs SET bytes_read = $3, records = $4, broken = $5, broken_lines = $6, reading = $7, tail = $8,
            summary = $9, status = $10, heard_at = now(), finished_at = CASE WHEN $11 THEN now() END,
            box = $12
      WHERE workspace_id = $1 AND id = $2`,
    [
      workspaceId,
      id,
      from + piece.length,
      records,
      broken,
      JSON.stringify(brokenLines),
      last ? null : JSON.stringify({ state, summary: summary.save(), box } satisfies Reading),
      last ? null : tail,
      JSON.stringify(byRow),
      last ? 'done' : 'reading',
      last,
      last && box !== undefined ? (box ?? [null, null, null, null]) : null,
    ],
  );
}

/** A box that takes in a record as well, where it has a place. */
function around(box: Box | null, { latitude, longitude }: LogRecord): Box | null {
  if (latitude === null || longitude === null) return box;
  if (!box) return [longitude, latitude, longitude, latitude];
  if (longitude < box[0]) box[0] = longitude;
  if (latitude < box[1]) box[1] = latitude;
  if (longitude > box[2]) box[2] = longitude;
  if (latitude > box[3]) box[3] = latitude;
  return box;
}

/**
 * Copies records into the database behind the reader's back, a slice with each COPY: while PostgreSQL checks the rows of one, the next is read.
 */
function openCopies(client: PoolClient) {
  const waiting: Promise<void>[] = [];
  let failed: { error: unknown } | undefined;
  const copyIn = (rows: Buffer) => {
    const stream = client.query(
      copyFrom(`COPY planter_log_records (${COLUMNS.join(', ')}) FROM STDIN (FORMAT binary)`),
    );
    stream.end(rows);
    return finished(stream);
  };
  let before = Promise.resolve();
  return {
    /** Resolves when there is room for more. */
    async take(rows: Buffer | null): Promise<void> {
      if (rows) {
        before = before.then(() => copyIn(rows));
        before.catch((error) => (failed ??= { error }));
        waiting.push(before);
      }
      // Lets the socket have it, and others their turn.
      await setImmediate();
      if (failed) throw failed.error;
      while (waiting.length > MOST_WAITING) await waiting.shift();
    },
    async end(): Promise<void> {
      await before;
    },
  };
}
