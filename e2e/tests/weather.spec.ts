import type { AddressInfo } from 'node:net';
import { stationServer } from '@sendero/stand-ins';
import { accessible } from '../accessible.ts';
import { allSent, expect, newDevice, openPlanting, plantField, test, visit } from '../app.ts';

test('a station with an address: looked at, fetched, failing, and what follows for a field just planted, at phone width', async ({
  browser,
  demo,
}) => {
  const station = stationServer();
  await new Promise<void>((resolve) => station.server.listen(0, '127.0.0.1', resolve));
  const at = `http://127.0.0.1:${(station.server.address() as AddressInfo).port}`;
  const { context, page } = await newDevice(browser, demo);
  await page.setViewportSize({ width: 390, height: 844 });

  // A field, planted five days ago.
  await plantField(page, {
    grower: 'Teal Water Farm',
    field: 'Teal Bottom',
    plantedOn: '2027-05-22',
  });

  await visit(page, '/weather');
  await page.getByRole('button', { name: 'Bring a station’s file' }).click();
  await page.getByLabel('Name of the station').fill('Teal gate');
  await page.getByLabel('Address of its CSV file').fill(`${at}/stations/nowhere/days.csv`);
  await page.getByRole('button', { name: 'Look at its address' }).click();
  await expect(page.getByRole('alert')).toHaveText('It answered with an error (404).');
  await page.getByLabel('Address of its CSV file').fill(`${at}/stations/long-forty-gate/days.csv`);
  await page
    .getByLabel('Address of its forecast')
    .fill(`${at}/stations/long-forty-gate/forecast.csv`);
  await page.getByRole('button', { name: 'Look at its address' }).click();
  await expect(page.getByLabel('Soil, lowest of the day')).toHaveValue('Soil min (°C)');
  await page.getByRole('button', { name: /^Keep \d+ days$/ }).click();
  const card = page
    .locator('section')
    .filter({ has: page.getByRole('heading', { name: 'Teal gate' }) });
  await card.getByText('Stands for no field yet: choose').click();
  await card.getByRole('checkbox', { name: 'Teal Bottom' }).click();
  await allSent(page);
  await card.getByRole('button', { name: 'Fetch Teal gate now' }).click();
  await expect(card.getByText(/^Fetched every half hour; last /)).toBeVisible();
  await expect(
    card.getByText(/Forecast until .*: Simulated by the weather-station stand-in/),
  ).toBeVisible();

  // What fails says so, and what was measured stands.
  station.fail('nonsense');
  await card.getByRole('button', { name: 'Fetch Teal gate now' }).click();
  await expect(
    card.getByText(/no table of weather.*What it measured until May 26 stands/),
  ).toBeVisible();
  await accessible(page, 'a station that fails');
  await page.setViewportSize({ width: 390, height: 844 });

  // The planting is told from it, and says what from.
  await openPlanting(page, 'Teal Bottom');
  await expect(page.getByText(/^Half should be up about/).first()).toBeVisible();
  await expect(
    page.getByText(/the forecast until .*Simulated by the weather-station/),
  ).toBeVisible();
  await context.close();
  station.server.closeAllConnections();
  station.server.close();
});
