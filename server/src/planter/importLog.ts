import { once } from 'node:events';
import type { Readable } from 'node:stream';
import {
  LOG_FIELD_NAMES,
  makeLogReader,
  runningLog,
  type LogLine,
  type LogRecord,
  type PlanterLog,
} from '@sendero/core';
import type { Client } from 'pg';
import { from as copyFrom, type CopyStreamQuery } from 'pg-copy-streams';
import type { Database } from '../database/openDatabase.ts';
import { byteCounter, readLogStream } from './logSource.ts';
import { heardFrom, openLog, type LogUpload } from './logStore.ts';

const PROGRESS_MS = 400;
const MOST_REPORTED = 200;
const OWN_COLUMNS = ['time', 'row', 'droppedPerM2'] as const;
const OPTIONAL = LOG_FIELD_NAMES.filter(
  (field) => !(OWN_COLUMNS as readonly string[]).includes(field),
) as Exclude<keyof LogRecord, (typeof OWN_COLUMNS)[number]>[];
const snake = (name: string) =>
  name.replace(/M2$/, '_m2').replace(/[A-Z]/g, (c) => `_${c.toLowerCase()}`);
const COLUMNS = ['workspace_id', 'log_id', 'line', 'time', 'row', 'droppedPerM2', ...OPTIONAL].map(
  (name) => `"${snake(name)}"`,
);

class Cancelled extends Error {}

/**
 * Reads a planter log from a stream into the database: parsed, checked and copied a few thousand lines
 * at a time, in one transaction, so that a cancelled import leaves nothing behind. Broken lines are
 * counted and the first of them kept with their number; they do not spoil the rest. Progress stands in
 * the database, where any server can read it and where a cancel from any server is heard.
 *
 * @returns the state at the end: done, cancelled, or failed with the problem
 */
export async function importLog(
  database: Database,
  workspaceId: string,
  upload: LogUpload,
  source: Readable,
): Promise<PlanterLog> {
  await openLog(database, workspaceId, upload);
  let bytesRead = 0;
  let records = 0;
  let broken = 0;
  const brokenLines: { line: number; problem: string }[] = [];
  const summary = runningLog();
  const progress = () => ({ bytesRead, records, broken });

  const connection = (await database.sequelize.connectionManager.getConnection({
    type: 'write',
  })) as Client;
  let beat = Date.now();
  const listen = async () => {
    if (Date.now() - beat < PROGRESS_MS) return;
    beat = Date.now();
    if ((await heardFrom(database, workspaceId, upload.id, progress())) !== 'reading')
      throw new Cancelled();
  };
  let copy: CopyStreamQuery | null = null;
  try {
    await connection.query('BEGIN');
    copy = connection.query(
      copyFrom(`COPY planter_log_records (${COLUMNS.join(', ')}) FROM STDIN`),
    );
    const copyFailed = new Promise<never>((_, reject) => copy!.once('error', reject));
    copyFailed.catch(() => undefined);
    const target = copy;
    const prefix = `${workspaceId}\t${upload.id}\t`;
    let read: ((cells: readonly unknown[]) => LogLine) | null = null;
    const counted = source.pipe(byteCounter((total) => (bytesRead = total)));
    // A sender that hangs up in the middle is heard as an error of what is being read.
    source.once('aborted', () => counted.destroy(new Cancelled()));
    source.once('error', (error) => counted.destroy(error));
    await readLogStream(upload.format, counted, {
      headers: (headers) => (read = makeLogReader(upload.mapping, headers)),
      broke(line, problem) {
        broken += 1;
        brokenLines.push({ line, problem });
      },
      take(lines) {
        let text = '';
        for (const { line, cells } of lines) {
          const found = read!(cells);
          if (!found.ok) {
            broken += 1;
            if (brokenLines.length < MOST_REPORTED)
              brokenLines.push({ line, problem: found.problem });
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
        }
        const full = text !== '' && !target.write(text);
        const waits = [
          ...(full ? [Promise.race([once(target, 'drain'), copyFailed])] : []),
          ...(Date.now() - beat >= PROGRESS_MS ? [listen()] : []),
        ];
        return waits.length > 0 ? Promise.all(waits).then(() => undefined) : undefined;
      },
    });
    if (!read) throw new RangeError('The file is empty: choose a log with a header line.');
    if (records === 0)
      throw new RangeError(
        `No line could be read${brokenLines[0] ? `; line ${brokenLines[0].line}: ${brokenLines[0].problem}` : ''} Check which column is which.`,
      );
    beat = 0;
    await listen();
    target.end();
    await Promise.race([once(target, 'finish'), copyFailed]);
    copy = null;
    await connection.query('COMMIT');
    database.sequelize.connectionManager.releaseConnection(connection);
    return await heardLast(database, workspaceId, upload.id, {
      ...progress(),
      status: 'done',
      problem: null,
      brokenLines,
      summary: summary.rows(),
    });
  } catch (error) {
    copy?.destroy();
    source.unpipe();
    source.resume();
    // A connection in the middle of a copy is of no further use.
    await database.sequelize.connectionManager.destroyConnection(connection);
    const cancelled = error instanceof Cancelled;
    if (!cancelled && !(error instanceof RangeError)) console.error(error);
    return heardLast(database, workspaceId, upload.id, {
      ...progress(),
      status: cancelled ? 'cancelled' : 'failed',
      problem: cancelled
        ? 'Stopped before the end: nothing of it was kept. Choose the file again to start over.'
        : error instanceof RangeError
          ? error.message
          : `The file could not be read to its end (after ${records} records): ${(error as Error).message}`,
      brokenLines,
      summary: [],
    });
  }
}

type LastWord = Pick<
  PlanterLog,
  'bytesRead' | 'records' | 'broken' | 'status' | 'problem' | 'brokenLines' | 'summary'
>;

async function heardLast(
  database: Database,
  workspaceId: string,
  id: string,
  word: LastWord,
): Promise<PlanterLog> {
  const now = new Date();
  const [, rows] = await database.models.planterLog.update(
    { ...word, heardAt: now, finishedAt: now },
    { where: { workspaceId, id }, returning: true },
  );
  return rows[0]!.get({ plain: true }) as PlanterLog;
}
