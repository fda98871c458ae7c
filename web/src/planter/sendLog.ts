import type { LogMapping, PlanterLog } from '@sendero/core';
import { v5 as uuidv5 } from 'uuid';
import { RoadProblem, type Road } from '../data/road.ts';

export interface LogToSend {
  plantingId: string;
  file: File;
  format: 'csv' | 'geojson';
  mapping: LogMapping;
}

/** Sent at a time: more while it goes quickly, less after a failure. */
const FIRST_PIECE = 1_000_000;
const [LEAST_PIECE, MOST_PIECE] = [125_000, 3_000_000];
const QUICK_MS = 2000;
const FIRST_WAIT_MS = 1000;
const LONGEST_WAIT_MS = 30_000;

/** The same file read the same way is the same log: chosen again, it goes on where it stopped. */
export const logId = ({ plantingId, file, mapping }: LogToSend): string =>
  uuidv5(
    JSON.stringify([file.name, file.size, file.lastModified, Object.entries(mapping).sort()]),
    plantingId,
  );

/**
 * Sends a planter log piece by piece, each behind the records that wait, and goes on by itself after a
 * cut. Chosen again after a closed tab, the same file goes on from where the server has it.
 *
 * @param behind resolves when no record waits to be sent
 * @param wait for so many ms before trying again
 * @throws RoadProblem when the server will not take it; an AbortError when given up
 */
export async function sendLog(
  road: Pick<Road, 'ask'>,
  log: LogToSend,
  {
    behind,
    wait,
    signal,
  }: { behind(): Promise<void>; wait(ms: number): Promise<void>; signal: AbortSignal },
): Promise<PlanterLog> {
  const { plantingId, file, format, mapping } = log;
  const id = logId(log);
  let from = 0;
  let size = FIRST_PIECE;
  for (let failures = 0; ;) {
    signal.throwIfAborted();
    await behind();
    const query = new URLSearchParams({
      plantingId,
      name: file.name,
      format,
      mapping: JSON.stringify(mapping),
      from: String(from),
      bytes: String(file.size),
    });
    const began = performance.now();
    try {
      const state = await road.ask<PlanterLog>(`/planter-logs/${id}?${query}`, {
        method: 'PUT',
        bytes: file.slice(from, from + size),
        signal,
      });
      failures = 0;
      if (state.status !== 'reading') return state;
      from = state.bytesRead;
      if (performance.now() - began < QUICK_MS) size = Math.min(MOST_PIECE, 2 * size);
    } catch (error) {
      const passing =
        error instanceof RoadProblem && ['noNetwork', 'noAnswer', 'unwell'].includes(error.trouble);
      if (!passing) throw error;
      size = Math.max(LEAST_PIECE, size / 2);
      await wait(Math.min(LONGEST_WAIT_MS, FIRST_WAIT_MS * 2 ** failures));
      failures += 1;
    }
  }
}
