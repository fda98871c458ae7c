import { readFileSync } from 'node:fs';
import { createRequire } from 'node:module';
import { expect, type Page } from '@playwright/test';
import type * as axeCore from 'axe-core';
import { NEVER_SHOWN } from '../web/src/app/neverShown.testing.ts';

const AXE = readFileSync(createRequire(import.meta.url).resolve('axe-core/axe.min.js'), 'utf8');

const DESK = { width: 1280, height: 800 };
const PHONES = { phone: { width: 390, height: 844 }, 'small phone': { width: 360, height: 640 } };

const NARROW = [
  'target-size',
  'scrollable-region-focusable',
  'aria-hidden-focus',
  'button-name',
  'label',
  'link-name',
  'region',
];

/**
 * A screen as it stands now: axe finds nothing at the desk or on a phone, and nothing overflows at any width. Colours are the
 * same everywhere, so that their contrast is looked at on some screens (`tokens.test.ts` reckons it for all).
 * The page is left at the desk's size, in the light.
 *
 * @param of.within selector of what is new, when the rest of the page was looked at before
 * @param of.colours looks at lettering too, in the light and in the dark
 */
export async function accessible(
  page: Page,
  screen: string,
  { within, colours = false }: { within?: string; colours?: boolean } = {},
): Promise<void> {
  const text = await page.locator('body').innerText();
  await expect(
    page.locator('a[href="/device"] [role="status"]:visible'),
    `${screen} says once what is synced`,
  ).toHaveCount(1);
  expect(text, `${screen} shows no figure that is none`).not.toMatch(NEVER_SHOWN);
  expect(text, `${screen} shows no missing value`).not.toMatch(/\bnull\b/);
  // Once a page: reading axe anew for each look would take longer than the look.
  if (!(await page.evaluate(() => 'axe' in window))) await page.evaluate(AXE);
  /** Drawings follow a new width a moment later. */
  const settled = () =>
    page.evaluate(
      () =>
        new Promise((resolve) =>
          requestAnimationFrame(() => requestAnimationFrame(() => setTimeout(resolve, 40))),
        ),
    );
  const finds = async (what: string, options: axeCore.RunOptions) => {
    await settled();
    const violations = await page.evaluate(
      async ([given, place]) => {
        const { axe } = window as unknown as { axe: typeof axeCore };
        const found = await axe.run((place && document.querySelector(place)) || document, {
          ...given,
          resultTypes: ['violations'],
          preload: false,
        });
        return found.violations.map(
          ({ id, nodes }) => `${id} ${nodes.map(({ target }) => target.join(' ')).join(' | ')}`,
        );
      },
      [options, within] as const,
    );
    expect(violations, `${screen}, ${what}`).toEqual([]);
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
  // A screen that is still fetched has nothing to find fault with, or only that.
  if (!within) await page.getByRole('heading', { level: 1 }).first().waitFor();
  await finds('desk', { rules: { 'color-contrast': { enabled: colours } } });
  await fits('desk');
  if (colours && !within) await walkByKeyboard(page, screen);
  if (colours) {
    await scheme('dark');
    await finds('desk, dark', { runOnly: ['color-contrast'] });
    await scheme('light');
  }
  for (const [name, size] of Object.entries(PHONES)) {
    await page.setViewportSize(size);
    // What lies half under the header is no small target.
    await page.evaluate(() => window.scrollTo(0, 0));
    await fits(name);
    // What a narrow page can have that a wide one of the same pieces has not.
    if (name === 'phone') await finds(name, { runOnly: NARROW });
    if (name === 'phone') expect(await tooSmall(page), `${screen}: keys`).toEqual([]);
  }
  await page.setViewportSize(DESK);
  // What folds on a phone is drawn anew: a key pressed before would meet nothing.
  await settled();
}

/** Stops of the Tab key after which a screen is believed to be walked through. */
const MOST_STOPS = 150;

/** The Tab key leads from the top of the screen to its end: never lost on the way, never held fast, and always seen. */
async function walkByKeyboard(page: Page, screen: string): Promise<void> {
  await page.evaluate(() => {
    window.scrollTo(0, 0);
    (document.activeElement as HTMLElement | null)?.blur();
    (document.querySelector('.skip-link') as HTMLElement).focus();
    // By the elements themselves: their positions change while a screen is still calculating.
    Object.assign(window, { walked: new Set<Element>() });
  });
  let places = 0;
  for (let i = 0; i < MOST_STOPS; i++) {
    await page.keyboard.press('Tab');
    const at = await page.evaluate(() => {
      const on = document.activeElement;
      if (!on || on === document.body) return null;
      const { walked } = window as unknown as { walked: Set<Element> };
      const isLast = [...walked].at(-1) === on;
      // A day, its month and its year are places of one field, one after the other.
      const inParts = isLast && on instanceof HTMLInputElement && on.type === 'date';
      const again = walked.has(on) && !inParts;
      walked.add(on);
      // Of a control that is drawn by its label, that is what is seen.
      const drawn = (on as HTMLInputElement).labels?.[0] ?? on;
      const [own, other] = [on, drawn].map((part) => part.getBoundingClientRect());
      const { width, height, bottom, top } = own!.width > 0 ? own! : other!;
      return {
        again,
        what: on.outerHTML.slice(0, 120),
        shown: width > 0 && height > 0 && bottom > 0 && top < innerHeight,
      };
    });
    // Past the last one.
    if (at === null) break;
    expect(at.shown, `${screen}: in sight when it has the focus: ${at.what}`).toBe(true);
    expect(at.again, `${screen}: the Tab key comes back to ${at.what}`).toBe(false);
    places += 1;
  }
  expect(places, `${screen}: places the Tab key leads to`).toBeGreaterThan(3);
  await page.evaluate(() => (document.activeElement as HTMLElement | null)?.blur());
}

/** What a thumb misses: narrower or lower than 44 px. Links within a text are read, not worked with. */
const tooSmall = (page: Page) =>
  page.evaluate(() =>
    [
      ...document.querySelectorAll<HTMLElement>(
        'header a, header button, nav a, main button, main a, main summary, main select, main input',
      ),
    ].flatMap((key) => {
      const { width, height } = key.getBoundingClientRect();
      const name = (key.getAttribute('aria-label') ?? key.textContent).trim();
      const inText =
        getComputedStyle(key).display === 'inline' &&
        key.parentElement!.textContent.trim().length > key.textContent.trim().length + 3;
      // Its label is the target, or the whole card around it.
      const labelled =
        key instanceof HTMLInputElement &&
        ['radio', 'checkbox', 'range', 'file'].includes(key.type);
      const worked = key.checkVisibility() && width > 0 && !inText && !labelled;
      return worked && Math.min(width, height) < 44
        ? [`${name}, ${Math.round(width)} × ${Math.round(height)} px`]
        : [];
    }),
  );
