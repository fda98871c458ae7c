import { chromium, type Browser, type Page } from '@playwright/test';
import { allSent, type App } from '../app.ts';

/** The browser that everything is measured in. */
export const launchBrowser = (): Promise<Browser> =>
  chromium.launch({
    executablePath: process.env.CHROMIUM ?? '/usr/bin/chromium',
    args: ['--no-sandbox'],
  });

/** A page of the app on a device of its own, everything sent. */
export async function openPage(app: App): Promise<{ browser: Browser; page: Page }> {
  const browser = await launchBrowser();
  const context = await browser.newContext({ baseURL: app.url, serviceWorkers: 'block' });
  // The runner names functions by a helper that a page does not have.
  await context.addInitScript('globalThis.__name = (one) => one');
  const page = await context.newPage();
  await page.goto('/');
  await allSent(page);
  return { browser, page };
}
