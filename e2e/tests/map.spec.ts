import { readFile } from 'node:fs/promises';
import { accessible } from '../accessible.ts';
import { allSent, expect, newDevice, test } from '../app.ts';

const SQUARE = [
  [-138.59, 44.59],
  [-138.585, 44.59],
  [-138.585, 44.594],
  [-138.59, 44.594],
  [-138.59, 44.59],
];
const geojson = (coordinates: number[][]) =>
  JSON.stringify({
    type: 'Feature',
    properties: { name: 'Reed Strip' },
    geometry: { type: 'Polygon', coordinates: [coordinates] },
  });
const file = (name: string, text: string) => ({
  name,
  mimeType: 'application/octet-stream',
  buffer: Buffer.from(text),
});

test('an outline is drawn, moved, brought as a file, mended and given out again; the area follows it', async ({
  browser,
  demo,
}) => {
  const { context, page } = await newDevice(browser, demo);
  await page.goto('/fields');
  await page.getByRole('button', { name: 'Add a field' }).click();
  await page.getByRole('combobox', { name: 'Grower' }).fill('Reed Growers');
  await page.getByRole('textbox', { name: 'Field name' }).fill('Reed Strip');
  await page.keyboard.press('Enter');
  await allSent(page);
  await page.getByRole('link', { name: 'Map', exact: true }).click();
  const field = page.getByLabel('Field', { exact: true });
  const bring = page.getByLabel('Bring its outline');
  const area = page.getByText(/ by its outline/);

  // Drawn by hand beside the others.
  const map = page.getByTestId('map');
  await map.locator('canvas').first().waitFor();
  await field.selectOption({ label: 'Reed Strip' });
  await page.getByRole('button', { name: 'Draw its outline' }).click();
  const box = (await map.boundingBox())!;
  const [x, y] = [box.x + box.width / 2, box.y + box.height / 2];
  for (const [dx, dy] of [
    [120, 100],
    [220, 100],
    [220, 180],
  ] as const)
    await page.mouse.click(x + dx, y + dy, { delay: 20 });
  await page.mouse.dblclick(x + 120, y + 180);
  await expect(area).toBeVisible();
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect(area).toHaveCount(0);

  // What cannot be says so; what can be mended is offered.
  await bring.setInputFiles(file('notes.geojson', 'just words'));
  await expect(page.getByRole('alert')).toHaveText(/cannot be read/);
  await bring.setInputFiles(
    file('bow.geojson', geojson([SQUARE[0]!, SQUARE[2]!, SQUARE[1]!, SQUARE[3]!, SQUARE[0]!])),
  );
  await expect(page.getByRole('alert')).toHaveText(/crosses itself near 44\.592/);
  await page.getByRole('button', { name: 'Drop this outline' }).click();
  await bring.setInputFiles(
    file('swapped.geojson', geojson(SQUARE.map(([lon, lat]) => [lat!, lon!]))),
  );
  await expect(page.getByRole('alert')).toHaveText(/seem to be swapped/);
  await page.getByRole('button', { name: 'Swap them' }).click();
  // 397 m by 444 m: 44 acres.
  await expect(page.getByText(/^4[34](\.\d)?.ac$/)).toBeVisible();
  await expect(area).not.toContainText('typed');
  await allSent(page);
  await accessible(page, 'map');

  // Given out and brought again: the same outline.
  const outline = async () =>
    (
      (await demo.sql(`SELECT payload FROM fields WHERE name = 'Reed Strip'`)) as [
        { payload: { boundary: { coordinates: number[][][][] } } },
      ]
    )[0].payload.boundary.coordinates[0]![0]!;
  const near = (one: number[][]) => one.map((place) => place.map((degree) => degree.toFixed(6)));
  for (const [format, name] of [
    ['KML', 'reed.kml'],
    ['GeoJSON', 'reed.geojson'],
    ['GPX', 'reed.gpx'],
  ] as const) {
    const saved = page.waitForEvent('download');
    await page.getByRole('button', { name: `Save as ${format}` }).click();
    const text = await readFile(await (await saved).path(), 'utf8');
    await page.getByRole('button', { name: 'Take it off' }).click();
    await expect(area).toHaveCount(0);
    await bring.setInputFiles(file(name, text));
    await expect(area).toBeVisible();
    await allSent(page);
    expect(near(await outline()), format).toEqual(near(SQUARE));
  }
  await context.close();
});
