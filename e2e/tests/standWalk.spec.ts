import { allSent, expect, openPlanting, tally, test, visit } from '../app.ts';

test('the whole job by mouse: field, planter, planting, walk, tape, result', async ({
  browser,
  empty,
}) => {
  const page = await browser.newPage({ baseURL: empty.url });
  await visit(page, '/planters');
  await page.getByRole('button', { name: 'Add a planter' }).click();
  await page.getByLabel('Name').fill('Wren');
  await page.getByLabel('Rows', { exact: true }).fill('4');
  await page.getByLabel('Row width').fill('30"');
  await page.getByRole('button', { name: 'Keep', exact: true }).click();
  await expect(page.getByText('4 rows at 30 in')).toBeVisible();

  await page.getByRole('link', { name: 'Fields' }).click();
  await page.getByRole('button', { name: 'Add a field' }).click();
  await page.getByRole('combobox', { name: 'Grower' }).fill('Thistle Farm');
  await page.getByLabel('Field name').fill('Crane Meadow');
  await page.getByLabel('Area (optional)').fill('40 ac');
  await page.getByRole('button', { name: 'Keep', exact: true }).click();

  await page.getByRole('button', { name: 'Add a planting on Crane Meadow' }).click();
  const form = page.getByRole('form', { name: 'New planting' });
  await form.getByLabel('Variety').fill('AB-104');
  const planted = new Date(Date.now() - 25 * 86_400_000).toISOString().slice(0, 10);
  await form.getByLabel('Planted on').fill(planted);
  await form.getByLabel('Planter').selectOption({ label: 'Wren, 4 rows' });
  await form.getByLabel('Seeding rate').fill('32k');
  // Field guide 1: 30 in rows at 32,000 an acre is 6.534 in.
  await expect(form.getByTestId('target-spacing')).toContainText('6.53 in');
  await form.getByLabel('Depth target').fill('1 3/4"');
  await form.getByRole('button', { name: 'Keep', exact: true }).click();
  await expect(form).toBeHidden();
  await allSent(page);

  await openPlanting(page, 'Crane Meadow');
  await expect(page.getByText('1¾ in')).toBeVisible();
  await page.getByRole('button', { name: 'Edit', exact: true }).click();
  await expect(page.getByLabel('Depth target')).toHaveValue('1 3/4"'); // exactly as typed
  await page.getByRole('button', { name: 'Cancel' }).click();

  await page.getByRole('link', { name: 'Walk the stand' }).click();
  await page.getByRole('radio', { name: /One row/ }).click();
  await expect(page.getByLabel('Length of tape')).toHaveValue('17 ft 5 in');
  await page.getByRole('button', { name: 'Start the walk' }).click();

  // 30 plants on 1/1000 acre are 30,000 an acre.
  for (const [stop, plants] of [
    [1, 30],
    [2, 28],
  ] as const) {
    await expect(page.getByRole('heading', { name: `stop ${stop}` })).toBeVisible();
    for (let i = 0; i < plants - 2; i++) await tally(page, 'inStep').click();
    await tally(page, 'oneBehind').click();
    await tally(page, 'twoBehind').click();
    await expect(page.getByTestId('stop-density')).toHaveText(`${plants},000/ac`);
    if (stop === 1) await page.getByRole('button', { name: 'Next stop' }).click();
  }
  await tally(page, 'inStep').click();
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect(page.getByTestId('stop-density')).toHaveText('28,000/ac');

  await page.getByRole('link', { name: /^Tape/ }).click();
  for (const position of ['0', '6 1/2', '13', '26', '32 1/2']) {
    await page.getByLabel('Or type a position').fill(position);
    await page.keyboard.press('Enter');
  }
  await expect(page.getByTestId('tape-plants')).toHaveText('5');
  // Intervals 6½, 6½, 13, 6½ in: SD 3.25 in; 4 of 5 places filled, one empty.
  await expect(page.getByTestId('tape-sd')).toHaveText(/^3\.[23]\sin$/);
  await expect(page.getByTestId('tape-feed')).toHaveText('80 % of 5 places');
  await page.getByLabel('Or type a position').fill('20');
  await page.keyboard.press('Enter');
  await expect(
    page.getByText(/1 ft 8 in lies behind the last plant at 2 ft 8\.5 in/),
  ).toBeVisible();
  await expect(page.getByLabel('Or type a position')).toHaveValue('20'); // nothing typed is lost
  await page.getByRole('button', { name: /^Plant here/ }).click();
  await expect(page.getByTestId('tape-plants')).toHaveText('6');
  await page.getByRole('link', { name: 'Back to the count', exact: true }).last().click();

  await page.getByRole('button', { name: 'Finish the walk' }).click();
  await expect(page.getByTestId('population')).toHaveText('29,000/ac');
  // Mean 29,000, SE 1,000, t(0.975, 1) = 12.706: 16,300 to 41,700.
  await expect(page.getByText('95 % interval 16,300 – 41,700/ac')).toBeVisible();
  await expect(
    page.getByText('Both schools', { exact: false }).or(page.getByText('both schools')).first(),
  ).toBeVisible();
  // 0.75 for one behind, 0 for two: 28.75 and 26.75 give 27,750.
  await expect(page.getByText('27,800/ac').or(page.getByText('27,700/ac'))).toBeVisible();
  await allSent(page);
  const walk = /walks\/([^/]+)/.exec(page.url())![1];
  const kept = await empty.sql(
    `SELECT 1 FROM observations WHERE stop_id IN (SELECT id FROM stops WHERE walk_id = '${walk}')`,
  );
  expect(kept).toHaveLength(3);
});
