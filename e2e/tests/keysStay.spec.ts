import type { Page } from '@playwright/test';
import { expect, openPlanting, startCheck, test, visit } from '../app.ts';

/** What leads elsewhere, opens a question or turns to another row is meant to change the screen. */
const LEADS_ON =
  /^(next|back|finish|undo|row|stop|leave|delete|see|go |count$|photo|take|note|another|type|taps|done|earlier|later|show|more|use|what|sound|close|on |enter|how|start|flag|planted|length|my order|put )|: change$|^(tap|numbers|depth|distances|furrow|moisture)$/i;

/** Keys pressed on one screen. */
const MOST = 14;

const KEYS = 'main button, main [role=radio], main [role=checkbox]';

interface Key {
  /** Among all that `KEYS` finds. */
  index: number;
  name: string;
  left: number;
  top: number;
}

/** Everything a thumb can press on a screen, and where it is; counts in names left out, and what was entered, which grows. */
const keysOf = (page: Page): Promise<Key[]> =>
  page.evaluate(
    (selector) =>
      [...document.querySelectorAll<HTMLElement>(selector)].flatMap((one, index) => {
        const { left, top, width, height } = one.getBoundingClientRect();
        if (width === 0 || height === 0 || one.closest('ul, [aria-label="Seeds of this row"]'))
          return [];
        const said = one.getAttribute('aria-label') ?? one.textContent ?? '';
        if (/^Row /.test(said)) return [];
        // What stays at the foot of the window does so however the page is scrolled.
        const fixed = [
          ...(function* () {
            for (let at: HTMLElement | null = one; at; at = at.parentElement) yield at;
          })(),
        ].some((at) => getComputedStyle(at).position === 'fixed');
        return [
          {
            index,
            name: one.dataset.stage ?? said.replaceAll(/\d[\d.,]*/g, '#').trim(),
            left: Math.round(left),
            top: Math.round(fixed ? top : top + scrollY),
          },
        ];
      }),
    KEYS,
  );

/** Presses the keys of a screen, each once; none of them may be elsewhere afterwards. */
async function pressAll(page: Page, screen: string): Promise<void> {
  const here = page.url();
  const pressed = new Set<string>();
  for (;;) {
    const before = await keysOf(page);
    const next = before.find(({ name }) => !pressed.has(name) && !LEADS_ON.test(name));
    if (!next || pressed.size === MOST) return;
    pressed.add(next.name);
    const key = page.locator(KEYS).nth(next.index);
    if (await key.isDisabled()) continue;
    // Not by the mouse: it would scroll, or wait until nothing lies over the key.
    await key.evaluate((one: HTMLElement) => one.click());
    // The drawing that waits for a pause of the thumb has come by then.
    await page.waitForTimeout(300);
    expect(page.url(), `${screen}: “${next.name}” leads away`).toBe(here);
    const after = await keysOf(page);
    const moved = before.filter(
      (key) =>
        after.some(({ name }) => name === key.name) &&
        !after.some(
          ({ name, left, top }) => name === key.name && left === key.left && top === key.top,
        ),
    );
    expect
      .soft(
        moved.map(({ name }) => name),
        `${screen}: moved by “${next.name}”`,
      )
      .toEqual([]);
  }
}

test('no key moves under the thumb, on any screen that takes down what is seen', async ({
  page,
  demo: app,
}) => {
  test.slow();
  await page.setViewportSize({ width: 390, height: 844 });
  await page.goto(app.url);
  await openPlanting(page, 'Heron Bottom');
  const planting = new URL(page.url()).pathname;
  await page.getByRole('link', { name: 'Go on with the walk' }).click();
  await expect(page.getByRole('heading', { level: 1, name: /stop \d/ })).toBeVisible();
  await page.getByRole('button', { name: 'Help at the same stops' }).click();
  await pressAll(page, 'count');
  for (const step of ['Tape', 'Stages', 'Gaps', 'Late plants', 'Roots', 'Pests']) {
    await page
      .getByRole('navigation', { name: 'Steps of this stop' })
      .getByRole('link', { name: new RegExp(`^${step}`) })
      .click();
    await expect(
      page.getByRole('heading', { level: 1, name: new RegExp(`^${step}, stop`) }),
    ).toBeVisible();
    await page.waitForTimeout(600);
    await pressAll(page, step);
  }
  await visit(page, `${planting}/below/dig`);
  await expect(page.getByRole('heading', { level: 1, name: /below ground/ })).toBeVisible();
  await pressAll(page, 'below ground');
  await openPlanting(page, 'Long Forty');
  await visit(page, `${new URL(page.url()).pathname}/emergence/count`);
  await page.getByRole('radio', { name: 'Tap' }).click();
  await page.waitForTimeout(600);
  await pressAll(page, 'emergence');
  await page.getByRole('radio', { name: 'Numbers' }).click();
  await pressAll(page, 'emergence in numbers');
  await startCheck(page, app.url);
  for (const tab of ['Depth', 'Distances', 'Furrow', 'Moisture']) {
    await page.getByRole('radio', { name: tab, exact: true }).click();
    await page.waitForTimeout(400);
    await pressAll(page, `trench check, ${tab}`);
  }
});
