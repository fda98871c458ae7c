import { expect, type Page } from '@playwright/test';

/**
 * Watches from now on, frame by frame, what a thumb aims at: nothing that is drawn later may move it, or a tap lands on
 * its neighbour, or on nothing.
 * @param keys CSS selector; the first it finds stands for all
 * @returns tells that it has not moved, in page pixels
 */
export async function standsStill(page: Page, keys: string): Promise<() => Promise<void>> {
  await page.evaluate((selector) => {
    const seen: number[] = [];
    const watching = Object.assign(window, { topsOfKeys: seen });
    const look = () => {
      if (watching.topsOfKeys !== seen) return;
      const top = document.querySelector(selector)?.getBoundingClientRect().top;
      if (top !== undefined && seen.at(-1) !== Math.round(top + scrollY))
        seen.push(Math.round(top + scrollY));
      requestAnimationFrame(look);
    };
    look();
  }, keys);
  return async () => {
    const tops = await page.evaluate(
      () => (window as unknown as { topsOfKeys: number[] }).topsOfKeys,
    );
    expect(tops, `where ${keys} stood, one after the other`).toHaveLength(1);
  };
}
