import {
  guessLogMapping,
  makeLogReader,
  runningLog,
  type LogLine,
  type LogRow,
} from '@sendero/core';
import Papa from 'papaparse';

/** Seconds of the stream that the figures shown are made of. */
export const WINDOW_S = 60;

export interface LiveFigures {
  rows: LogRow[];
  records: number;
  broken: number;
}

/**
 * Listens to a planter's live stream: CSV lines with a header, one a row and second. Figures are means
 * of the last minute.
 *
 * @param address of the stream; @param onFigures called about once a second
 * @param signal ends the listening
 * @throws Error in words that say what to do, when the address does not answer or speaks another language
 */
export async function listenToPlanter(
  address: string,
  onFigures: (figures: LiveFigures) => void,
  signal: AbortSignal,
): Promise<void> {
  let response: Response;
  try {
    response = await fetch(address, { signal });
  } catch (error) {
    if (signal.aborted) return;
    throw new Error(
      'Nothing answers at this address: check it, and that this device is on the cab’s network.',
      { cause: error },
    );
  }
  if (!response.ok || !response.body)
    throw new Error(`The address answered ${response.status}: check it.`);
  const lines = response.body.pipeThrough(new TextDecoderStream()).getReader();
  let rest = '';
  let read: ((cells: readonly unknown[]) => LogLine) | null = null;
  let headers: string[] | null = null;
  let records = 0;
  let broken = 0;
  let kept: (LogLine & { ok: true })['record'][] = [];
  for (;;) {
    const { value, done } = await lines.read().catch((error: unknown) => {
      if (signal.aborted) return { value: undefined, done: true };
      throw new Error('The stream broke off: connect again.', { cause: error });
    });
    if (done || value === undefined) {
      if (signal.aborted) return;
      throw new Error('The stream ended: connect again when the planter runs.');
    }
    const pieces = (rest + value).split('\n');
    rest = pieces.pop()!;
    for (const cells of Papa.parse<string[]>(pieces.join('\n'), { skipEmptyLines: true }).data) {
      if (!headers) {
        headers = cells;
        continue;
      }
      if (!read) {
        try {
          read = makeLogReader(guessLogMapping(headers, cells), headers);
        } catch (error) {
          throw new Error('This stream has no time, row and dropped population in its header.', {
            cause: error,
          });
        }
      }
      const line = read(cells);
      if (line.ok) {
        records += 1;
        kept.push(line.record);
      } else broken += 1;
    }
    const newest = kept.at(-1);
    if (!newest) continue;
    const from = new Date(Date.parse(newest.time) - WINDOW_S * 1000).toISOString();
    kept = kept.filter(({ time }) => time >= from);
    const log = runningLog();
    kept.forEach((record) => log.add(record));
    onFigures({ rows: log.rows(), records, broken });
  }
}
