import type { LogRecord } from './logFields.ts';

/** What a log says of one row. Means are over its records; null where the log is silent. */
export interface LogRow {
  row: number;
  records: number;
  droppedPerM2: number;
  targetPerM2: number | null;
  singulation: number | null;
  downforceN: number | null;
  wheelLoadN: number | null;
  /** Share of records in which the gauge wheels carried next to nothing: the row rides up. */
  lightShare: number | null;
  moisture: number | null;
  speedMPerS: number | null;
}

/** Load under which gauge wheels count as riding light. A default of this app. */
export const LIGHT_LOAD_N = 100;

const MEANS = [
  'targetPerM2',
  'singulation',
  'downforceN',
  'wheelLoadN',
  'moisture',
  'speedMPerS',
] as const;

interface RunningRow {
  n: number;
  dropped: number;
  sums: number[];
  counts: number[];
  light: number;
}
/** A running summary laid aside between two pieces of a log, as plain data. */
export type SavedLog = [row: number, sums: RunningRow][];

/**
 * Keeps a running summary of log records by row, in memory of the number of rows only.
 * @param saved a summary laid aside by `save`, to go on with
 * @example const log = runningLog(); log.add(record); log.rows()[0].droppedPerM2
 */
export function runningLog(saved: SavedLog = []) {
  const rows = new Map(saved);
  return {
    add(record: LogRecord) {
      let own = rows.get(record.row);
      if (!own) {
        own = { n: 0, dropped: 0, sums: MEANS.map(() => 0), counts: MEANS.map(() => 0), light: 0 };
        rows.set(record.row, own);
      }
      own.n += 1;
      own.dropped += record.droppedPerM2;
      for (let i = 0; i < MEANS.length; i++) {
        const value = record[MEANS[i]!];
        if (value === null) continue;
        own.sums[i]! += value;
        own.counts[i]! += 1;
      }
      if (record.wheelLoadN !== null && record.wheelLoadN < LIGHT_LOAD_N) own.light += 1;
    },
    /** Lays the summary aside. */
    save: (): SavedLog => [...rows],
    /** Rows in order of their number. */
    rows(): LogRow[] {
      return [...rows]
        .sort(([a], [b]) => a - b)
        .map(([row, { n, dropped, sums, counts, light }]) => {
          const means = Object.fromEntries(
            MEANS.map((name, i) => [name, counts[i] ? sums[i]! / counts[i]! : null]),
          ) as Record<(typeof MEANS)[number], number | null>;
          return {
            row,
            records: n,
            droppedPerM2: dropped / n,
            ...means,
            lightShare: counts[3] ? light / counts[3] : null,
          };
        });
    },
  };
}

/** A planter log as the server tells of it: the log itself stays there. */
export interface PlanterLog {
  id: string;
  plantingId: string;
  name: string;
  /** `stopped`: its sender is gone in the middle; sending the same file again goes on from there. */
  status: 'reading' | 'stopped' | 'done' | 'cancelled' | 'failed';
  problem: string | null;
  /** Size of the file, 0 when not known, and how much of it has been read. */
  bytes: number;
  bytesRead: number;
  records: number;
  broken: number;
  /** The first broken lines with their numbers in the file. */
  brokenLines: { line: number; problem: string }[];
  /** What it says by row, once read. */
  summary: LogRow[];
  startedAt: string;
  heardAt: string;
  finishedAt: string | null;
}
