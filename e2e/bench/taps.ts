import type { CDPSession, Page } from '@playwright/test';

const TAPS = 60;

/** Times from tap to the next frame drawn, by the browser's own measure (Event Timing, in steps of 8 ms), on a four times slower CPU. */
export async function tapTimes(page: Page, session: CDPSession): Promise<number[]> {
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
  const key = (await page.locator('[data-tally=inStep]').boundingBox())!;
  for (let i = 0; i < TAPS; i++) {
    await page.mouse.click(key.x + key.width / 2, key.y + key.height / 2);
    await page.waitForTimeout(150);
  }
  const slow = await page.evaluate(() => (window as unknown as { tapTimes: number[] }).tapTimes);
  await session.send('Emulation.setCPUThrottlingRate', { rate: 1 });
  // Taps under the observer's threshold of 16 ms are not listed.
  return [...slow, ...Array.from({ length: Math.max(0, TAPS - slow.length) }, () => 16)];
}
