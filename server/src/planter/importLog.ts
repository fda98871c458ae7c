import type { Readable } from 'node:stream';
import type { PlanterLog } from '@sendero/core';
import { LIMITS } from '../api/limits.ts';
import type { Database } from '../database/openDatabase.ts';
import { closeLog, logById, openLog, type LogUpload } from './logStore.ts';
import { takePiece } from './takePiece.ts';

/** Read at a time of a log that comes in one request: short turns, so that others get theirs. */
const PIECE_BYTES = 512 * 1024;

export const STOPPED =
  'Stopped before the end: nothing of it was kept. Choose the file again to start over.';

/**
 * Reads a whole planter log while it arrives, piece by piece. A sender that goes away cancels it;
 * `PUT /planter-logs/:id` sends the pieces one by one and can go on later instead.
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
  let waiting: Buffer[] = [];
  let held = 0;
  let from = 0;
  const take = async (last: boolean) => {
    const piece = Buffer.concat(waiting);
    waiting = [];
    held = 0;
    const state = await takePiece(database, workspaceId, upload, { from, piece, last });
    from += piece.length;
    return state;
  };
  try {
    // Left early, what is still on its way is let pass: cutting the sender off would cost it the answer.
    for await (const chunk of source.iterator({
      destroyOnReturn: false,
    }) as AsyncIterable<Buffer>) {
      waiting.push(chunk);
      held += chunk.length;
      if (from + held > LIMITS.log.bytes)
        return await closeLog(database, workspaceId, upload.id, 'failed', tooBig);
      if (held < PIECE_BYTES) continue;
      const state = await take(false);
      if (state.status !== 'reading') return state;
    }
    return await take(true);
  } catch (error) {
    // A sender that hangs up is heard as an error of what is being read.
    const hungUp = (error as { code?: string }).code === 'ECONNRESET' || source.errored !== null;
    if (!hungUp) console.error(error);
    const read = await logById(database, workspaceId, upload.id);
    return closeLog(
      database,
      workspaceId,
      upload.id,
      hungUp ? 'cancelled' : 'failed',
      hungUp
        ? STOPPED
        : `The file could not be read to its end (after ${read.records} records): ${(error as Error).message}`,
    );
  } finally {
    source.resume();
  }
}

const tooBig = `A log of more than ${LIMITS.log.bytes / 1e9} GB cannot be read: split it by field.`;
