import { accessible } from '../accessible.ts';
import { allSent, expect, keptHere, newDevice, openPlanting, tally, test, visit } from '../app.ts';
import { countedWalk } from '../faults.ts';

test('the server is killed while 5,000 observations are on their way: each arrives exactly once', async ({
  browser,
  empty: app,
}) => {
  await countedWalk(app);
  const { page } = await newDevice(browser, app);
  await page.context().setOffline(true);
  // 5,000 counts made without a signal, put in this device's outbox as the app itself does.
  await page.evaluate(async () => {
    const database = await new Promise<IDBDatabase>((resolve) => {
      const opening = indexedDB.open('sendero');
      opening.onsuccess = () => resolve(opening.result);
    });
    const stored = await new Promise<{ keys: string[] }[]>((resolve) => {
      const all = database.transaction('together').objectStore('together').getAll();
      all.onsuccess = () => resolve(all.result);
    });
    const keys = stored.flatMap((group) => group.keys);
    const stopId = keys.find((key) => key.startsWith('stop '))!.split(' ')[1]!;
    const transaction = database.transaction('outbox', 'readwrite');
    // Five at a time belong together, as when a row is opened.
    for (let commit = 0; commit < 1000; commit++) {
      const ids = Array.from({ length: 5 }, () => crypto.randomUUID());
      const data = {
        stopId,
        type: 'count',
        row: 1,
        lengthM: 5,
        rowWidthM: 0.762,
        inStep: commit % 40,
        oneBehind: 0,
        twoBehind: 0,
      };
      transaction.objectStore('outbox').add({
        commit: {
          id: crypto.randomUUID(),
          madeAt: new Date().toISOString(),
          changes: ids.map((id) => ({ op: 'put', kind: 'observation', id, baseRevision: 0, data })),
        },
        touches: ids.map((id) => `observation ${id}`),
        sent: false,
        refused: null,
      });
    }
    await new Promise((resolve) => (transaction.oncomplete = resolve));
    database.close();
  });
  const before = Number(
    (await app.sql<{ n: string }>('SELECT count(*) AS n FROM observations'))[0]!.n,
  );
  const answered = page.waitForResponse((response) => response.url().endsWith('/commits'));
  await page.context().setOffline(false);
  await page.reload();
  await answered;
  await page.waitForRequest((request) => request.url().endsWith('/commits'));
  await app.kill();
  const meanwhile = Number(
    (await app.sql<{ n: string }>('SELECT count(*) AS n FROM observations'))[0]!.n,
  );
  expect(meanwhile).toBeLessThan(before + 5000);
  await app.run();
  await page.goto(`${app.url}/device`);
  await page.getByRole('button', { name: 'Send and fetch now' }).click();
  await expect(page.getByText('Everything on this device is with the server.')).toBeVisible({
    timeout: 120_000,
  });
  const [counted] = await app.sql<{ n: string; changes: string; twice: string }>(
    `SELECT count(*) AS n, (SELECT count(*) FROM changes WHERE kind = 'observation') AS changes, (SELECT count(*) FROM observations WHERE revision > 1) AS twice FROM observations`,
  );
  expect(counted).toEqual({ n: String(before + 5000), changes: String(before + 5000), twice: '0' });
});

test('a tab closed in mid-count loses no tap', async ({ browser, empty }) => {
  const { walk } = await countedWalk(empty);
  const { context, page } = await newDevice(browser, empty, { keepsApp: true });
  await visit(page, `/walks/${walk}?stop=1`);
  await page.getByRole('button', { name: /^Row 4,/ }).click();
  await context.setOffline(true);
  for (let i = 0; i < 23; i++) await tally(page, 'inStep').click();
  await keptHere(page);
  const { href } = new URL(page.url());
  await page.close();
  const again = await context.newPage();
  await again.goto(href);
  await expect(again.getByRole('button', { name: 'Row 4, 23 plants' })).toBeVisible();
});

test('a whole walk without a network, reloaded in between, arrives when it is back', async ({
  browser,
  empty,
}) => {
  await countedWalk(empty);
  const { context, page } = await newDevice(browser, empty, { keepsApp: true });
  await context.setOffline(true);
  await page.reload();
  await page.getByRole('link', { name: 'Fields' }).first().click();
  await page.getByRole('link', { name: /^Corn AB-104/ }).click();
  await page.waitForURL(/plantings/);
  await visit(page, `${new URL(page.url()).pathname}/walk`);
  await page.getByRole('radio', { name: /Both sides/ }).click();
  await page.getByRole('button', { name: 'Start the walk' }).click();
  for (let stop = 1; stop <= 3; stop++) {
    await expect(page.getByRole('heading', { name: `stop ${stop}` })).toBeVisible();
    for (let plant = 0; plant < 4 + stop; plant++) await tally(page, 'inStep').click();
    if (stop === 2) {
      await keptHere(page);
      await page.reload();
      await expect(tally(page, 'inStep')).toContainText('6');
    }
    if (stop < 3) await page.getByRole('button', { name: 'Next stop' }).click();
  }
  await page.getByRole('button', { name: 'Finish the walk' }).click();
  // 5, 6 and 7 plants on twice 1/1000 acre: 3,000 an acre.
  await expect(page.getByTestId('population')).toHaveText('3,000/ac');
  const result = new URL(page.url()).pathname;
  await page.getByRole('status').first().click();
  await expect(page.getByText(/kept on this device\. No connection/)).toBeVisible();
  await context.setOffline(false);
  await allSent(page);
  const other = await newDevice(browser, empty);
  await visit(other.page, result);
  await expect(other.page.getByTestId('population')).toHaveText('3,000/ac');
});

test('two devices count on in one row: taps add up, and figures typed apart become a choice', async ({
  browser,
  demo,
}) => {
  const noor = await newDevice(browser, demo, { keepsApp: true });
  const ife = await newDevice(browser, demo, { person: 'Ife Marlow, scout', keepsApp: true });
  for (const { page } of [noor, ife]) {
    await openPlanting(page, 'Long Forty');
    await page.getByRole('link', { name: 'Counts' }).first().click();
    await page.getByRole('button', { name: /^Row 5,/ }).click();
    // All of the season has arrived, this count with it.
    await expect(tally(page, 'inStep')).toContainText(/[1-9]\d/);
    await page.context().setOffline(true);
  }
  const start = Number(
    /now (\d+)/.exec((await tally(noor.page, 'inStep').getAttribute('aria-label'))!)![1],
  );
  await tally(noor.page, 'inStep').click();
  for (let i = 0; i < 3; i++) await tally(ife.page, 'inStep').click();
  for (const { context, page } of [noor, ife]) {
    await context.setOffline(false);
    await allSent(page);
  }
  // One tap here and three there are four plants.
  await expect(tally(ife.page, 'inStep')).toContainText(String(start + 4));
  await noor.page.reload();
  await noor.page.getByRole('button', { name: /^Row 5,/ }).click();
  await expect(tally(noor.page, 'inStep')).toContainText(String(start + 4));
  const typed = [start + 6, start + 8];
  for (const [i, { context, page }] of [noor, ife].entries()) {
    await context.setOffline(true);
    await page.getByRole('button', { name: 'Type numbers' }).click();
    await page.getByText('Another number').click();
    await page.getByLabel('in step', { exact: true }).fill(String(typed[i]));
    await keptHere(page);
  }
  for (const { context, page } of [noor, ife]) {
    await context.setOffline(false);
    await allSent(page);
  }
  await ife.page.goto('/device');
  const choice = ife.page.getByTestId('conflict');
  await expect(choice).toContainText('Long Forty, stop 10, row 5');
  await accessible(ife.page, 'a choice between two versions');
  await expect(choice).toContainText(String(start + 6));
  await expect(choice).toContainText(String(start + 8));
  await choice.getByRole('button', { name: 'Take Ife Marlow’s' }).click();
  await expect(choice).toHaveCount(0);
  await allSent(ife.page);
  await noor.page.reload();
  await noor.page.getByRole('button', { name: /^Row 5,/ }).click();
  // How one counts stays as it was chosen.
  await noor.page.getByRole('button', { name: 'Tap plants' }).click();
  await expect(tally(noor.page, 'inStep')).toContainText(String(start + 8));
});
