import type { Locator, Page } from '@playwright/test';
import { accessible } from '../accessible.ts';
import { allSent, expect, keptHere, newDevice, openPlanting, tally, test, visit } from '../app.ts';
import { textOf } from '../printed.ts';

const PHONE = { width: 390, height: 844 };

async function planTrial(page: Page, field: string): Promise<void> {
  await openPlanting(page, field);
  await page.getByRole('link', { name: /^Trial,/ }).click();
  await expect(page.getByRole('heading', { level: 1, name: 'Plan a trial' })).toBeVisible();
}
async function slip(page: Page, strip: number, weight: string, moisture: string): Promise<void> {
  await page.getByLabel(`Weight, strip ${strip}`, { exact: true }).fill(weight);
  await page.getByLabel(`Moisture, strip ${strip}`, { exact: true }).fill(moisture);
  await page.getByRole('button', { name: 'Save the slip' }).click();
}

const paste = (into: Locator, text: string) =>
  into.evaluate((input, pasted) => {
    const clipboardData = new DataTransfer();
    clipboardData.setData('text/plain', pasted);
    input.dispatchEvent(new ClipboardEvent('paste', { clipboardData, bubbles: true }));
  }, text);

test('designed on the desk, printed for the cab, ticked, walked and weighed on a phone without a signal, answered', async ({
  browser,
  demo: app,
}) => {
  const desk = await newDevice(browser, app);
  await planTrial(desk.page, 'Ditch Block');
  await desk.page.getByLabel('Planting depth, what is compared').fill('1 1/2, 2');
  await desk.page.getByLabel('The difference that matters').fill('12');
  await desk.page.getByLabel('Width of the head').fill('20');
  await desk.page.getByLabel('Strips of each').fill('3');
  await expect(desk.page.getByTestId('power')).toHaveText(/is found in \d+ of 100/);
  await desk.page.getByRole('button', { name: 'Draw again' }).click();
  await expect(desk.page.getByText(/Drawn again 1 time/)).toBeVisible();
  await accessible(desk.page, 'plan of a trial');
  await desk.page.getByRole('button', { name: 'Keep', exact: true }).click();
  await expect(desk.page.getByRole('heading', { level: 1, name: 'Planting depth' })).toBeVisible();
  await desk.page.getByLabel('Sheet for the cab').waitFor({ state: 'attached' });
  const paper = await textOf(await desk.page.pdf());
  expect(paper).toContain('Ditch Block: Planting depth');
  expect(paper).toMatch(/1 3 out [AB] (1½|2) in/);
  expect(paper).toContain('Done, or what instead');
  expect(paper).not.toContain('Spreadsheet and map');
  await allSent(desk.page);
  const address = new URL(desk.page.url()).pathname;

  const { context, page } = await newDevice(browser, app, { keepsApp: true });
  await page.setViewportSize(PHONE);
  await page.goto(address);
  await expect(page.getByRole('heading', { name: 'What was done' })).toBeVisible();
  await allSent(page);
  await context.setOffline(true);
  await page.getByRole('button', { name: 'All as planned' }).click();
  await page.getByText(/^All 6 are ticked/).click();
  await page.getByLabel('Strip 2, what was done').selectOption('missed');
  await expect(page.getByText('All 6 are ticked, 1 missed')).toBeVisible();

  // A stop in a strip is the strip’s.
  await page.getByRole('link', { name: 'Walk the stand' }).click();
  await page.getByRole('radio', { name: /Both sides/ }).click();
  await page.getByRole('button', { name: 'Start the walk' }).click();
  await page.getByRole('button', { name: 'This stop is in a trial strip' }).click();
  await page.getByRole('button', { name: 'Strip 1', exact: true }).click();
  for (let plant = 0; plant < 9; plant++) await tally(page, 'inStep').click();
  await page.getByRole('button', { name: 'Next stop' }).click();
  await page.getByRole('button', { name: 'Strip 2', exact: true }).click();
  await tally(page, 'inStep').click();
  await keptHere(page);
  await visit(page, address);
  await expect(page.getByText('2 of 6 with a stand')).toBeVisible();

  // Slips: nothing that cannot be; half a slip stays; the others are pasted as a spreadsheet copies them.
  await slip(page, 1, '5200 lb', '60');
  await expect(page.getByText(/5 to 45.%/)).toBeVisible();
  await page.getByLabel('Moisture, strip 1').fill('17');
  await visit(page, '/');
  await visit(page, address);
  await expect(page.getByLabel('Weight, strip 1')).toHaveValue('5200 lb');
  await page.getByRole('button', { name: 'Save the slip' }).click();
  await expect(page.getByText('1 of 5 strips are weighed.')).toBeVisible();
  await paste(page.getByLabel('Weight, strip 3'), '5300\t17.2\n5150\t17.2\n5420\t17.2\n5180\t17.2');
  await page.getByRole('button', { name: 'Save 4 slips' }).click();
  const answer = page.getByTestId('answer');
  await expect(answer).toHaveText(/^(Nothing is told from|2 in bore|Nothing did better)/);
  await page.getByRole('button', { name: 'In money and figures' }).click();
  await page.getByRole('textbox', { name: /^Price of corn/ }).fill('4.10/bu');
  await page.keyboard.press('Tab');
  await expect(answer).toHaveText(/In money 2.in returns/);
  await keptHere(page);
  await page.getByText('Slips', { exact: true }).click();
  await page.getByRole('button', { name: 'More figures' }).click();
  await accessible(page, 'trial', { colours: true });
  await page.setViewportSize(PHONE);

  await context.setOffline(false);
  await allSent(page);
  const strips = await app.sql<{ number: number; done: string | null; kg: number | null }>(
    `SELECT number, payload ->> 'done' AS done, (payload ->> 'weightKg')::float AS kg FROM trial_strips WHERE trial_id = '${address.split('/').at(-1)}' ORDER BY number`,
  );
  expect(strips.map(({ number, done }) => [number, done])).toEqual([
    [1, null],
    [2, 'missed'],
    [3, null],
    [4, null],
    [5, null],
    [6, null],
  ]);
  expect(strips[0]!.kg).toBeCloseTo(5200 * 0.45359237, 6);
  await desk.page.getByRole('button', { name: 'Sheet for the cab' }).waitFor();
  await allSent(desk.page);
  await desk.page.reload();
  await expect(desk.page.getByTestId('answer')).toHaveText(/In money/);
  await desk.context.close();
  await context.close();
});
