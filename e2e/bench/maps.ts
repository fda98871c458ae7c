import { randomUUID } from 'node:crypto';
import { createWriteStream, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { Readable } from 'node:stream';
import { pipeline } from 'node:stream/promises';
import {
  planeAt,
  planStops,
  roundLength,
  seededRandom,
  shortestRound,
  type Boundary,
  type Metres,
} from '@sendero/core';
import {
  demoField,
  demoScenario,
  DEMO_PLANTINGS,
  simulatePlanterLog,
} from '@sendero/core/simulation';
import { logText } from '@sendero/stand-ins';
import type { Page } from '@playwright/test';
import { signedIn, type App, type MadeRecord } from '../app.ts';
import { RECORDS, sendLog } from './plantingDay.ts';
import { openPage } from './openPage.ts';
import { median, report } from './report.ts';
import { untilDrawn } from './spring.ts';

const FIELDS = 200;
const plane = planeAt([-138.6, 44.6]);
const square = (east: number, north: number, sideM: number): Boundary => {
  const corners: Metres[] = [
    [east, north],
    [east + sideM, north],
    [east + sideM, north + sideM],
    [east, north + sideM],
    [east, north],
  ];
  return { type: 'MultiPolygon', coordinates: [[corners.map(plane.toPlace)]] };
};

const milliseconds = (work: () => unknown) => {
  const start = performance.now();
  work();
  return performance.now() - start;
};

/** A plan of 60 stops in 400 acres and the way round it, against ways searched for much longer. */
function plans(): void {
  const input = {
    boundary: square(0, 0, 1272),
    zones: [],
    obstacles: [],
    headlandM: 24,
    stops: 60,
    rows: 12,
    rowsAtOnce: 4,
    earlier: [],
    passes: { bearingDeg: 0, firstAt: 'left' as const },
    widthM: 9.144,
  };
  const times = Array.from({ length: 7 }, (_, seed) =>
    milliseconds(() => planStops({ ...input, seed })),
  );
  report('plan of 60 stops in 400 ac', median(times.slice(1)), 'ms', 300);
  const rounds = Array.from({ length: 8 }, (_, run) => {
    const random = seededRandom(9000 + 7919 * run);
    const places = Array.from({ length: 60 }, (): Metres => [
      1272 * random.uniform(),
      1272 * random.uniform(),
    ]);
    const lengthOf = (order: number[], all = places) =>
      roundLength(
        [0, 0],
        order.map((i) => all[i]!),
        [0, 0],
      );
    let length = 0;
    const ms = milliseconds(() => (length = lengthOf(shortestRound([0, 0], places))));
    // The same places in other orders begin the search elsewhere: the best of thirty.
    const best = Math.min(
      length,
      ...Array.from({ length: 30 }, () => {
        const shuffled = [...places].sort(() => random.uniform() - 0.5);
        return lengthOf(shortestRound([0, 0], shuffled), shuffled);
      }),
    );
    return { ms, over: 100 * (length / best - 1) };
  });
  report('way round 60 stops, slowest of 8', Math.max(...rounds.map(({ ms }) => ms)), 'ms', 1000);
  report(
    'longer than the best way known, worst of 8',
    Math.max(...rounds.map(({ over }) => over)),
    '%',
    3,
  );
}

async function manyFields(app: App): Promise<void> {
  const { put } = await signedIn(app);
  const grower = randomUUID();
  await put([['grower', grower, { name: 'Bench Mappers' }]]);
  const fields = Array.from({ length: FIELDS }, (_, i): MadeRecord => [
    'field',
    randomUUID(),
    {
      growerId: grower,
      name: `Mapped ${i}`,
      areaM2: null,
      boundary: square((i % 20) * 450, Math.floor(i / 20) * 450, 400),
      headlandM: 18,
    },
  ]);
  for (let at = 0; at < FIELDS; at += 50) await put(fields.slice(at, at + 50));
}

const DRAWN = '[data-testid="map"][data-drawn]';

/** The map of 200 fields on a slow machine; a log of a million records over its field, and frames while it is moved. */
export async function maps(app: App): Promise<void> {
  console.log('\nMaps');
  plans();
  await manyFields(app);
  const { cookie } = await signedIn(app);
  const [planting] = await app.sql<{ id: string }>(
    `SELECT p.id FROM plantings p JOIN fields f ON p.field_id = f.id WHERE f.name = 'Long Forty' ORDER BY p.season DESC LIMIT 1`,
  );
  const file = join(tmpdir(), `sendero-map-${process.pid}.csv`);
  const records = simulatePlanterLog({
    scenario: demoScenario(DEMO_PLANTINGS[0]!),
    seed: 1,
    startAt: '2027-04-28T08:00:00.000Z',
    placeOf: demoField('Long Forty', 40)!.fromCorner,
  });
  await pipeline(Readable.from(logText(records, RECORDS, 'csv')), createWriteStream(file));
  const send = (name: string) => sendLog(app, { cookie, planting: planting!.id, file, name });
  // One to fetch the screen with, one to measure.
  const logs = [await send('first.csv'), await send('second.csv')];
  rmSync(file);

  const { browser, page } = await openPage(app);
  const slow = await page.context().newCDPSession(page);
  const opened: number[] = [];
  await page.goto('/fields');
  const listed = page.getByRole('button', { name: 'More about Mapped 0', exact: true });
  for (let run = 0; run < 6; run++) {
    await listed.waitFor();
    await slow.send('Emulation.setCPUThrottlingRate', { rate: 4 });
    opened.push(await untilDrawn(page, 'a[href="/map"]', DRAWN));
    await slow.send('Emulation.setCPUThrottlingRate', { rate: 1 });
    await page.locator('main a[href="/fields"]').click();
  }
  // The first fetches its screen.
  report(`map of ${FIELDS} fields at a quarter of the speed`, median(opened.slice(1)), 'ms', 300);

  const first: number[] = [];
  for (const log of logs) {
    await page.goto(`/plantings/${planting!.id}`);
    await page.getByRole('heading', { level: 1 }).waitFor();
    // A link as the list of logs has it.
    await page.evaluate((to) => {
      const link = document.createElement('a');
      link.id = 'bench';
      link.onclick = () => {
        history.pushState(null, '', to);
        dispatchEvent(new PopStateEvent('popstate'));
      };
      document.body.append(link);
    }, `/plantings/${planting!.id}/log/${log}`);
    first.push(await untilDrawn(page, '#bench', '[data-picture][data-drawn]'));
  }
  report('log of a million records, first picture', first.at(-1)!, 'ms', 1000);
  report('frames a second while it is moved', await framesWhileMoved(page), '', 45, 'least');
  await browser.close();
}

async function framesWhileMoved(page: Page): Promise<number> {
  const box = (await page.getByTestId('map').boundingBox())!;
  const [x, y] = [box.x + box.width / 2, box.y + box.height / 2];
  await page.mouse.click(x, y);
  const counting = page.evaluate(
    () =>
      new Promise<number>((resolve) => {
        const start = performance.now();
        let frames = 0;
        const look = () => {
          frames++;
          const now = performance.now();
          if (now - start > 2500) resolve((1000 * frames) / (now - start));
          else requestAnimationFrame(look);
        };
        requestAnimationFrame(look);
      }),
  );
  await page.mouse.down();
  for (let i = 0; i < 120; i++)
    await page.mouse.move(x + 150 * Math.sin(i / 9), y + 90 * Math.cos(i / 7));
  await page.mouse.up();
  return counting;
}
