import { randomUUID } from 'node:crypto';
import { Buffer } from 'node:buffer';
import type { BrowserContext, Page } from '@playwright/test';
import { accessible } from '../accessible.ts';
import {
  DOT,
  allSent,
  expect,
  keptHere,
  newDevice,
  signedIn,
  test,
  type App,
  visit,
} from '../app.ts';
import { sheetsOf, textOf } from '../printed.ts';
import { standsStill } from '../standsStill.ts';

const PHONE = { width: 390, height: 844 };

/** Corn that came up three weeks ago behind a planter of 12 rows, made at the server's door. */
async function sown(app: App, name: string): Promise<string> {
  const { put, season } = await signedIn(app);
  const [grower, planter, field, planting] = Array.from({ length: 4 }, () => randomUUID());
  const rowWidthM = 0.762;
  await put([
    ['grower', grower!, { name: `${name} Farm` }],
    [
      'planter',
      planter!,
      { name: `${name} machine`, type: 'planter', rows: 12, rowWidthM, cells: 30 },
    ],
    ['field', field!, { growerId: grower, name, areaM2: null }],
    [
      'planting',
      planting!,
      {
        fieldId: field,
        planterId: planter,
        season,
        crop: 'corn',
        plantedOn: new Date(Date.now() - 25 * 86_400_000).toISOString().slice(0, 10),
        rowWidthM,
        seedsPerM2: 7.9,
        depthTargetM: 0.0508,
        germination: 0.95,
        fieldLoss: 0.05,
      },
    ],
  ]);
  return planting!;
}

const noSignal = (context: BrowserContext) => context.route('**/api/**', (route) => route.abort());
/** Looked at in every size, and back on the phone. */
const onPhone = async (page: Page, screen: string) => {
  await accessible(page, screen);
  await page.setViewportSize(PHONE);
};
/** Goes to a step, and is there. */
const step = async (page: Page, name: string): Promise<void> => {
  await way(page, new RegExp(`^${name}`)).click();
  await expect(
    page.getByRole('heading', { level: 1, name: new RegExp(`^${name}, stop`) }),
  ).toBeVisible();
};
const way = (page: Page, name: string | RegExp) =>
  page.getByRole('navigation', { name: 'Steps of this stop' }).getByRole('link', { name });

test('two people on one walk without a signal, each with steps of their own; one walk, read at a desk', async ({
  browser,
  empty,
}) => {
  const planting = await sown(empty, 'Curlew Long');
  const lead = await newDevice(browser, empty);
  const { page } = lead;
  await page.setViewportSize(PHONE);
  await visit(page, `/plantings/${planting}/walk`);
  await page.getByRole('button', { name: 'Start the walk' }).click();
  await expect(page.getByRole('heading', { name: 'stop 1' })).toBeVisible();
  const walk = new URL(page.url()).pathname;
  await page.getByRole('button', { name: 'Type numbers' }).click();
  await allSent(page);
  const helper = await newDevice(browser, empty);
  await helper.page.setViewportSize(PHONE);
  await visit(helper.page, `${walk}?stop=1`);
  await expect(helper.page.getByRole('heading', { name: 'stop 1' })).toBeVisible();
  for (const { context } of [lead, helper]) await noSignal(context);

  // The lead counts, stages and digs.
  for (let row = 1; row <= 3; row++) await page.locator('[data-plants="29"]').click();
  await step(page, 'Stages');
  await page.getByRole('combobox', { name: 'Planter row' }).selectOption('3');
  const stages = await standsStill(page, '[data-stage]');
  for (const code of ['V3', 'V3', 'V2', 'V3', 'V1'])
    await page.locator(`[data-stage="${code}"]`).click();
  await stages();
  await step(page, 'Late plants');
  await page.getByRole('button', { name: /^A plant two or more/ }).click();
  const depths = await standsStill(page, '[data-depth]');
  await page.locator('[data-depth="2.6"]').click();
  await page.locator('[data-depth="2.0"]').click();
  await depths();
  await expect(page.getByTestId('pair-says')).toContainText('placed deeper than the neighbour');
  await onPhone(page, 'late plant and neighbour');
  await keptHere(page);

  // Meanwhile the helper, on the same stop: pests, pictures, a note.
  const other = helper.page;
  await step(other, 'Pests');
  await other.locator('[data-sign=cut]').click();
  await other.getByLabel('Show it').fill('4');
  await expect(other.getByTestId('incidence')).toContainText('20 % here');
  await onPhone(other, 'pests');
  await step(other, 'Photos');
  const choose = other.locator('input[type=file]').first();
  await choose.setInputFiles({
    name: 'words.jpg',
    mimeType: 'image/jpeg',
    buffer: Buffer.from('no picture'),
  });
  await expect(other.getByText('This picture could not be kept')).toBeVisible();
  await choose.setInputFiles({ name: 'dot.png', mimeType: 'image/png', buffer: DOT });
  await expect(other.getByRole('img', { name: 'Row 1' })).toBeVisible();
  await step(other, 'Notes');
  await other.getByRole('button', { name: 'Add a note' }).click();
  await other.getByLabel('New note on stop 1').fill('Cutworm along the fence');
  await other.getByRole('button', { name: 'Keep' }).click();
  await way(other, /^Count/).click();
  await keptHere(other);

  // A second stop, made on each of the two phones; the helper's order leaves the count to the lead.
  await way(page, /^Count/).click();
  await expect(page.getByRole('heading', { name: 'Curlew Long, stop 1' })).toBeVisible();
  await page.keyboard.press('n');
  await expect(page.getByRole('heading', { name: 'Curlew Long, stop 2' })).toBeVisible();
  for (let row = 1; row <= 3; row++) await page.locator('[data-plants="27"]').click();
  await other.getByRole('button', { name: 'My order' }).click();
  await other.getByRole('checkbox', { name: /^Pests/ }).check();
  await other.getByRole('checkbox', { name: /^Count/ }).uncheck();
  await other.getByRole('button', { name: 'Done' }).click();
  await step(other, 'Pests');
  await other.getByRole('button', { name: /^(Next:|Next stop|Skip to)/ }).click();
  await expect(other.getByRole('heading', { name: 'Pests, stop 2' })).toBeVisible();
  await other.locator('[data-sign=purple]').click();
  await other.getByRole('button', { name: 'One more plant shows it' }).click();
  await expect(other.getByTestId('incidence')).toBeVisible();
  for (const { context, page: phone } of [lead, helper]) {
    await context.unroute('**/api/**');
    await allSent(phone);
  }
  // One stop 2, with the steps of both.
  const [{ stops }] = (await empty.sql(
    `SELECT count(*)::int AS stops FROM stops WHERE walk_id = '${walk.split('/').at(-1)}'`,
  )) as [{ stops: number }];
  expect(stops).toBe(2);
  await page.goto(`${walk}?stop=2`);
  await expect(way(page, 'Pests, done: 1')).toBeVisible();
  await page.getByRole('button', { name: 'Finish the walk' }).click();
  await expect(page.getByTestId('population')).toBeVisible();
  await allSent(page);

  const desk = await newDevice(browser, empty);
  await visit(desk.page, `${walk}/result`);
  const says = (region: string) => desk.page.getByRole('region', { name: region, exact: true });
  await expect(says('Why late plants are late')).toContainText('placed deeper than the neighbour');
  await expect(says('Pests, disease, damage')).toContainText('cutworm');
  await expect(desk.page.getByRole('img', { name: 'Stop 1, row 1', exact: true })).toBeVisible();
  await expect(desk.page.getByText('Cutworm along the fence')).toBeVisible();
  await accessible(desk.page, 'result of a walk with its plants');
  // On paper it is one page: the answer, what needs somebody, the rows.
  const paper = await desk.page.pdf({ format: 'Letter' });
  expect(await sheetsOf(paper)).toBe(1);
  expect(await textOf(paper)).toMatch(/Stand on .*95 % interval/);
  expect(await textOf(paper)).not.toContain('Undo');
});
