import { readFileSync } from 'node:fs';
import { randomUUID } from 'node:crypto';
import { addDays } from '@sendero/core';
import type { CDPSession, Page } from '@playwright/test';
import { appKept, signedIn, type App, type MadeRecord } from '../app.ts';
import { openFaultyRoad } from '../faultyRoad.ts';
import { launchBrowser } from './openPage.ts';
import { median, report, several } from './report.ts';
import { reportTaps } from './taps.ts';

const FIELDS = 200;
const OPEN = 40;
const STOPS = 38;
const ROWS = 12;
const SEASON = new Date().getFullYear();

const put = (kind: string, data: object, id: string = randomUUID()): MadeRecord => [kind, id, data];

/** One field of a big season: planted, walked at every row of 38 stops; of some the walk is still open. */
function walkedField(growerId: string, planterId: string, i: number) {
  const [field, planting, walk] = [randomUUID(), randomUUID(), randomUUID()];
  const plantedOn = addDays(`${SEASON}-04-20`, i % 25);
  const startedOn = addDays(plantedOn, 24);
  const changes = [
    put('field', { growerId, name: `Field ${i + 1}`, areaM2: 160_000 }, field),
    put(
      'planting',
      {
        fieldId: field,
        planterId,
        season: SEASON,
        crop: 'corn',
        variety: 'AB-104',
        plantedOn,
        rowWidthM: 0.762,
        seedsPerM2: 7.9,
        depthTargetM: 0.05,
        germination: 0.95,
        fieldLoss: 0.05,
      },
      planting,
    ),
    put(
      'walk',
      {
        plantingId: planting,
        purpose: 'stand',
        startedAt: `${startedOn}T13:00:00.000Z`,
        startedOn,
        zoneOffsetMin: 0,
        finishedAt: i < OPEN ? null : `${startedOn}T16:00:00.000Z`,
        method: 'everyRow',
        lengthM: 5.31,
        hoopDiameterM: null,
      },
      walk,
    ),
  ];
  for (let s = 0; s < STOPS; s++) {
    const stop = randomUUID();
    changes.push(
      put('stop', { walkId: walk, ordinal: s + 1, travel: 'away', chosen: false }, stop),
    );
    for (let row = 1; row <= ROWS; row++)
      changes.push(
        put('observation', {
          stopId: stop,
          type: 'count',
          row,
          lengthM: 5.31,
          rowWidthM: 0.762,
          inStep: 26 + ((s * row + i) % 6),
          oneBehind: (s + row) % 3,
          twoBehind: 0,
        }),
      );
  }
  return { changes, planting, walk };
}

/** Puts a season of 200 fields and 100,000 records on a server. Gives an open walk of it. */
async function fillSeason(app: App): Promise<{ planting: string; walk: string; records: number }> {
  const { send } = await signedIn(app);
  const [grower, planter] = [randomUUID(), randomUUID()];
  await send([
    [
      put('grower', { name: 'Halloran Mesa Farm' }, grower),
      put(
        'planter',
        { name: 'Goose', type: 'planter', rows: ROWS, rowWidthM: 0.762, cells: null },
        planter,
      ),
    ],
  ]);
  let records = 2;
  let open = { planting: '', walk: '' };
  for (let from = 0; from < FIELDS; from += 10) {
    const fields = Array.from({ length: 10 }, (_, k) => walkedField(grower, planter, from + k));
    await send(fields.map(({ changes }) => changes));
    records += fields.reduce((sum, { changes }) => sum + changes.length, 0);
    if (from === 0) open = fields[0]!;
  }
  return { ...open, records };
}

/** Memory that the page's own process holds for itself, MB. */
function privateMegabytes(pids: number[]): number {
  return Math.max(
    ...pids.map((pid) => {
      const text = readFileSync(`/proc/${pid}/smaps_rollup`, 'utf8');
      const of = (name: string) => Number(new RegExp(`${name}:\\s+(\\d+)`).exec(text)?.[1] ?? 0);
      return (of('Private_Dirty') + of('Private_Clean')) / 1024;
    }),
  );
}

/** A season of 100,000 records on one device: starting, opening a walk, tapping, memory. */
export async function season(app: App): Promise<void> {
  const { planting, walk, records } = await fillSeason(app);
  console.log(`\nA season of ${FIELDS} fields and ${records.toLocaleString('en')} records`);
  const browser = await launchBrowser();
  const context = await browser.newContext({
    baseURL: app.url,
    viewport: { width: 390, height: 844 },
  });
  const page = await context.newPage();
  page.on('crash', () => console.error('the tab crashed'));
  const first = performance.now();
  await page.goto('/');
  await page.getByRole('heading', { level: 1, name: /^Today/ }).waitFor();
  await page.locator('.task').first().waitFor({ timeout: 180_000 });
  report('first visit: the first fields', (performance.now() - first) / 1000, 's');
  // Counting them takes the disk from who writes them.
  for (let held = 0; held < records; await page.waitForTimeout(1000))
    held = await heldRecords(page);
  report('first visit: all of it fetched', (performance.now() - first) / 1000, 's', 15);
  await page.evaluate(() => navigator.serviceWorker.ready);
  await page.waitForTimeout(1000);

  const starts = await several(3, async () => {
    const fresh = await context.newPage();
    const start = performance.now();
    await fresh.goto('/');
    await fresh.getByRole('heading', { level: 1, name: /^Today/ }).waitFor();
    await fresh.locator('.task').first().waitFor();
    const took = performance.now() - start;
    await fresh.close();
    return took;
  });
  report('cold start to Today, median of 3', median(starts), 'ms', 2000);

  const opens = await several(5, async () => {
    await page.goto(`/plantings/${planting}`);
    const link = page.getByRole('link', { name: 'Go on with the walk' });
    await link.waitFor();
    await page.waitForTimeout(500);
    return timeInPage(page, () => link.click(), '[data-testid=stop-density]');
  });
  report('a walk opens, median of 5', median(opens), 'ms', 300);

  await page.goto(`/walks/${walk}?stop=20`);
  await page.getByTestId('stop-density').waitFor();
  await reportTaps(context, page);
  const session = await context.newCDPSession(page);

  await session.send('HeapProfiler.collectGarbage');
  const { metrics } = await session
    .send('Performance.enable')
    .then(() => session.send('Performance.getMetrics'));
  const heap = metrics.find(({ name }) => name === 'JSHeapUsedSize')!.value / 1e6;
  report('JavaScript heap of the tab', heap, 'MB');
  report('memory of the tab’s own process', privateMegabytes(await pagePids(session)), 'MB', 250);
  await browser.close();
}

/** The same season over a line of 4 kB/s, to a device that has the app and nothing else. */
export async function slowLine(app: App): Promise<void> {
  const { records } = await fillSeason(app);
  const road = await openFaultyRoad(app.url);
  console.log(`\n${records.toLocaleString('en')} records over a line of 4 kB/s`);
  const browser = await launchBrowser();
  const context = await browser.newContext({ baseURL: road.url });
  const page = await context.newPage();
  road.proxyAnswers = 503;
  await page.goto('/');
  await appKept(page);
  await page.close();
  road.proxyAnswers = null;
  road.bytesPerSecond = 4000;
  const fresh = await context.newPage();
  const start = performance.now();
  await fresh.goto('/', { timeout: 600_000 });
  await fresh.getByRole('heading', { level: 1, name: /^Today/ }).waitFor({ timeout: 600_000 });
  await fresh.locator('.task').first().waitFor({ timeout: 600_000 });
  report('the first fields on Today', (performance.now() - start) / 1000, 's');
  // Today is used while the rest is on its way.
  const opens = await several(5, async () => {
    const at = performance.now();
    await fresh.getByRole('link', { name: 'Fields' }).first().click();
    await fresh.getByRole('heading', { level: 1, name: /^Fields/ }).waitFor();
    await fresh.getByRole('link', { name: 'Today' }).first().click();
    await fresh.locator('.task').first().waitFor();
    return performance.now() - at;
  });
  report('to Fields and back to Today meanwhile, median of 5', median(opens), 'ms');
  let held = 0;
  for (let told = 0; held < records; await fresh.waitForTimeout(5000)) {
    held = await heldRecords(fresh);
    if (held - told < 10_000 && held < records) continue;
    told = held;
    console.log(
      `  … ${held.toLocaleString('en')} after ${Math.round((performance.now() - start) / 1000)} s`,
    );
  }
  report('all of it fetched', (performance.now() - start) / 60_000, 'min');
  await browser.close();
  road.close();
}

/** Records in the device's own database: those kept one by one, and those kept with their walk. */
const heldRecords = (page: Page) =>
  page.evaluate(
    () =>
      new Promise<number>((resolve) => {
        const opening = indexedDB.open('sendero');
        opening.onsuccess = () => {
          const reading = opening.result.transaction(['records', 'together']);
          const single = reading.objectStore('records').count();
          const together = reading.objectStore('together').index('keys').count();
          reading.oncomplete = () => {
            opening.result.close();
            resolve(single.result + together.result);
          };
        };
      }),
  );

/** From a click to something drawn, by the page's own clock. */
async function timeInPage(page: Page, click: () => Promise<void>, selector: string) {
  await page.evaluate((what) => {
    const box = window as unknown as { opened: Promise<number> };
    box.opened = new Promise((resolve) =>
      addEventListener(
        'pointerup',
        () => {
          const start = performance.now();
          const timer = setInterval(() => {
            if (!document.querySelector(what)) return;
            clearInterval(timer);
            resolve(performance.now() - start);
          }, 4);
        },
        { once: true, capture: true },
      ),
    );
  }, selector);
  await click();
  return page.evaluate(() => (window as unknown as { opened: Promise<number> }).opened);
}

/** Processes that draw pages. */
async function pagePids(session: CDPSession): Promise<number[]> {
  const { processInfo } = (await session.send('SystemInfo.getProcessInfo' as never).catch(() => ({
    processInfo: [] as { type: string; id: number }[],
  }))) as { processInfo: { type: string; id: number }[] };
  const pids = processInfo.filter(({ type }) => type === 'renderer').map(({ id }) => id);
  return pids.length > 0 ? pids : rendererPids();
}
function rendererPids(): number[] {
  const { readdirSync } = process.getBuiltinModule('node:fs');
  return readdirSync('/proc')
    .filter((name) => /^\d+$/.test(name))
    .map(Number)
    .filter((pid) => {
      try {
        return readFileSync(`/proc/${pid}/cmdline`, 'utf8').includes('--type=renderer');
      } catch {
        return false;
      }
    });
}
