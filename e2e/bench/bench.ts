// npm run bench: what the app costs, each figure beside its limit; ratios where two things run side by side.
import { randomUUID } from 'node:crypto';
import { readFileSync } from 'node:fs';
import { gzipSync } from 'node:zlib';
import {
  analyseRowDepths,
  analyseSpacing,
  bootstrapEmergence,
  finished,
  seededRandom,
  summariseStand,
} from '@sendero/core';
import {
  goodGround,
  goodUnit,
  faultTable,
  judgementRates,
  keeps,
  simulateStand,
  simulateWeather,
  type Rate,
} from '@sendero/core/simulation';
import type { Page } from '@playwright/test';
import pg from 'pg';
import { App, openPlanting, signedIn } from '../app.ts';
import { reportFaults } from './faultReport.ts';
import { fuzz, manyWriters } from './fuzz.ts';
import { maps } from './maps.ts';
import { launchBrowser } from './openPage.ts';
import { plants } from './plants.ts';
import { planterCard } from './planterCard.ts';
import { replant } from './replant.ts';
import { planterLog, rowsFound } from './plantingDay.ts';
import { median, miss, overLimit, report } from './report.ts';
import { season, slowLine } from './season.ts';
import { refits, spring } from './spring.ts';
import { reportTaps } from './taps.ts';
import { trials } from './trials.ts';
import { typing } from './typing.ts';

const DIST = new URL('../../web/dist/', import.meta.url);
const milliseconds = (work: () => unknown) => {
  const start = performance.now();
  work();
  return performance.now() - start;
};
const best = (runs: number, work: () => unknown) =>
  Math.min(...Array.from({ length: runs }, () => milliseconds(work)));

/** Every script the capture screen needs: its chunk, the entry, and all they import at once. */
function captureScripts(): string[] {
  const manifest = JSON.parse(readFileSync(new URL('.vite/manifest.json', DIST), 'utf8')) as Record<
    string,
    { file: string; imports?: string[] }
  >;
  const needed = new Set<string>();
  const follow = (key: string) => {
    if (needed.has(key)) return;
    needed.add(key);
    manifest[key]!.imports?.forEach(follow);
  };
  follow('index.html');
  follow('src/stand/CaptureScreen.tsx');
  return [...needed].map((key) => manifest[key]!.file);
}

/** Every file the service worker keeps on the device. */
function filesKept(): string[] {
  const worker = readFileSync(new URL('sw.js', DIST), 'utf8');
  return [...worker.matchAll(/["']?url["']?:\s*["'`]([^"'`]+)/g)].map(([, url]) => url!);
}

function core() {
  console.log('\nCore');
  const positionsM = new Float64Array(1_000_001);
  for (let i = 1; i < positionsM.length; i++)
    positionsM[i] = positionsM[i - 1]! + 0.05 + ((i * 7919) % 400) / 1000;
  report(
    'analyseSpacing, 1 million intervals',
    best(5, () => analyseSpacing([{ positionsM }], { referenceM: 0.166 })),
    'ms',
    150,
  );
  const stops = Array.from({ length: 1000 }, (_, s) => ({
    id: String(s),
    counts: Array.from({ length: 12 }, (_, r) => ({
      lengthM: 5.3,
      rowWidthM: 0.762,
      inStep: 28 + ((s * r) % 5),
    })),
  }));
  report(
    'summariseStand, 1,000 stops of 12 rows',
    best(5, () => summariseStand(stops).stopsNeeded(0.05)),
    'ms',
    150,
  );
  // Each seed dug draws the profile anew, at 36 rows too.
  const readings = Array.from({ length: 36 * 10 }, (_, i) => ({
    row: (i % 36) + 1,
    depthM: 0.05 + (((i * 7919) % 13) - 6) / 1000 - (i % 36 === 3 ? 0.012 : 0),
  }));
  const depths = { targetM: 0.05, toleranceM: 0.00635, stepM: 0.00635 };
  report(
    'analyseRowDepths after each seed, 36 rows of 10',
    best(5, () => analyseRowDepths(readings, depths)),
    'ms',
    100,
  );
  const groups = Array.from({ length: 12 }, (_, row) => ({
    name: `Row ${row + 1}`,
    lengths: [
      {
        id: String(row),
        sown: 32,
        rounds: [2, 11 + (row % 4), 24, 27, 28].map((emerged, i) => ({
          round: String(i),
          hours: 190 + 48 * i,
          emerged,
        })),
      },
    ],
  }));
  report(
    '2,000 bootstrap refits of 12 rows of emergence',
    best(2, () => finished(bootstrapEmergence(groups, { draws: 2000, random: seededRandom(1) }))),
    'ms',
    3000,
  );
  const scenario = {
    crop: 'corn' as const,
    planter: {
      units: Array.from({ length: 12 }, () => goodUnit(0.05)),
      rowWidthM: 0.762,
      cells: 24,
    },
    seedLot: { germination: 0.95, vigour: 0.9 },
    seedsPerM2: 7.9,
    passLengthM: 1400,
    passes: 10,
    zones: [goodGround(0, 1400)],
    weather: simulateWeather({ days: 45, meanC: 14, risePerDayC: 0.15 }, 5),
  };
  let entries = 0;
  const simulated = best(3, () => (entries = simulateStand(scenario, 1).entries));
  report('simulateStand, for each million seeds', (simulated / entries) * 1e6, 'ms', 2000);
}

async function sending(app: App) {
  console.log('\nSending 5,000 observations');
  const { send } = await signedIn(app);
  const [stop] = await app.sql<{ id: string; workspace_id: string }>(
    'SELECT id, workspace_id FROM stops LIMIT 1',
  );
  const data = {
    stopId: stop!.id,
    type: 'count',
    row: 1,
    lengthM: 5,
    rowWidthM: 0.762,
    inStep: 30,
    oneBehind: 1,
    twoBehind: 0,
  };
  const start = performance.now();
  for (let batch = 0; batch < 10; batch++) {
    await send(Array.from({ length: 500 }, () => [['observation', randomUUID(), data]]));
  }
  const sent = performance.now() - start;
  const client = new pg.Client(app.connection);
  await client.connect();
  const plain = performance.now();
  for (let i = 0; i < 5000; i++) {
    await client.query(
      `INSERT INTO observations (workspace_id, id, revision, edited_by, edited_at, stop_id, type, "row", payload) VALUES ($1, $2, 1, 'bench', now(), $3, 'count', 1, $4)`,
      [stop!.workspace_id, randomUUID(), stop!.id, data],
    );
  }
  const inserted = performance.now() - plain;
  await client.end();
  report('through the data road', sent / 1000, 's', 10);
  report('against one plain SQL insert a row (below 1 is faster)', sent / inserted, '×');
}

async function screen(app: App) {
  console.log('\nCapture screen');
  const bytes = captureScripts().reduce(
    (sum, file) => sum + gzipSync(readFileSync(new URL(file, DIST))).length,
    0,
  );
  report('JavaScript it needs, gzipped', bytes / 1000, 'kB', 230);
  const everything = filesKept().reduce(
    (sum, file) => sum + gzipSync(readFileSync(new URL(file, DIST))).length,
    0,
  );
  report('all that is kept on the device, gzipped', everything / 1e6, 'MB', 1.5);
  const browser = await launchBrowser();
  const context = await browser.newContext({
    baseURL: app.url,
    viewport: { width: 390, height: 844 },
  });
  const page = await context.newPage();
  await page.goto('/');
  await page.getByRole('heading', { level: 1, name: /^Today/ }).waitFor();
  await openPlanting(page, 'Long Forty');
  await page.getByRole('link', { name: 'Counts' }).first().click();
  await page.getByTestId('stop-density').waitFor();
  const address = page.url();
  await page.evaluate(() => navigator.serviceWorker.ready);
  const slow = async (target: Page) => {
    const session = await context.newCDPSession(target);
    await session.send('Emulation.setCPUThrottlingRate', { rate: 4 });
  };
  const starts: number[] = [];
  for (let i = 0; i < 3; i++) {
    const fresh = await context.newPage();
    await slow(fresh);
    const start = performance.now();
    await fresh.goto(address);
    await fresh.getByTestId('stop-density').waitFor();
    starts.push(performance.now() - start);
    await fresh.close();
  }
  report('cold start to usable capture, 4× slower CPU, median of 3', median(starts), 'ms');
  await reportTaps(context, page);
  await browser.close();
}

const percent = (share: number) => `${Math.round(100 * share)} %`.padStart(5);

/** How often the app's judgements are right and wrong over simulated cases, each rate beside its limit. */
function judgement() {
  console.log('\nJudgement');
  const limit = ({ limit: by }: Rate) =>
    'within' in by
      ? by.within.map((bound) => 100 * bound).join('–')
      : `${'atMost' in by ? '≤' : '≥'} ${100 * ('atMost' in by ? by.atMost : by.atLeast)}`;
  for (const { fault, first, three, probability } of faultTable({ seed: 515_152, runs: 40 }))
    console.log(
      `  blind: ${fault.padEnd(18)} first ${percent(first)}, among three ${percent(three)}, given ${percent(probability)}`,
    );
  for (const rate of judgementRates({ seed: 515_151, runs: 400 })) {
    const ok = keeps(rate);
    if (!ok) miss();
    console.log(
      `${ok ? '  ' : '! '}${rate.what.padEnd(96)} ${(100 * rate.share).toFixed(1).padStart(6)} %  (${limit(rate)}; ${rate.cases} cases)`,
    );
  }
}

const only = process.argv[2];
if (!only) core();
if (!only) rowsFound();
// Each part on a server of its own: what one leaves behind does not slow the other.
const parts = [
  sending,
  planterLog,
  screen,
  season,
  spring,
  refits,
  maps,
  plants,
  planterCard,
  replant,
  trials,
  typing,
  fuzz,
  manyWriters,
  slowLine,
];
for (const part of parts.filter(
  ({ name }) => !only || name === only || (only === 'fuzz' && name === 'manyWriters'),
)) {
  const app = await App.start({
    demo: ![season, slowLine, spring, plants, planterCard].includes(part),
  });
  try {
    await part(app);
  } finally {
    await app.kill();
  }
}
if (!only || only === 'faults') {
  const seed = Number(process.argv[3] ?? 20270527);
  await reportFaults({ seed, faults: 1000, restores: false });
  await reportFaults({ seed: seed + 1, faults: 1000, restores: true });
}
if (!only || only === 'judgement') judgement();
console.log(overLimit() === 0 ? '\nAll within their limits.' : `\n${overLimit()} over the limit.`);
process.exit(overLimit() === 0 ? 0 : 1);
