import type { AddressInfo } from 'node:net';
import { stationServer } from '@sendero/stand-ins';
import { accessible } from '../accessible.ts';
import { allSent, expect, newDevice, openPlanting, plantField, test, visit } from '../app.ts';

const HEADERS =
  'Bench gate,exported for Sendero\nDate,High (°F),Low (°F),Rain (in),Soil low 2 in (°F),Soil high 2 in (°F)\n';
/** Days of May 2027 as a station writes them. */
const days = (from: number, to: number, high: (day: number) => string = () => '74') =>
  Array.from({ length: to - from + 1 }, (_, i) => from + i)
    .map((day) => `5/${day}/2027,${high(day)},51,${day === 5 ? '0.80' : '0.00'},54,66`)
    .join('\n');
const file = (text: string) => ({
  name: 'bench.csv',
  mimeType: 'text/csv',
  buffer: Buffer.from(text),
});

test('a station’s file: columns guessed, troubles by line, heat and rain of a field; brought again it replaces', async ({
  browser,
  demo,
}) => {
  const { context, page } = await newDevice(browser, demo);
  const openCorn = async () => {
    await visit(page, '/fields');
    await page.getByRole('link', { name: 'Corn AB-111, May 4', exact: true }).click();
    await page.getByRole('heading', { level: 1, name: 'Windmill East' }).waitFor();
  };
  await visit(page, '/weather');
  await accessible(page, 'weather');
  await page.getByRole('button', { name: 'Bring a station’s file' }).click();
  const bring = page.getByLabel('Choose its CSV file');

  // What is no weather says so; a name is asked for, and what was chosen stays.
  await bring.setInputFiles(file('just some words\nand more of them\n'));
  await expect(page.getByText('has no line of column names')).toBeVisible();
  const bad = `${HEADERS}${days(1, 9, (day) => (day === 3 ? 'warm' : day === 7 ? '300' : '74'))}\n${days(12, 20)}`;
  await bring.setInputFiles(file(`\ufeff${bad}`));
  await expect(page.getByLabel('Air, highest of the day')).toHaveValue('High (°F)');
  await expect(page.getByLabel('Soil, lowest of the day')).toHaveValue('Soil low 2 in (°F)');
  await expect(page.getByLabel('Temperatures in')).toHaveValue('F');
  await expect(page.getByText('18 days, May 1, 2027 to May 20, 2027')).toBeVisible();
  await page.getByText('1 figure is text: left out').click();
  await expect(page.getByText('Line 5: figure is text, High (°F): warm')).toBeVisible();
  await expect(page.getByText('gap, 2027-05-10 to 2027-05-11')).toBeVisible();
  await accessible(page, 'a weather file being read');
  await page.getByRole('button', { name: 'Keep 18 days' }).click();
  await expect(page.getByText('Enter a name for the station.')).toBeVisible();
  await page.getByLabel('Name of the station').fill('Bench gate');
  await page.getByLabel('Depth of its soil sensor').fill('2 in');
  await page.getByRole('button', { name: 'Keep 18 days' }).click();
  const station = page
    .locator('section')
    .filter({ has: page.getByRole('heading', { name: 'Bench gate' }) });
  await expect(
    station.getByText('18 days, May 1, 2027 to May 20, 2027, daily; soil temperature at 2 in.'),
  ).toBeVisible();

  // The field's heat follows; where a day is missing the sum ends, and says so.
  await station.getByText('Stands for no field yet: choose').click();
  await station.getByRole('checkbox', { name: 'Windmill East' }).click();
  await expect(station.getByRole('checkbox', { name: 'Windmill East' })).toBeChecked();
  await allSent(page);
  await openCorn();
  await expect(page.getByText('2 days were not measured: the sum ends there.')).toBeVisible();
  await expect(page.getByText(/May 5 to May 7: heavy rain, then sun/)).toBeVisible();

  // Brought again, its columns are known, and what overlaps is replaced.
  await visit(page, '/weather');
  await page
    .getByRole('button', { name: 'Bring the newest file of Bench gate, or change it' })
    .click();
  await page.getByLabel('Choose its CSV file').setInputFiles(file(HEADERS + days(1, 26)));
  await expect(page.getByText('Nothing is missing, doubled or out of the way.')).toBeVisible();
  await page.getByRole('button', { name: 'Keep 26 days' }).click();
  await expect(station.getByText('26 days, May 1, 2027 to May 26, 2027, daily')).toBeVisible();
  await allSent(page);
  await openCorn();
  await expect(page.getByText(/of heat and.*of rain since planting, until May 26/)).toBeVisible();
  await expect(page.getByText('not measured')).toHaveCount(0);
  await context.close();
});

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
