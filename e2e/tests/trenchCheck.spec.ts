import type { Page } from '@playwright/test';
import { accessible } from '../accessible.ts';
import {
  DOT,
  allSent,
  App,
  expect,
  keptHere,
  newDevice,
  openPlanting,
  test,
  visit,
} from '../app.ts';

/** Depths in inches, by row: 4 shallow, 9 deep, 11 shallow; the rest on target at 1½. */
const off: Record<number, number> = { 4: -0.75, 9: 0.625, 11: -0.625 };
const SCATTER = [0, -0.125, 0.125, 0, 0.125];
const depthsOf = (row: number, by = off[row] ?? 0) => SCATTER.map((scatter) => 1.5 + by + scatter);
const keysOf = (inches: number) => ({
  whole: Math.floor(inches),
  part: Math.round((inches % 1) * 8),
});

/** Opens the check of the planting that goes on today, through its cautions. */
async function startCheck(page: Page): Promise<void> {
  await page.goto('/');
  await page.getByRole('button', { name: 'Check', exact: true }).click();
  await expect(page.getByText('Stopped, shut down, blocked.')).toBeVisible();
  await page.getByRole('button', { name: /stopped: start/ }).click();
}

/** A count of what the hand did. */
function counter() {
  let count = 0;
  return {
    did: () => (count += 1),
    total: () => count,
  };
}

test('a 12-row check by thumb: three rows corrected, dug again, and it worked', async ({
  browser,
}) => {
  const demo = await App.start({ demo: true });
  const { context, page } = await newDevice(browser, demo);
  await page.setViewportSize({ width: 390, height: 844 });
  await startCheck(page);
  const hand = counter();
  const pad = page.getByRole('group', { name: 'Depth, in', exact: true });
  const enter = async (inches: number) => {
    const { whole, part } = keysOf(inches);
    const key = page.locator(`[data-depth="${whole}.${part}"]`);
    if ((await key.count()) === 0) {
      await page.getByRole('button', { name: `${whole} in and parts` }).click();
      hand.did();
    }
    await key.click();
    hand.did();
  };
  await expect(pad).toBeVisible();
  for (let row = 1; row <= 12; row++) for (const depth of depthsOf(row)) await enter(depth);
  // At most two taps a seed, none for what is normal; the rows follow by themselves.
  expect(hand.total()).toBeLessThanOrEqual(12 * 5 * 2);
  console.log(`taps for 12 rows × 5 seeds: ${hand.total()}`);
  await keptHere(page);
  await page.getByRole('button', { name: 'See what it means' }).click();

  await expect(page.getByTestId('trench-verdict')).toHaveText(
    'Of 12 rows: 2 too shallow, 1 too deep, 9 on target.',
  );
  await expect(page.getByText('Row 4: set ¾ in deeper.')).toBeVisible();
  await expect(page.getByText(/^The rows differ from each other/)).toBeVisible();
  await page.getByRole('button', { name: 'Correct rows 4, 9 and 11' }).click();
  const dialog = page.getByRole('dialog');
  await expect(dialog.getByText('¾ in deeper')).toBeVisible();
  await dialog.getByRole('button', { name: 'Done: dig these rows again' }).click();

  await expect(page.getByText('dig again: rows 4, 9 and 11')).toBeVisible();
  for (const row of [4, 9]) for (const depth of depthsOf(row, 0)) await enter(depth);
  for (const depth of depthsOf(11, -0.375)) await enter(depth);
  await page.getByRole('button', { name: 'See what it means' }).click();
  const picture = page.getByRole('img', { name: /^Before and after/ });
  await expect(picture).toBeVisible();
  const changes = (await picture.getAttribute('aria-label'))!.replaceAll('\u00a0', ' ');
  expect(changes).toContain('row 4 from ¾ in to 1½ in, it worked');
  expect(changes).toContain('row 9 from 2⅛ in to 1½ in, it worked');
  expect(changes).toMatch(/row 11 .*nearer, still off/);
  await accessible(page, 'a corrected row, before and after');
  await page.setViewportSize({ width: 390, height: 844 });
  await expect(page.getByTestId('trench-verdict')).toHaveText(
    'Of 12 rows: 1 too shallow, 11 on target.',
  );

  // What can still be done for a row that stays shallow is noted, and can be taken back.
  await page.getByRole('button', { name: 'Record: Soil hilled over the row' }).click();
  await expect(page.getByText('noted May 27')).toBeVisible();
  await page.getByRole('button', { name: 'Take back: Soil hilled over the row' }).click();
  await expect(page.getByText('noted May 27')).toBeHidden();
  // A correction noted on the wrong row is taken back: its digs hold again.
  await page.getByRole('button', { name: 'Take back: Row 9' }).click();
  await expect(picture).not.toHaveAttribute('aria-label', /row 9/);
  await allSent(page);
  const kept = await demo.sql<{ rows: number; seeds: number }>(
    `SELECT count(*)::int AS rows, sum(jsonb_array_length(o.payload -> 'seeds'))::int AS seeds
       FROM observations o JOIN stops s ON s.id = o.stop_id JOIN walks w ON w.id = s.walk_id
      WHERE o.type = 'trench' AND w.started_at > '2027-05-27'`,
  );
  expect(kept).toEqual([{ rows: 15, seeds: 75 }]);
  await context.close();
  await demo.kill();
});

test('the same by keyboard on a desk, with lost seeds, dry seeds and undo', async ({
  browser,
  empty,
}) => {
  const { context, page } = await newDevice(browser, empty);
  await page.setViewportSize({ width: 1280, height: 800 });
  await makePlanting(page);
  await page.getByRole('link', { name: 'Check behind the planter' }).click();
  await page.getByRole('button', { name: /stopped: start/ }).click();
  await expect(page.getByRole('grid')).toBeVisible();
  const hand = counter();
  const press = async (key: string) => {
    await page.keyboard.press(key);
    hand.did();
  };
  for (let row = 1; row <= 6; row++)
    for (const depth of SCATTER.map((scatter) => (row === 3 ? 1.25 : 2) + scatter)) {
      const { whole, part } = keysOf(depth);
      await press(String(whole));
      await press(String(part));
    }
  expect(hand.total()).toBeLessThanOrEqual(6 * 5 * 2);
  const cell = (row: number, seed: number) =>
    page.getByRole('gridcell', { name: new RegExp(`^Row ${row}, seed ${seed}:`) });
  await expect(cell(1, 2)).toHaveText('1⅞');
  await expect(page.getByRole('row', { name: /^3 / })).toContainText('shallow');

  await cell(2, 1).click();
  await page.keyboard.press('l');
  await expect(cell(2, 1)).toHaveText('lost');
  await page.keyboard.press('z');
  await expect(cell(2, 1)).toHaveText('2');
  await cell(5, 4).click();
  await page.keyboard.press('d');
  await expect(cell(5, 4)).toHaveText('2 dry');
  await page.keyboard.press('ArrowUp');
  await page.keyboard.press('ArrowRight');
  await expect(cell(4, 5)).toBeFocused();
  await page.keyboard.press('1');
  await page.keyboard.press('9');
  await expect(page.getByRole('alert')).toContainText('eighths');
  await page.keyboard.press('Backspace');
  await expect(cell(4, 5)).toHaveText('2⅛');

  // Reload: nothing is gone.
  await page.reload();
  await expect(cell(5, 4)).toHaveText('2 dry');
  await page.getByRole('button', { name: 'See what it means' }).click();
  await expect(page.getByTestId('trench-verdict')).toContainText('1 too shallow');
  await expect(page.getByText('Row 3: set ¾ in deeper.')).toBeVisible();
  await context.close();
});

/** A six-row planter and a planting of today, from nothing. */
async function makePlanting(page: Page): Promise<void> {
  await visit(page, '/planters');
  await page.getByRole('button', { name: 'Add a planter' }).click();
  await page.getByLabel('Name').fill('Marigold');
  await page.getByLabel('Rows', { exact: true }).fill('6');
  await page.getByLabel('Row width').fill('30');
  await page.getByLabel(/One position of the depth stop/).fill('1/4');
  await page.getByRole('button', { name: 'Keep', exact: true }).click();
  await page.getByRole('link', { name: 'Fields' }).click();
  await page.getByRole('button', { name: 'Add a field' }).click();
  await page.getByRole('combobox', { name: 'Grower' }).fill('Saltbush Partnership');
  await page.getByLabel('Field name').fill('Kiln Corner');
  await page.getByRole('button', { name: 'Keep', exact: true }).click();
  await page.getByRole('button', { name: 'Add a planting on Kiln Corner' }).click();
  await page.getByLabel('Variety').fill('AB-111');
  await page.getByLabel('Planter', { exact: true }).selectOption({ label: 'Marigold, 6 rows' });
  await page.getByLabel('Seeding rate').fill('32k');
  await page.getByRole('button', { name: 'Keep', exact: true }).click();
  await page.getByRole('link', { name: /AB-111/ }).click();
  await expect(page.getByRole('heading', { level: 1, name: 'Kiln Corner' })).toBeVisible();
}

test('what is due follows what was dug, adjusted and changed', async ({ browser }) => {
  const demo = await App.start({ demo: true });
  const { context, page } = await newDevice(browser, demo);
  await startCheck(page);
  await page.setViewportSize({ width: 390, height: 844 });
  for (const depth of depthsOf(1)) {
    const { whole, part } = keysOf(depth);
    await page.locator(`[data-depth="${whole}.${part}"]`).click();
  }
  await page.getByRole('link', { name: 'Leave the check' }).click();
  await keptHere(page);
  await page.goto('/');
  const day = page.getByRole('listitem').filter({ hasText: 'Being planted today' });
  await expect(day).toContainText('Rows 2 to 12. Every row at least once a field');
  await day.getByText('Something changed?').click();
  await day.getByRole('button', { name: 'Rain' }).click();
  await expect(day).toContainText('It rained since the last look.');
  // Finished: nothing more can be dug behind the planter.
  await day.getByRole('button', { name: 'Planting finished here' }).click();
  await expect(day).toBeHidden();
  await keptHere(page);
  // A slip of the thumb is taken back where the planting keeps what happened.
  await visit(page, '/fields');
  await page.getByRole('link', { name: /S-22, May 27/ }).click();
  await page.getByRole('button', { name: 'Take back: Planting finished here' }).click();
  await keptHere(page);
  await page.goto('/');
  await expect(day).toContainText('It rained since the last look.');
  await allSent(page);
  await context.close();
  await demo.kill();
});

test.describe('off the network', () => {
  test.use({ serviceWorkers: 'allow' });

  test('without a signal: depths, a photo and findings wait on the device and arrive', async ({
    browser,
    demo,
  }) => {
    const { context, page } = await newDevice(browser, demo);
    await page.setViewportSize({ width: 390, height: 844 });
    await openPlanting(page, 'Long Forty');
    await page.getByRole('link', { name: 'Rows' }).click();
    await expect(page.getByRole('radio', { name: 'Furrow' })).toBeVisible();
    await page.evaluate(() => navigator.serviceWorker.ready);
    const pictures = async () =>
      (await demo.sql(`SELECT id FROM photos WHERE content_type = 'image/jpeg'`)).length;
    const before = await pictures();
    await context.setOffline(true);
    await page.getByRole('radio', { name: 'Furrow' }).click();
    await page.getByRole('radio', { name: 'dry clods' }).click();
    await page.locator('input[type=file]').first().setInputFiles({
      name: 'row.png',
      mimeType: 'image/png',
      buffer: DOT,
    });
    await expect(page.locator('figure img')).toBeVisible();
    await expect(page.getByRole('status').first()).toHaveText(/to send$/);
    await page.reload();
    await page.getByRole('radio', { name: 'Furrow' }).click();
    await expect(page.getByRole('radio', { name: 'dry clods' })).toBeChecked();
    // A slip: deleted without a signal, and back with undo.
    await page.getByRole('button', { name: /^Delete: Row/ }).click();
    await expect(page.locator('figure img')).toBeHidden();
    await page.getByRole('button', { name: 'Undo' }).last().click();
    await expect(page.locator('figure img')).toBeVisible();
    await context.setOffline(false);
    await allSent(page);
    // Other tests of this worker keep pictures too: this one came on top.
    expect(await pictures()).toBe(before + 1);
    await context.close();
  });
});

test('in centimetres, read to the top of the seed, with a finger joint as a gauge', async ({
  browser,
}) => {
  const app = await App.start({ demo: true });
  const { context, page } = await newDevice(browser, app);
  await visit(page, '/settings');
  await page.getByText('cm, hectares').click();
  await page.setViewportSize({ width: 390, height: 844 });
  await page.goto('/');
  await page.getByRole('button', { name: 'Check', exact: true }).click();
  await page.getByRole('radio', { name: 'top of the seed' }).click();
  await page.getByRole('radio', { name: '3', exact: true }).click();
  // What cannot be used is refused beside its field, and nothing typed is lost.
  await page.getByLabel(/^On target within/).fill('0');
  await page.getByRole('button', { name: /stopped: start/ }).click();
  await expect(page.getByText('Enter a tolerance between')).toBeVisible();
  await page.getByLabel(/^On target within/).fill('6 mm');
  await page.getByText('Use a finger joint as a gauge').click();
  for (const [i, reading] of ['3.0', '3.1', '2.9'].entries())
    await page.getByLabel(`Rule reading ${i + 1}, cm`).fill(reading);
  await expect(page.getByText(/Your gauge is 3.0/)).toBeVisible();
  await expect(page.getByText(/off by up to ± 5/)).toBeVisible();
  await page.getByRole('button', { name: /stopped: start/ }).click();

  await page.getByRole('button', { name: '3 cm and parts' }).click();
  for (const key of ['3.2', '3.4', '3.3']) await page.locator(`[data-depth="${key}"]`).click();
  await page.getByRole('button', { name: /^As deep as my gauge/ }).click();
  await page.getByRole('button', { name: 'Kicked out: lost' }).click();
  const seeds = page.getByLabel('Seeds of this row');
  await expect(seeds).toContainText('3.0 g');
  await expect(seeds).toContainText('lost');
  await expect(seeds).toContainText('seed 2 of 3, cm');
  await page.locator('[data-depth="3.1"]').click();
  await page.locator('[data-depth="3.2"]').click();
  await page.getByRole('button', { name: 'Row before' }).click();
  await page.getByRole('button', { name: 'Finish with the rows dug so far' }).click();
  await expect(page.getByText(/read to the top of the seed, shown to its bottom/)).toBeVisible();
  await expect(page.getByText(/1 depth was read with a body gauge/)).toBeVisible();
  await page.getByText('Row by row in figures').click();
  // 3.3 cm to the top of a soybean 6 mm thick is 3.9 cm to its bottom.
  await expect(page.getByRole('row', { name: /^1 3 3\.9/ })).toBeVisible();
  await context.close();
  await app.kill();
});
