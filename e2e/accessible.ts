import AxeBuilder from '@axe-core/playwright';
import { expect, type Page } from '@playwright/test';

const DESK = { width: 1280, height: 800 };
const PHONES = { phone: { width: 390, height: 844 }, 'small phone': { width: 360, height: 640 } };

/**
 * A screen as it stands now: axe finds nothing at the desk or on a phone, lettering has its contrast in the
 * dark too, and nothing overflows at any width. The page is left at the desk's size, in the light.
 */
export async function accessible(page: Page, screen: string): Promise<void> {
  // The results come back from this very page: no second one is opened for each.
  const axe = () => new AxeBuilder({ page }).setLegacyMode(true);
  const finds = async (what: string, builder: AxeBuilder) => {
    const { violations } = await builder.analyze();
    expect(
      violations.map(({ id, nodes }) => `${id} ${nodes.map(({ target }) => target).join(' | ')}`),
      `${screen}, ${what}`,
    ).toEqual([]);
  };
  const fits = (what: string) =>
    expect
      .poll(
        () =>
          page.evaluate(
            () => document.documentElement.scrollWidth - document.documentElement.clientWidth,
          ),
        { message: `${screen}, ${what}: overflows`, timeout: 2000 },
      )
      .toBeLessThanOrEqual(0);
  const scheme = (value: 'light' | 'dark') =>
    page.evaluate((name) => {
      document.documentElement.setAttribute('data-mantine-color-scheme', name);
    }, value);

  await page.setViewportSize(DESK);
  await finds('desk', axe());
  await fits('desk');
  await scheme('dark');
  await finds('desk, dark', axe().withRules(['color-contrast']));
  await scheme('light');
  for (const [name, size] of Object.entries(PHONES)) {
    await page.setViewportSize(size);
    await fits(name);
    if (name === 'phone') await finds(name, axe().disableRules(['color-contrast']));
  }
  await page.setViewportSize(DESK);
}
