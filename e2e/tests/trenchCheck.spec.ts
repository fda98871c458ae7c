import { accessible } from '../accessible.ts';
import {
  DOT,
  allSent,
  expect,
  keptHere,
  newDevice,
  openPlanting,
  startCheck,
  test,
} from '../app.ts';
import { standsStill } from '../standsStill.ts';

/** Depths in inches, by row: 2 shallow, 5 deep, 6 shallow; the rest on target at 1½. */
const off: Record<number, number> = { 2: -0.75, 5: 0.75, 6: -1.25 };
const ROWS = 6;
const SCATTER = [0, -0.125, 0.125, 0, 0.125];
const depthsOf = (row: number, by = off[row] ?? 0) => SCATTER.map((scatter) => 1.5 + by + scatter);
const keysOf = (inches: number) => ({
  whole: Math.floor(inches),
  part: Math.round((inches % 1) * 8),
});

/** A count of what the hand did. */
function counter() {
  let count = 0;
  return {
    did: () => (count += 1),
    total: () => count,
  };
}

test('rows dug by thumb: keys that stand still, three rows corrected, dug again, and it worked', async ({
  browser,
  demo,
}) => {
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
  // What the planter card knows of a row comes while one digs: the keys stay under the thumb.
  const still = await standsStill(page, '[data-depth]');
  for (let row = 1; row <= ROWS; row++) for (const depth of depthsOf(row)) await enter(depth);
  // At most two taps a seed, none for what is normal; the rows follow by themselves.
  expect(hand.total()).toBeLessThanOrEqual(ROWS * 5 * 2);
  console.log(`taps for ${ROWS} rows × 5 seeds: ${hand.total()}`);
  await still();
  await keptHere(page);
  await page.getByRole('button', { name: 'Finish with the rows dug so far' }).click();

  await expect(page.getByTestId('trench-verdict')).toHaveText(
    'Of 12 rows: 2 too shallow, 1 too deep, 3 on target, 6 not dug.',
  );
  await expect(page.getByText('Row 2: set ¾ in deeper.')).toBeVisible();
  await expect(page.getByText(/^The mean depths of the rows differ/)).toBeVisible();
  await page.getByRole('button', { name: 'Correct rows 2, 5 and 6' }).click();
  const dialog = page.getByRole('dialog');
  await expect(dialog.getByText('¾ in deeper')).toBeVisible();
  await dialog.getByRole('button', { name: 'Done: dig these rows again' }).click();

  await expect(page.getByText('dig again: rows 2, 5 and 6')).toBeVisible();
  for (const row of [2, 5]) for (const depth of depthsOf(row, 0)) await enter(depth);
  for (const depth of depthsOf(6, -0.75)) await enter(depth);
  await page.getByRole('button', { name: 'See what it means' }).click();
  const picture = page.getByRole('img', { name: /^Before and after/ });
  await expect(picture).toBeVisible();
  const changes = (await picture.getAttribute('aria-label'))!.replaceAll('\u00a0', ' ');
  expect(changes).toContain('row 2 from ¾ in to 1½ in, it worked');
  expect(changes).toContain('row 5 from 2¼ in to 1½ in, it worked');
  expect(changes).toMatch(/row 6 .*nearer, still off/);
  await accessible(page, 'a corrected row, before and after');
  await page.setViewportSize({ width: 390, height: 844 });
  await expect(page.getByTestId('trench-verdict')).toHaveText(
    'Of 12 rows: 1 too shallow, 5 on target, 6 not dug.',
  );

  // What can still be done for a row that stays shallow is noted, and can be taken back.
  await page.getByRole('button', { name: 'Record: Soil hilled over the row' }).click();
  await expect(page.getByText('noted May 27')).toBeVisible();
  await page.getByRole('button', { name: 'Take back: Soil hilled over the row' }).click();
  await expect(page.getByText('noted May 27')).toBeHidden();
  // A correction noted on the wrong row is taken back: its digs hold again.
  await page.getByRole('button', { name: 'Take back: Row 5' }).click();
  await expect(picture).not.toHaveAttribute('aria-label', /row 5/);
  await allSent(page);
  const kept = await demo.sql<{ rows: number; seeds: number }>(
    `SELECT count(*)::int AS rows, sum(jsonb_array_length(o.payload -> 'seeds'))::int AS seeds
       FROM observations o JOIN stops s ON s.id = o.stop_id JOIN walks w ON w.id = s.walk_id
      WHERE o.type = 'trench' AND w.started_at > '2027-05-27'`,
  );
  expect(kept).toEqual([{ rows: 9, seeds: 45 }]);
  await context.close();
});

test('without a signal: depths, a photo and findings wait on the device and arrive', async ({
  browser,
  demo,
}) => {
  const { context, page } = await newDevice(browser, demo, { keepsApp: true });
  await page.setViewportSize({ width: 390, height: 844 });
  await openPlanting(page, 'Long Forty');
  await page.getByRole('link', { name: 'Rows' }).click();
  await expect(page.getByRole('radio', { name: 'Furrow' })).toBeVisible();
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
