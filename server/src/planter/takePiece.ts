import { finished } from 'node:stream/promises';
import { setImmediate } from 'node:timers/promises';
import {
  LOG_FIELD_NAMES,
  makeLogReader,
  runningLog,
  type LogRecord,
  type LogRow,
  type PlanterLog,
} from '@sendero/core';
import type { PoolClient } from 'pg';
import { from as copyFrom } from 'pg-copy-streams';
import type { Database } from '../database/openDatabase.ts';
import { readPiece, START, type ReadingState } from './readPiece.ts';
import { BOX_OF_RECORDS, prepareOverview } from './logMap.ts';
import { closeLog, logById, withLog, type LogUpload } from './logStore.ts';

const MOST_REPORTED = 200;
/** Bytes that are read at a time, and slices that are read ahead of PostgreSQL. */
const SLICE_BYTES = 128 * 1024;
const MOST_WAITING = 4;
const OWN_COLUMNS = ['time', 'row', 'droppedPerM2'] as const;
const OPTIONAL = LOG_FIELD_NAMES.filter(
  (field) => !(OWN_COLUMNS as readonly string[]).includes(field),
) as Exclude<keyof LogRecord, (typeof OWN_COLUMNS)[number]>[];
const snake = (name: string) =>
  name.replace(/M2$/, '_m2').replace(/[A-Z]/g, (c) => `_${c.toLowerCase()}`);
const COLUMNS = ['workspace_id', 'log_id', 'line', 'time', 'row', 'droppedPerM2', ...OPTIONAL].map(
  (name) => `"${snake(name)}"`,
);

/** What is known of a log between its pieces. */
interface Reading {
  state: ReadingState;
  summary: ReturnType<ReturnType<typeof runningLog>['save']>;
}
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
  const prefix = `${workspaceId}\t${id}\t`;
  const copies = openCopies(client);
  let read: ReturnType<typeof makeLogReader> | undefined;
  // PostgreSQL takes in what was read before while the next is read: the two together take as long as the slower.
  for (let at = 0; at < Math.max(1, piece.length); at += SLICE_BYTES) {
    const slice = piece.subarray(at, at + SLICE_BYTES);
    const found = readPiece(format, state, tail, slice, last && at + SLICE_BYTES >= piece.length);
    ({ state, tail } = found);
    if (state.headers) read ??= makeLogReader(mapping, state.headers);
    let text = '';
    for (const { line, cells } of found.lines) {
      const one = read!(cells);
      if (!one.ok) {
        broken += 1;
        if (brokenLines.length < MOST_REPORTED) brokenLines.push({ line, problem: one.problem });
        continue;
      }
      const { record } = one;
      records += 1;
      summary.add(record);
      text += `${prefix}${line}\t${record.time}\t${record.row}\t${record.droppedPerM2}`;
      for (const field of OPTIONAL) {
        const value = record[field];
        text += value === null ? '\t\\N' : `\t${value}`;
      }
      text += '\n';
    }
    if (found.broke) {
      broken += 1;
      brokenLines.push(found.broke);
    }
    await copies.take(text);
  }
  if (last) {
    if (!state.headers) throw new RangeError('The file is empty: choose a log with a header line.');
    if (records === 0)
      throw new RangeError(
        `No line could be read${brokenLines[0] ? `; line ${brokenLines[0].line}: ${brokenLines[0].problem}` : ''} Check which column is which.`,
      );
  }
  await copies.end();
  const rows: LogRow[] = last ? summary.rows() : [];
  await client.query(
    `UPDATE planter_logs SET bytes_read = $3, records = $4, broken = $5, broken_lines = $6, reading = $7, tail = $8,
            summary = $9, status = $10, heard_at = now(), finished_at = CASE WHEN $11 THEN now() END,
            box = CASE WHEN $11 THEN (${BOX_OF_RECORDS}) END
      WHERE workspace_id = $1 AND id = $2`,
    [
      workspaceId,
      id,
      from + piece.length,
      records,
      broken,
      JSON.stringify(brokenLines),
      last ? null : JSON.stringify({ state, summary: summary.save() } satisfies Reading),
      last ? null : tail,
      JSON.stringify(rows),
      last ? 'done' : 'reading',
      last,
    ],
  );
}

/**
 * Copies records into the database behind the reader's back, a slice with each COPY: while PostgreSQL checks the rows of one, the next is read.
 */
function openCopies(client: PoolClient) {
  const waiting: Promise<void>[] = [];
  let failed: { error: unknown } | undefined;
  const copyIn = (text: string) => {
    const stream = client.query(
      copyFrom(`COPY planter_log_records (${COLUMNS.join(', ')}) FROM STDIN`),
    );
    stream.end(text);
    return finished(stream);
  };
  let before = Promise.resolve();
  return {
    /** Resolves when there is room for more. */
    async take(text: string): Promise<void> {
      if (text !== '') {
        before = before.then(() => copyIn(text));
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
