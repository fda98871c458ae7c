import { allSent, expect, newDevice, openPlanting, test, visit } from '../app.ts';

test('a planting deleted with all that was seen of it is gone on the other device, and comes back whole', async ({
  browser,
  demo: app,
}) => {
  const { page: phone } = await newDevice(browser, app);
  const { page: desk } = await newDevice(browser, app);
  const seen = () =>
    app.sql<{ kind: string; n: number }>(
      `SELECT 'walks' AS kind, count(*)::int AS n FROM walks WHERE deleted_at IS NULL
       UNION ALL SELECT 'observations', count(*)::int FROM observations WHERE deleted_at IS NULL
       UNION ALL SELECT 'conflicts', count(*)::int FROM conflicts WHERE deleted_at IS NULL ORDER BY kind`,
    );
  const before = await seen();
  await openPlanting(phone, 'Heron Bottom');
  const planting = new URL(phone.url()).pathname;
  await phone.getByRole('button', { name: /^More about Corn/ }).click();
  await phone.getByRole('menuitem', { name: 'Delete' }).click();
  await expect(phone.getByText(/^This also deletes .*stops/)).toBeVisible();
  await phone.getByRole('button', { name: 'Delete', exact: true }).click();
  await allSent(phone);
  const after = await seen();
  expect(after.find(({ kind }) => kind === 'conflicts')).toEqual(
    before.find(({ kind }) => kind === 'conflicts'),
  );
  expect(after).not.toEqual(before);
  await visit(desk, planting);
  await desk.evaluate(() => dispatchEvent(new Event('online')));
  await expect(desk.getByRole('heading', { name: 'Heron Bottom' })).toBeHidden();

  await phone.getByRole('button', { name: 'Undo' }).click();
  await allSent(phone);
  expect(await seen()).toEqual(before);
  await desk.evaluate(() => dispatchEvent(new Event('online')));
  await visit(desk, '/fields');
  await openPlanting(desk, 'Heron Bottom');
});
