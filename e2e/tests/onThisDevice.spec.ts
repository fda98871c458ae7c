import { randomUUID } from 'node:crypto';
import { allSent, expect, signedIn, test } from '../app.ts';
import { countedWalk } from '../faults.ts';
import { openFaultyRoad } from '../faultyRoad.ts';

test.use({ serviceWorkers: 'allow' });

test('a piece that cannot be downloaded does not hold up the start, and is fetched later', async ({
  browser,
  empty,
}) => {
  await countedWalk(empty);
  const road = await openFaultyRoad(empty.url);
  road.missing = /SpacingChart|TargetsScreen|TapeScreen/;
  const context = await browser.newContext({ baseURL: road.url });
  const page = await context.newPage();
  await page.goto('/');
  await allSent(page);
  await page.evaluate(() => navigator.serviceWorker.ready);
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

test('an older season is opened from the switch, and the newer one misses nothing meanwhile', async ({
  browser,
  empty,
}) => {
  const noor = await signedIn(empty);
  const [grower, before, now] = [randomUUID(), randomUUID(), randomUUID()];
  const planting = (fieldId: string, season: number, variety: string) => ({
    fieldId,
    planterId: null,
    season,
    crop: 'corn',
    variety,
    plantedOn: `${season}-04-28`,
    rowWidthM: 0.762,
    seedsPerM2: 7.9,
    depthTargetM: 0.05,
    germination: 0.95,
    fieldLoss: 0.05,
  });
  await noor.put([
    ['grower', grower, { name: 'Saltbush Partnership' }],
    ['field', before, { growerId: grower, name: 'Wren Acre', areaM2: null }],
    ['field', now, { growerId: grower, name: 'Teal Acre', areaM2: null }],
    ['planting', randomUUID(), planting(before, noor.season - 1, 'AB-101')],
    ['planting', randomUUID(), planting(now, noor.season, 'AB-191')],
  ]);
  const context = await browser.newContext({ baseURL: empty.url });
  const page = await context.newPage();
  await page.goto('/fields');
  await expect(page.getByText('AB-191')).toBeVisible();
  await expect(page.getByText('AB-101')).toHaveCount(0);
  const season = page.getByLabel('Season');
  await season.selectOption(String(noor.season - 1));
  await expect(page.getByText('AB-101')).toBeVisible();
  await expect(page.getByText('AB-191')).toHaveCount(0);
  // Meanwhile something is planted this season, and walked last season.
  await noor.put([['planting', randomUUID(), planting(before, noor.season, 'AB-190')]]);
  await page.reload();
  await expect(page.getByText('AB-101')).toBeVisible();
  await page.getByLabel('Season').selectOption(String(noor.season));
  await expect(page.getByText('AB-190')).toBeVisible();
  await expect(page.getByText('AB-191')).toBeVisible();
  await context.close();
});
