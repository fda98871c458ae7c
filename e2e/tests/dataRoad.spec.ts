import { localDay } from '@sendero/core';
import { accessible } from '../accessible.ts';
import { allSent, App, expect, keptHere, newDevice, tally, test } from '../app.ts';
import { countedWalk } from '../faults.ts';
import { openFaultyRoad } from '../faultyRoad.ts';
import { previousBuild } from '../previousBuild.ts';

const inStep = async (app: App, id: string) =>
  (
    await app.sql<{ n: number }>(
      `SELECT (payload ->> 'inStep')::int AS n FROM observations WHERE id = '${id}'`,
    )
  )[0]!.n;

test('a tap in a stale tab adds to what another device counted meanwhile', async ({
  browser,
  empty,
}) => {
  const { walk, counts } = await countedWalk(empty);
  const noor = await newDevice(browser, empty);
  const stale = await noor.context.newPage();
  // Nothing that its sister hears reaches this tab.
  await stale.addInitScript(() => {
    BroadcastChannel.prototype.addEventListener = () => undefined;
  });
  const address = `/walks/${walk}?stop=1`;
  for (const page of [noor.page, stale]) {
    await page.goto(address);
    await expect(tally(page, 'inStep')).toContainText('0');
  }
  await allSent(stale);
  const ife = await newDevice(browser, empty);
  await ife.page.goto(address);
  for (let i = 0; i < 10; i++) await tally(ife.page, 'inStep').click();
  await allSent(ife.page);
  await noor.page.reload();
  await expect(tally(noor.page, 'inStep')).toContainText('10');
  await tally(stale, 'inStep').click();
  await allSent(stale);
  await expect.poll(() => inStep(empty, counts[0]!)).toBe(11);
  await expect(tally(stale, 'inStep')).toContainText('11');
  expect(await empty.sql('SELECT 1 FROM conflicts')).toEqual([]);
  await noor.context.close();
  await ife.context.close();
});

test('one change the server cannot take waits by itself, with its reason; a good count is sent', async ({
  browser,
  empty,
}) => {
  const { walk, counts } = await countedWalk(empty);
  const { context, page } = await newDevice(browser, empty);
  await page.goto(`/walks/${walk}?stop=1`);
  await expect(tally(page, 'inStep')).toBeVisible();
  await context.setOffline(true);
  await page.evaluate(async () => {
    const database = await new Promise<IDBDatabase>((resolve) => {
      const opening = indexedDB.open('sendero');
      opening.onsuccess = () => resolve(opening.result);
    });
    const id = crypto.randomUUID();
    database
      .transaction('outbox', 'readwrite')
      .objectStore('outbox')
      .add({
        commit: {
          id: crypto.randomUUID(),
          madeAt: '1970-01-01T00:00:10.000Z',
          changes: [
            { op: 'put', kind: 'drone', id, baseRevision: 0, data: { name: 'from tomorrow' } },
          ],
        },
        touches: [`drone ${id}`],
        sent: false,
        refused: null,
      });
    database.close();
  });
  for (let i = 0; i < 5; i++) await tally(page, 'inStep').click();
  await keptHere(page);
  await context.setOffline(false);
  await expect.poll(() => inStep(empty, counts[0]!), { timeout: 40_000 }).toBe(5);
  await expect(page.getByRole('status').first()).toHaveText('1 refused');
  await page.goto('/device');
  await expect(page.getByTestId('refused')).toContainText('made by a newer app');
  await accessible(page, 'refused changes', { colours: true });
  await page.getByRole('button', { name: 'Give up this change' }).click();
  await allSent(page);
  await context.close();
});

test('an unwell server is not called a missing connection', async ({ browser, empty }) => {
  const { walk } = await countedWalk(empty);
  const road = await openFaultyRoad(empty.url);
  const context = await browser.newContext({ baseURL: road.url });
  const page = await context.newPage();
  await page.goto(`/walks/${walk}?stop=1`);
  await expect(tally(page, 'inStep')).toBeVisible();
  await allSent(page);
  road.answers = 500;
  await tally(page, 'inStep').click();
  const status = page.locator('[title]', { has: page.getByRole('status') }).last();
  await expect(status).toHaveAttribute('title', /reached but is not well/);
  road.answers = null;
  await allSent(page);
  await context.close();
  road.close();
});

test('two phones and a desk on one walk: one without a signal, one with its clock a day behind', async ({
  browser,
  empty,
}) => {
  const { walk, counts } = await countedWalk(empty);
  const behind = await browser.newContext({ baseURL: empty.url });
  await behind.addInitScript(() => {
    const real = Date.now.bind(Date);
    const Real = Date;
    const shifted = class extends Real {
      constructor(...given: [] | [number]) {
        super(...((given.length === 0 ? [real() - 86_400_000] : given) as [number]));
      }
      static override now = () => real() - 86_400_000;
    };
    globalThis.Date = shifted as DateConstructor;
  });
  const late = await behind.newPage();
  await late.goto('/');
  await expect(late.getByText('clock is 24 hours behind')).toBeVisible();
  const [cut, desk] = [await newDevice(browser, empty), await newDevice(browser, empty)];
  const row = (page: typeof late, number: number) =>
    page.getByRole('button', { name: new RegExp(`^Row ${number},`) }).click();
  const pages = [late, cut.page, desk.page];
  for (const page of pages) {
    await page.goto(`/walks/${walk}?stop=1`);
    await expect(tally(page, 'inStep')).toBeVisible();
  }
  await cut.context.setOffline(true);
  // All three tap on row 2, and each on a row of its own.
  for (const [i, page] of pages.entries()) {
    await row(page, 2);
    for (let n = 0; n <= i; n++) await tally(page, 'inStep').click();
    await row(page, 3 + i);
    for (let n = 0; n < 4; n++) await tally(page, 'inStep').click();
    await keptHere(page);
  }
  await cut.context.setOffline(false);
  for (const page of pages) await allSent(page);
  expect(await Promise.all([1, 2, 3, 4].map((at) => inStep(empty, counts[at]!)))).toEqual([
    6, 4, 4, 4,
  ]);
  for (const page of pages) {
    await page.reload();
    await expect(page.getByRole('button', { name: 'Row 2, 6 plants' })).toBeVisible();
  }
  // What the phone with the wrong clock wrote down has the right time.
  await late.getByRole('button', { name: 'Finish the walk' }).click();
  await allSent(late);
  const [{ at }] = (await empty.sql<{ at: string }>(
    `SELECT payload ->> 'finishedAt' AS at FROM walks WHERE id = '${walk}'`,
  )) as [{ at: string }];
  expect(Math.abs(Date.parse(at) - Date.now())).toBeLessThan(60_000);
  for (const { context } of [{ context: behind }, cut, desk]) await context.close();
});

test('a walk belongs to the day where it was made', async ({ browser, empty }) => {
  await countedWalk(empty);
  // At any hour one of these has another day than Greenwich.
  for (const timezoneId of ['Pacific/Kiritimati', 'Pacific/Pago_Pago', 'Asia/Kolkata']) {
    const context = await browser.newContext({ baseURL: empty.url, timezoneId });
    const page = await context.newPage();
    await page.goto('/fields');
    await page
      .getByRole('link', { name: /^Corn AB-104/ })
      .first()
      .click();
    await page.getByRole('link', { name: /^(New stand walk|Go on with the walk)$/ }).waitFor();
    await page.goto(page.url().replace(/$/, '/walk'));
    await page.getByRole('button', { name: 'Start the walk' }).click();
    await expect(tally(page, 'inStep')).toBeVisible();
    await allSent(page);
    const [{ payload }] = (await empty.sql<{
      payload: { startedAt: string; startedOn: string; zoneOffsetMin: number };
    }>(`SELECT payload FROM walks WHERE id = '${/walks\/([^/?]+)/.exec(page.url())![1]}'`)) as [
      { payload: { startedAt: string; startedOn: string; zoneOffsetMin: number } },
    ];
    const offset = { 'Pacific/Kiritimati': 840, 'Pacific/Pago_Pago': -660, 'Asia/Kolkata': 330 }[
      timezoneId
    ]!;
    expect(payload.zoneOffsetMin).toBe(offset);
    expect(payload.startedOn).toBe(localDay(payload.startedAt, offset));
    await context.close();
  }
});

test('yesterday’s app works with today’s server, and hands its device over to today’s app', async ({
  browser,
}) => {
  const app = await App.start({ demo: false, web: previousBuild() });
  const { walk, counts } = await countedWalk(app);
  const context = await browser.newContext({ baseURL: app.url, serviceWorkers: 'allow' });
  const page = await context.newPage();
  await page.goto('/');
  await allSent(page);
  await page.evaluate(() => navigator.serviceWorker.ready);
  await page.goto(`/walks/${walk}?stop=1`);
  for (let i = 0; i < 3; i++) await tally(page, 'inStep').click();
  await allSent(page);
  expect(await inStep(app, counts[0]!)).toBe(3);
  await page.getByRole('button', { name: 'Finish the walk' }).click();
  await allSent(page);
  const day = () =>
    app.sql(
      `SELECT payload ->> 'startedOn' AS on, payload ->> 'finishedAt' IS NOT NULL AS done FROM walks WHERE id = '${walk}'`,
    );
  await expect.poll(day).toMatchObject([{ on: expect.stringMatching(/-05-26$/), done: true }]);
  // Counted without a signal in the old app, sent by the new one.
  await context.setOffline(true);
  await page.goto(`/walks/${walk}?stop=1`);
  for (let i = 0; i < 4; i++) await tally(page, 'inStep').click();
  await keptHere(page);
  await app.kill();
  await app.run(false, 'web/dist');
  await context.setOffline(false);
  await allSent(page);
  expect(await inStep(app, counts[0]!)).toBe(7);
  await page.goto('/');
  await page.evaluate(async () => (await navigator.serviceWorker.getRegistration())?.update());
  await page.getByRole('button', { name: 'Use it now' }).click({ timeout: 40_000 });
  await expect(page.getByRole('heading', { level: 1 })).toHaveText(/^Today/);
  await expect
    .poll(
      // The page is being replaced by the new app's: asked again then.
      () =>
        page.evaluate(async () => (await indexedDB.databases())[0]?.version).catch(() => undefined),
      { timeout: 20_000 },
    )
    .toBe(4);
  await page.goto(`/walks/${walk}?stop=1`);
  await expect(page.getByRole('button', { name: 'Row 1, 7 plants' })).toBeVisible();
  await tally(page, 'inStep').click();
  await allSent(page);
  expect(await inStep(app, counts[0]!)).toBe(8);
  await context.close();
  await app.kill();
});
