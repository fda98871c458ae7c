import { accessible } from '../accessible.ts';
import { allSent, expect, keptHere, newDevice, openPlanting, tally, test } from '../app.ts';
import { textOf } from '../printed.ts';

const PHONE = { width: 390, height: 844 };

test('on a phone from a thin walk to the answer and the call, without a signal', async ({
  browser,
  demo: app,
}) => {
  const { context, page } = await newDevice(browser, app, { keepsApp: true });
  await page.setViewportSize(PHONE);
  await openPlanting(page, 'Long Forty');
  await context.setOffline(true);
  await page.getByRole('link', { name: 'New stand walk' }).click();
  await page.getByRole('radio', { name: /Both sides/ }).click();
  await page.getByRole('button', { name: 'Start the walk' }).click();
  for (let stop = 1; stop <= 3; stop++) {
    await expect(page.getByRole('heading', { name: `stop ${stop}` })).toBeVisible();
    for (let plant = 0; plant < 7 + stop; plant++) await tally(page, 'inStep').click();
    if (stop < 3) await page.getByRole('button', { name: 'Next stop' }).click();
  }
  await page.getByRole('button', { name: 'Finish the walk' }).click();
  // A thin walk after a fuller one is asked about first.
  await page.getByRole('button', { name: 'It is right: finish' }).click();
  await page.getByRole('link', { name: 'Weigh replanting' }).click();
  const advice = page.getByTestId('advice');
  await expect(advice).toHaveText(/^Replant all of it: \d+ in 100/);
  await expect(
    page.getByText(/^The effective stand is 4,500\/ac, 16 % of the expected stand/).first(),
  ).toBeVisible();

  // Nothing but keeping or waiting is open before the questions are answered.
  const call = page.getByLabel('What is done');
  await expect(call.locator('option')).toHaveText(['Keep it', 'Wait and count again']);
  const asked = page.getByRole('region', { name: 'Before a stand is destroyed' });
  await asked.getByRole('radio', { name: 'No' }).first().click();
  await expect(advice).toHaveText(/^Keep it/);
  for (let i = 0; i < 5; i++) await asked.getByRole('radio', { name: 'Yes' }).nth(i).click();
  await expect(advice).toHaveText(/^Replant all of it/);
  await call.selectOption('Replant all of it');
  await page.getByLabel('Why (optional)').fill('Crusted, and nothing left to come');
  await page.getByRole('button', { name: 'Decide', exact: true }).click();
  await expect(page.getByTestId('decided')).toContainText('Crusted, and nothing left to come');
  await keptHere(page);
  await page.getByRole('link', { name: 'Calendar' }).first().click();
  await expect(page.getByText('Plant again').first()).toBeVisible();

  await context.setOffline(false);
  await allSent(page);
  const kept = await app.sql<{ option: string }>(
    `SELECT payload -> 'decided' ->> 'option' AS option FROM replant_cases WHERE payload ->> 'openedOn' = '2027-05-27' AND payload -> 'decided' ->> 'why' LIKE 'Crusted%'`,
  );
  expect(kept).toEqual([{ option: 'replantAll' }]);
  await context.close();
});

test('the page for the kitchen table is one page, as the desk answers', async ({
  browser,
  demo,
}) => {
  const { context, page } = await newDevice(browser, demo);
  await openPlanting(page, 'Windmill East');
  await page
    .getByRole('link', { name: /Replant/ })
    .first()
    .click();
  await expect(page.getByTestId('advice')).toHaveText(
    /^Replant the worst part \(clay knoll\): 9\d in 100/,
  );
  await accessible(page, 'replant desk', { colours: true });
  const paper = await textOf(await page.pdf());
  expect(paper).toContain('Windmill East: keep it or replant it?');
  expect(paper).toMatch(/Replant the worst part .*: 9\d in 100/);
  expect(paper).toContain('Labels, the insurer’s word, seed agreements and local rules decide');
  expect(paper).not.toContain('Bring a local table');
  await context.close();
});
