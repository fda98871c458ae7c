import { describe, expect, it } from 'vitest';
import type { PlanterLog } from '@sendero/core';
import { RoadProblem } from '../data/road.ts';
import { logId, sendLog, type LogToSend } from './sendLog.ts';

const PLANTING = '019f0000-0000-7000-8000-000000000005';
const logOf = (bytes: number, more: Partial<LogToSend> = {}): LogToSend => ({
  plantingId: PLANTING,
  file: new File(['x'.repeat(bytes)], 'goose.csv', { lastModified: 1_811_500_000_000 }),
  format: 'csv',
  mapping: { row: { column: 'row', unit: '' } } as never,
  ...more,
});

/** A server that keeps what it is sent; `trouble` says what befalls the so-many-th request. */
function server(log: LogToSend, trouble: (request: number) => RoadProblem | null = () => null) {
  const asked: { from: number; bytes: number }[] = [];
  let had = 0;
  const road = {
    ask: async (path: string, { bytes }: { bytes?: Blob } = {}) => {
      const query = new URL(path, 'http://server').searchParams;
      const from = Number(query.get('from'));
      expect(query.get('plantingId')).toBe(PLANTING);
      expect(query.get('bytes')).toBe(String(log.file.size));
      asked.push({ from, bytes: bytes!.size });
      const wrong = trouble(asked.length);
      if (wrong?.trouble === 'noNetwork') throw wrong;
      if (from === had) had += bytes!.size;
      // The answer is lost on the way, after it was done.
      if (wrong) throw wrong;
      return { status: had === log.file.size ? 'done' : 'reading', bytesRead: had } as PlanterLog;
    },
  };
  return { road: road as never, asked, had: () => had };
}
const waits: number[] = [];
const patient = () => {
  waits.length = 0;
  return {
    behind: async () => undefined,
    wait: async (ms: number) => void waits.push(ms),
    signal: new AbortController().signal,
  };
};

describe('a planter log on its way to the server', () => {
  it('goes in pieces, each from where the server has it, bigger ones while it goes quickly', async () => {
    const log = logOf(7_000_000);
    const { road, asked } = server(log);
    expect(await sendLog(road, log, patient())).toMatchObject({ status: 'done' });
    expect(asked).toEqual([
      { from: 0, bytes: 1_000_000 },
      { from: 1_000_000, bytes: 2_000_000 },
      { from: 3_000_000, bytes: 3_000_000 },
      { from: 6_000_000, bytes: 1_000_000 },
    ]);
    expect(waits).toEqual([]);
  });

  it('goes on by itself after a cut, a lost answer and an unwell server, waiting longer each time', async () => {
    const log = logOf(1_500_000);
    const { road, asked, had } = server(log, (request) =>
      request === 2
        ? new RoadProblem('noNetwork', 'There is no connection.')
        : request === 3
          ? new RoadProblem('noAnswer', 'The server did not answer in time.')
          : request === 4
            ? new RoadProblem('unwell', 'The server answered 503.')
            : null,
    );
    expect(await sendLog(road, log, patient())).toMatchObject({ status: 'done' });
    expect(waits).toEqual([1000, 2000, 4000]);
    // What is sent again is smaller; the piece whose answer was lost is counted once.
    expect(asked).toEqual([
      { from: 0, bytes: 1_000_000 },
      { from: 1_000_000, bytes: 500_000 },
      { from: 1_000_000, bytes: 500_000 },
      { from: 1_000_000, bytes: 500_000 },
      { from: 1_000_000, bytes: 250_000 },
    ]);
    expect(had()).toBe(1_500_000);
  });

  it('a wait never grows past half a minute', async () => {
    const log = logOf(10);
    const { road } = server(log, (request) =>
      request <= 9 ? new RoadProblem('noNetwork', 'There is no connection.') : null,
    );
    await sendLog(road, log, patient());
    expect(waits).toEqual([1000, 2000, 4000, 8000, 16_000, 30_000, 30_000, 30_000, 30_000]);
  });

  it('what the server will not take is told at once, and not sent again', async () => {
    const log = logOf(10);
    const { road, asked } = server(log, () => new RoadProblem('tooBig', 'This log is too big.'));
    await expect(sendLog(road, log, patient())).rejects.toThrow('This log is too big.');
    expect(asked).toHaveLength(1);
  });

  it('given up, nothing more is sent', async () => {
    const log = logOf(5_000_000);
    const control = new AbortController();
    const { road, asked } = server(log);
    const sending = sendLog(road, log, {
      ...patient(),
      signal: control.signal,
      behind: async () => {
        if (asked.length === 1) control.abort();
      },
    });
    // What was asked for by then may still go; the next is not begun.
    await expect(sending).rejects.toThrow(/abort/i);
    expect(asked.length).toBeLessThanOrEqual(2);
  });

  it('waits behind the records before every piece', async () => {
    const log = logOf(5_000_000);
    const { road, asked } = server(log);
    const order: number[] = [];
    await sendLog(road, log, {
      ...patient(),
      behind: async () => void order.push(asked.length),
    });
    expect(order).toEqual([0, 1, 2]);
  });
});

describe('the same log', () => {
  it('is the same file read the same way, whatever order its columns were chosen in', () => {
    const a = { row: { column: 'row', unit: '' }, droppedPerM2: { column: 'pop', unit: '/ac' } };
    const b = { droppedPerM2: a.droppedPerM2, row: a.row };
    expect(logId(logOf(10, { mapping: a as never }))).toBe(
      logId(logOf(10, { mapping: b as never })),
    );
  });
  it('is another one when a column is read otherwise, or for another planting', () => {
    const log = logOf(10);
    expect(logId(logOf(10, { mapping: {} as never }))).not.toBe(logId(log));
    expect(logId({ ...log, plantingId: '019f0000-0000-7000-8000-000000000009' })).not.toBe(
      logId(log),
    );
    expect(logId(logOf(11))).not.toBe(logId(log));
  });
});
