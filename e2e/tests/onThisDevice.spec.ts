import { allSent, appKept, expect, test } from '../app.ts';
import { countedWalk } from '../faults.ts';
import { openFaultyRoad } from '../faultyRoad.ts';

test('a piece that cannot be downloaded does not hold up the start, and is fetched later', async ({
  browser,
  empty,
}) => {
  await countedWalk(empty);
  const road = await openFaultyRoad(empty.url);
  // Without the one file that holds most of them, each is asked for by itself.
  road.missing = /pack|SpacingChart|TargetsScreen|TapeScreen/;
  const context = await browser.newContext({ baseURL: road.url, serviceWorkers: 'allow' });
  const page = await context.newPage();
  await page.goto('/');
  await allSent(page);
  await appKept(page);
  await context.setOffline(true);
  await page.goto('/fields');
  await expect(page.getByRole('link', { name: /Long Forty|AB-104/ }).first()).toBeVisible();

  road.missing = null;
  await context.setOffline(false);
  await page.goto('/');
  await allSent(page);
  const pieces = () =>
    page.evaluate(async () => {
      const kept = await (await caches.open('sendero-app')).keys();
      return kept.map(({ url }) => url);
    });
  for (const piece of ['SpacingChart', 'TargetsScreen', 'TapeScreen'])
    await expect.poll(pieces).toContainEqual(expect.stringContaining(piece));
  await context.close();
  road.close();
});
