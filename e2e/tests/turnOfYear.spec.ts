import { randomUUID } from 'node:crypto';
import { expect, makeDay, newDevice, plantField, signedIn, test, visit } from '../app.ts';
import type { Page } from '@playwright/test';

const fetchNews = async (page: Page) => {
  await visit(page, '/device');
  await page.getByRole('button', { name: 'Send and fetch now' }).click();
  await expect(page.getByText('Everything on this device is with the server.')).toBeVisible();
};
const season = (page: Page) => page.getByRole('combobox', { name: 'Season' });
const field = (page: Page, name: string) =>
  page
    .getByRole('button', { name: `More about ${name}`, exact: true })
    .locator('xpath=ancestor::div[ul][1]');

test('over a change of year two devices go on to the new season with planters, fields and open workshop items', async ({
  browser,
  empty: app,
}) => {
  const { put, season: first } = await signedIn(app);
  await makeDay(app, `${first}-10-20`);
  const planter = randomUUID();
  const goose = { name: 'Goose', type: 'planter', rows: 4, rowWidthM: 0.762, cells: null };
  await put([['planter', planter, goose]]);
  await put([
    [
      'workItem',
      randomUUID(),
      {
        planterId: planter,
        season: first,
        rows: [2],
        what: 'New disc openers',
        state: 'todo',
        priority: 'high',
        measure: null,
      },
    ],
  ]);
  const { page: phone } = await newDevice(browser, app);
  const { page: desk } = await newDevice(browser, app);
  await plantField(phone, {
    grower: 'Sedge Farm',
    field: 'Sedge Flat',
    plantedOn: `${first}-05-02`,
  });
  await plantField(phone, {
    grower: 'Sedge Farm',
    field: 'Reed End',
    plantedOn: `${first}-10-12`,
    crop: 'wheat',
    rowWidth: '7.5 in',
    rate: '30',
  });

  // The wheat is of next year’s harvest, and on the field now: both are there, on the other device too.
  await fetchNews(desk);
  for (const page of [phone, desk]) {
    await visit(page, '/fields');
    await expect(season(page)).toHaveValue(String(first));
    await expect(field(page, 'Sedge Flat').getByRole('link').first()).toContainText('Corn');
    await expect(field(page, 'Reed End').getByRole('link').first()).toContainText('Winter wheat');
  }

  // New Year, and no one has chosen anything.
  await makeDay(app, `${first + 1}-01-02`);
  for (const page of [phone, desk]) {
    await fetchNews(page);
    await page.goto('/fields');
    await expect(season(page)).toHaveValue(String(first + 1));
    await expect(field(page, 'Reed End').getByRole('link').first()).toContainText('Winter wheat');
    await expect(page.getByRole('button', { name: 'Add a planting on Sedge Flat' })).toBeVisible();
    await expect(field(page, 'Sedge Flat')).not.toContainText('Corn');
    await visit(page, `/planters/${planter}/workshop`);
    await expect(page.getByText('New disc openers').first()).toBeVisible();
  }

  // Weather of the new year, brought at the desk, reaches the phone.
  await makeDay(app, `${first + 1}-03-20`);
  await fetchNews(desk);
  await visit(desk, '/weather');
  await desk.getByRole('button', { name: 'Bring a station’s file' }).click();
  await desk.getByLabel('Name of the station').fill('Sedge gate');
  const lines = Array.from(
    { length: 15 },
    (_, i) => `${first + 1}-03-${String(i + 1).padStart(2, '0')},3,14,0`,
  );
  await desk.getByLabel('Choose its CSV file').setInputFiles({
    name: 'sedge.csv',
    mimeType: 'text/csv',
    buffer: Buffer.from(['Date,Tmin (°C),Tmax (°C),Rain (mm)', ...lines].join('\n')),
  });
  await desk.getByRole('button', { name: 'Keep 15 days' }).click();
  await fetchNews(desk);
  await fetchNews(phone);
  await visit(phone, '/weather');
  await expect(phone.getByText(/Mar 15|March 15/).first()).toBeVisible();

  // The old season is one choice away.
  await visit(phone, '/fields');
  await season(phone).selectOption(String(first));
  await expect(field(phone, 'Sedge Flat').getByRole('link').first()).toContainText('Corn');
});
