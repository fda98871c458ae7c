import { randomUUID } from 'node:crypto';
import { addDays, idFor } from '@sendero/core';
import { measuredDays, simulateWeather } from '@sendero/core/simulation';
import type { Page } from '@playwright/test';
import { openPlanting, signedIn, type App, type MadeRecord } from '../app.ts';
import { openPage } from './openPage.ts';
import { median, report } from './report.ts';

const STATIONS = 30;
const PLANTINGS = 200;
/** March 1 until mid-August: 4,000 hours. */
const DAYS = 167;

/** A season of hourly weather at many stations, and plantings that are told from it. */
async function fill(app: App): Promise<void> {
  const { put, season } = await signedIn(app);
  const from = `${season}-03-01`;
  const [grower] = [randomUUID()];
  await put([['grower', grower, { name: 'Bench Growers' }]]);
  const stations = Array.from({ length: STATIONS }, () => randomUUID());
  for (const [i, id] of stations.entries()) {
    const days = measuredDays(
      simulateWeather({ days: DAYS, meanC: 8, risePerDayC: 0.1 }, 900 + i),
      from,
    ).map((day) => ({
      ...day,
      rainM: Math.round(1e4 * day.rainM!) / 1e4,
      hours: {
        airC: hours(day.minC!, day.maxC!),
        soilC: hours(day.soilMinC!, day.soilMaxC!),
        rainM: Array.from({ length: 24 }, () => 0),
      },
    }));
    const months = [...new Set(days.map(({ on }) => on.slice(0, 7)))].map((month) => ({
      stationId: id,
      month,
      days: days.filter(({ on }) => on.startsWith(month)),
    }));
    await put([['weatherStation', id, { name: `Station ${i}`, soilDepthM: 0.05, shape: null }]]);
    for (const month of months)
      await put([['weatherMonth', idFor('weatherMonth', month, randomUUID), month]]);
  }
  const records: MadeRecord[] = [];
  for (let i = 0; i < PLANTINGS; i++) {
    const field = randomUUID();
    records.push(
      [
        'field',
        field,
        { growerId: grower, name: `Field ${i}`, areaM2: null, stationId: stations[i % STATIONS]! },
      ],
      [
        'planting',
        randomUUID(),
        {
          fieldId: field,
          planterId: null,
          season,
          crop: i % 3 ? 'corn' : 'soybean',
          plantedOn: addDays(from, 45 + (i % 40)),
          rowWidthM: 0.762,
          seedsPerM2: 7.9,
          depthTargetM: 0.05,
          germination: 0.95,
          fieldLoss: 0.05,
        },
      ],
    );
  }
  for (let at = 0; at < records.length; at += 100) await put(records.slice(at, at + 100));
}

const hours = (min: number, max: number) =>
  Array.from(
    { length: 24 },
    (_, hour) =>
      Math.round(
        10 * ((min + max) / 2 + ((max - min) / 2) * Math.cos((2 * Math.PI * (hour - 15)) / 24)),
      ) / 10,
  );

/** From a click until what it asks for is drawn, ms. */
export async function untilDrawn(page: Page, click: string, drawn: string): Promise<number> {
  return page.evaluate(
    ([link, wanted]) =>
      new Promise<number>((resolve) => {
        const start = performance.now();
        const look = () => {
          if (document.querySelector(wanted!)) resolve(performance.now() - start);
          else requestAnimationFrame(look);
        };
        document.querySelector<HTMLElement>(link!)!.click();
        requestAnimationFrame(look);
      }),
    [click, drawn] as const,
  );
}

/** The calendar of 200 plantings, hourly weather of 30 stations, and frames while rows are refitted. */
export async function spring(app: App): Promise<void> {
  console.log('\nSpring');
  await fill(app);
  const { browser, page } = await openPage(app);
  const opened: number[] = [];
  const drawn: number[] = [];
  for (let run = 0; run < 6; run++) {
    await page.goto('/fields');
    await page.getByRole('button', { name: 'More about Field 0', exact: true }).waitFor();
    opened.push(await untilDrawn(page, 'nav a[href="/calendar"]', '[data-visit]'));
    await page.goto('/fields');
    await page.getByRole('button', { name: 'More about Field 0', exact: true }).waitFor();
    drawn.push(
      await untilDrawn(page, 'main a[href^="/plantings/"]', 'svg[aria-label^="Since planting"]'),
    );
  }
  // The first of each fetches its screen.
  report('calendar of 200 plantings, click until drawn', median(opened.slice(1)), 'ms', 300);
  report(
    '4,000 hours of each of 30 stations, click until drawn',
    median(drawn.slice(1)),
    'ms',
    200,
  );
  await browser.close();
}

/** Frames a second while 12 rows are drawn anew 2,000 times beside the screen. */
export async function refits(app: App): Promise<void> {
  const { browser, page } = await openPage(app);
  await openPlanting(page, 'Long Forty');
  await page.goto(`${new URL(page.url()).pathname}/emergence`);
  const rates: number[] = [];
  for (let run = 0; run < 5; run++) {
    await page.reload();
    rates.push(
      await page.evaluate(
        () =>
          new Promise<number>((resolve) => {
            let [frames, since, last, inTime] = [0, 0, 0, 0];
            const look = () => {
              const busy = document.querySelector('progress') !== null;
              const now = performance.now();
              if (since > 0) frames++;
              // The screen itself is drawn first; from then on nothing but the refits is under way.
              inTime = last > 0 && now - last < 25 ? inTime + 1 : 0;
              if (since === 0 && inTime === 3) since = now;
              last = busy ? now : 0;
              if (since > 0 && !busy) resolve((1000 * frames) / Math.max(1, now - since));
              else requestAnimationFrame(look);
            };
            requestAnimationFrame(look);
          }),
      ),
    );
  }
  report('frames a second while 12 rows are refitted', median(rates), '', 50, 'least');
  await browser.close();
}
