import { once } from 'node:events';
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
import { BOX_OF_RECORDS, keepOverview } from './logMap.ts';
import { closeLog, logById, withLog, type LogUpload } from './logStore.ts';

const MOST_REPORTED = 200;
/** Characters handed to PostgreSQL at a time. */
const HANDFUL = 64 * 1024;
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
  if (last) await keepOverview(database, workspaceId, upload.id);
  return logById(database, workspaceId, upload.id);
}

async function takeNext(
  client: PoolClient,
  workspaceId: string,
  { id, format, mapping }: LogUpload,
  row: LogRowOfTable,
  { from, piece, last }: { from: number; piece: Buffer; last: boolean },
): Promise<void> {
  const before = row.reading?.state ?? START;
  const { lines, state, tail, broke } = readPiece(
    format,
    before,
    row.tail ?? Buffer.alloc(0),
    piece,
    last,
  );
  const summary = runningLog(row.reading?.summary);
  const brokenLines = row.broken_lines;
  let broken = Number(row.broken);
  let records = Number(row.records);
  // PostgreSQL takes in the lines before while the next ones are read: the two together take as long as the slower.
  let copy: Copy | null = null;
  let text = '';
  const handOver = async () => {
    copy ??= openCopy(client);
    await copy.take(text);
    text = '';
  };
  if (state.headers) {
    const read = makeLogReader(mapping, state.headers);
    const prefix = `${workspaceId}\t${id}\t`;
    for (const { line, cells } of lines) {
      const found = read(cells);
      if (!found.ok) {
        broken += 1;
        if (brokenLines.length < MOST_REPORTED) brokenLines.push({ line, problem: found.problem });
        continue;
      }
      const { record } = found;
      records += 1;
      summary.add(record);
      text += `${prefix}${line}\t${record.time}\t${record.row}\t${record.droppedPerM2}`;
      for (const field of OPTIONAL) {
        const value = record[field];
        text += value === null ? '\t\\N' : `\t${value}`;
      }
      text += '\n';
      if (text.length > HANDFUL) await handOver();
    }
  }
  if (broke) {
    broken += 1;
    brokenLines.push(broke);
  }
  if (last) {
    if (!state.headers) throw new RangeError('The file is empty: choose a log with a header line.');
    if (records === 0)
      throw new RangeError(
        `No line could be read${brokenLines[0] ? `; line ${brokenLines[0].line}: ${brokenLines[0].problem}` : ''} Check which column is which.`,
      );
  }
  if (text !== '') await handOver();
  await (copy as Copy | null)?.end();
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

interface Copy {
  take(text: string): Promise<void>;
  end(): Promise<void>;
}

/** A COPY of records that takes them a handful at a time. */
function openCopy(client: PoolClient): Copy {
  const stream = client.query(
    copyFrom(`COPY planter_log_records (${COLUMNS.join(', ')}) FROM STDIN`),
  );
  const done = finished(stream);
  // Heard of where it is waited for; meanwhile it ends nothing.
  done.catch(() => {});
  return {
    async take(text) {
      if (!stream.write(text)) await Promise.race([once(stream, 'drain'), done]);
      // Lets the socket have it.
      await setImmediate();
    },
    end() {
      stream.end();
      return done;
    },
  };
}
