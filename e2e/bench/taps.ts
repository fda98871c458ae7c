import { readFileSync } from 'node:fs';
import type { BrowserContext, CDPSession, Page } from '@playwright/test';
import { at95, report } from './report.ts';

const TAPS = 60;
const ROUNDS = 3;

/** Share of this machine's processor time that others took since `from`, %; without `from`, the counters. */
function stolen(): number[];
function stolen(from: number[]): number;
function stolen(from?: number[]): number | number[] {
  const now = readFileSync('/proc/stat', 'utf8').split('\n')[0]!.split(/\s+/).slice(1).map(Number);
  if (!from) return now;
  const spent = now.map((ticks, i) => ticks - from[i]!);
  const busy = [0, 1, 2, 5, 6, 7].reduce((sum, i) => sum + spent[i]!, 0);
  return (100 * spent[7]!) / busy;
}

/** Times from tap to the next frame drawn, by the browser's own measure (Event Timing, in steps of 8 ms), on a four times slower CPU. */
export async function tapTimes(
  page: Page,
  session: CDPSession,
  on = '[data-tally=inStep]',
): Promise<number[]> {
  await session.send('Emulation.setCPUThrottlingRate', { rate: 4 });
  await page.evaluate(() => {
    const times: number[] = [];
    Object.assign(window, { tapTimes: times });
    new PerformanceObserver((list) => {
      for (const entry of list.getEntries())
        if (entry.name === 'pointerup') times.push(entry.duration);
    }).observe({
      type: 'event',
      durationThreshold: 16,
      buffered: false,
    } as PerformanceObserverInit);
  });
  const key = (await page.locator(on).boundingBox())!;
  for (let i = 0; i < TAPS; i++) {
    await page.mouse.click(key.x + key.width / 2, key.y + key.height / 2);
    await page.waitForTimeout(150);
  }
  const slow = await page.evaluate(() => (window as unknown as { tapTimes: number[] }).tapTimes);
  await session.send('Emulation.setCPUThrottlingRate', { rate: 1 });
  // Taps under the observer's threshold of 16 ms are not listed.
  return [...slow, ...Array.from({ length: Math.max(0, TAPS - slow.length) }, () => 16)];
}

/**
 * Taps on the capture screen against their limit. A page with one bare key is tapped between the rounds:
 * what it takes is the machine's own, and more than a frame or two of it says that others are using it.
 */
export async function reportTaps(context: BrowserContext, page: Page): Promise<void> {
  const bare = await context.newPage();
  await bare.setContent(
    '<button data-tally="inStep" style="width:200px;height:120px" onclick="this.textContent++">0</button>',
  );
  const sessions = [await context.newCDPSession(page), await context.newCDPSession(bare)] as const;
  const taps: number[] = [];
  const floor: number[] = [];
  const before = stolen();
  for (let round = 0; round < ROUNDS; round++) {
    await page.bringToFront();
    taps.push(...(await tapTimes(page, sessions[0])));
    await bare.bringToFront();
    floor.push(...(await tapTimes(bare, sessions[1])));
  }
  await bare.close();
  await page.bringToFront();
  report(`tap to drawn, 4× slower CPU, 95th percentile of ${taps.length}`, at95(taps), 'ms', 50);
  report('processor time that other machines took meanwhile', stolen(before), '%');
  report('the same on a page with one bare key', at95(floor), 'ms');
}
