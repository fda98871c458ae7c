import { randomUUID } from 'node:crypto';
import {
  createReadStream,
  createWriteStream,
  openAsBlob,
  readFileSync,
  rmSync,
  writeFileSync,
} from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { Readable } from 'node:stream';
import { pipeline } from 'node:stream/promises';
import { analyseRowDepths, guessLogMapping, isOff, seededRandom } from '@sendero/core';
import { demoScenario, DEMO_PLANTINGS, simulatePlanterLog } from '@sendero/core/simulation';
import { LOG_HEADERS, logText } from '@sendero/stand-ins';
import pg from 'pg';
import { from as copyFrom, to as copyTo } from 'pg-copy-streams';
import { sendLog as sendAsTheApp, type LogToSend } from '../../web/src/planter/sendLog.ts';
import { signedIn, type App } from '../app.ts';
import { median, report, several } from './report.ts';

const INCH = 0.0254;
export const RECORDS = 1_000_000;
const AT_ONCE = 6;

/** 300 planters of 12 rows, 5 seeds a row, SD within rows 0.25 in: rows off are found, rows on target let be. */
export function rowsFound(): void {
  console.log('\nRows found, 300 simulated planters');
  const random = seededRandom(300);
  const tally = { off: 0, called: 0, right: 0, falsely: 0 };
  for (let planter = 0; planter < 300; planter++) {
    const set = Array.from({ length: 12 }, () => {
      const kind = random.below(6);
      return kind === 0
        ? -0.5 - random.uniform() * 0.4
        : kind === 1
          ? 0.5 + random.uniform() * 0.4
          : 0;
    });
    const { rows } = analyseRowDepths(
      set.flatMap((by, i) =>
        Array.from({ length: 5 }, () => ({
          row: i + 1,
          depthM: (2 + by + random.normal() * 0.25) * INCH,
        })),
      ),
      { targetM: 2 * INCH, toleranceM: INCH / 4, stepM: INCH / 4 },
    );
    set.forEach((by, i) => {
      const { verdict } = rows[i]!;
      if (by === 0) {
        tally.right += 1;
        if (isOff(verdict)) tally.falsely += 1;
      } else {
        tally.off += 1;
        if (verdict === (by < 0 ? 'shallow' : 'deep')) tally.called += 1;
      }
    });
  }
  report('rows off by ½ in or more, called', (100 * tally.called) / tally.off, '%', 90, 'least');
  report('rows on target, called off', (100 * tally.falsely) / tally.right, '%', 5);
}

/** Peak of a process's memory since `forgetPeak`, as Linux keeps it. */
const peakMegabytes = (pid: number) =>
  Number(/VmHWM:\s+(\d+)/.exec(readFileSync(`/proc/${pid}/status`, 'utf8'))![1]) / 1024;

const forgetPeak = (pid: number) => writeFileSync(`/proc/${pid}/clear_refs`, '5');

/** Sends a log as the app does: one piece after the other. */
export async function sendLog(
  app: App,
  { cookie, planting, file, name }: Record<'cookie' | 'planting' | 'file' | 'name', string>,
): Promise<string> {
  const log: LogToSend = {
    plantingId: planting,
    file: new File([await openAsBlob(file)], name, { lastModified: 0 }),
    format: 'csv',
    mapping: guessLogMapping(LOG_HEADERS, ['2027-04-28T08:00:00Z', '1']),
  };
  const road = {
    async ask<T>(path: string, { bytes, signal }: { bytes?: Blob; signal?: AbortSignal } = {}) {
      const response = await fetch(`${app.url}/api/v1${path}`, {
        method: 'PUT',
        headers: { cookie, 'content-type': 'application/octet-stream' },
        body: bytes!,
        signal: signal ?? null,
      });
      return (await response.json()) as T;
    },
  };
  const state = await sendAsTheApp(road, log, {
    behind: () => Promise.resolve(),
    wait: (ms) => new Promise((resolve) => setTimeout(resolve, ms)),
    signal: new AbortController().signal,
  });
  if (state.status === 'done' && state.records === RECORDS) return state.id;
  throw new Error(`import ended with ${JSON.stringify(state).slice(0, 300)}`);
}

/** A log of a million records through the app, against PostgreSQL's own COPY of the same rows; then six at once beside commits. */
export async function planterLog(app: App): Promise<void> {
  console.log('\nA planter log of 1,000,000 records');
  const file = join(tmpdir(), `sendero-bench-${process.pid}.csv`);
  const rowsFile = `${file}.rows`;
  const scenario = demoScenario(DEMO_PLANTINGS[0]!);
  const records = simulatePlanterLog({ scenario, seed: 1, startAt: '2027-04-28T08:00:00.000Z' });
  await pipeline(Readable.from(logText(records, RECORDS, 'csv')), createWriteStream(file));
  // A server that has been started, not one that has just made the demo season.
  await app.kill();
  await app.run();
  const { cookie, put } = await signedIn(app);
  const [row] = await app.sql<{ id: string }>('SELECT id FROM plantings LIMIT 1');
  const planting = row!.id;
  forgetPeak(app.pid);
  const before = peakMegabytes(app.pid);
  const client = new pg.Client(app.connection);
  await client.connect();
  // One after the other, three times: on a machine that others use as well, one of each says little.
  const times = await several(3, async () => {
    const start = performance.now();
    const id = await sendLog(app, { cookie, planting, file, name: `${randomUUID()}.csv` });
    const imported = performance.now() - start;
    await pipeline(
      client.query(
        copyTo(`COPY (SELECT * FROM planter_log_records WHERE log_id = '${id}') TO STDOUT`),
      ),
      createWriteStream(rowsFile),
    );
    await client.query('TRUNCATE planter_log_records');
    const plain = performance.now();
    await pipeline(
      createReadStream(rowsFile),
      client.query(copyFrom('COPY planter_log_records FROM STDIN')),
    );
    const copied = performance.now() - plain;
    await client.query('TRUNCATE planter_log_records');
    return { imported, ratio: imported / copied };
  });
  await client.end();
  report('server memory at its peak', peakMegabytes(app.pid), 'MB', 300);
  report('of it before the import', before, 'MB');
  report('through the app, median of 3', median(times.map(({ imported }) => imported)) / 1000, 's');
  report(
    'against COPY of the same rows, median of 3',
    median(times.map(({ ratio }) => ratio)),
    '×',
    1.3,
  );

  console.log(`\n${AT_ONCE} planter logs of 1,000,000 records at once, and commits meanwhile`);
  forgetPeak(app.pid);
  let reading = true;
  const logs = Promise.all(
    Array.from({ length: AT_ONCE }, (_, i) =>
      sendLog(app, { cookie, planting, file, name: `bench ${i}.csv` }),
    ),
  ).finally(() => (reading = false));
  const waits: number[] = [];
  const six = performance.now();
  while (reading) {
    const asked = performance.now();
    await put([['grower', randomUUID(), { name: `Grower ${waits.length}` }]]);
    waits.push(performance.now() - asked);
    await new Promise((resolve) => setTimeout(resolve, 200));
  }
  await logs;
  report('all of them', (performance.now() - six) / 1000, 's');
  report(`slowest of ${waits.length} commits`, Math.max(...waits), 'ms', 2000);
  report('server memory at its peak', peakMegabytes(app.pid), 'MB', 600);
  [file, rowsFile].forEach((path) => rmSync(path));
}
