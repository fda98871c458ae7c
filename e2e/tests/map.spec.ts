import { writeArrayBuffer } from 'geotiff';
import { readFile } from 'node:fs/promises';
import { accessible } from '../accessible.ts';
import { tileServer } from '@sendero/stand-ins';
import type { AddressInfo } from 'node:net';
import { allSent, expect, newDevice, test, visit } from '../app.ts';

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
/** One dark pixel. */
const PIXEL = Buffer.from(
  'iVBORw0KGgoAAAANSUhEUgAAAAEAAAABCAYAAAAfFcSJAAAADUlEQVR42mNk+M9QDwADhgGAWjR9awAAAABJRU5ErkJggg==',
  'base64',
);
/** Ten by eight pixels over the field, as other programs write it. */
const geoTiff = () =>
  writeArrayBuffer(
    Array.from({ length: 240 }, (_, i) => (i * 7) % 256),
    {
      width: 10,
      height: 8,
      SamplesPerPixel: 3,
      BitsPerSample: [8, 8, 8],
      PhotometricInterpretation: 2,
      ModelPixelScale: [0.0005, 0.0005, 0],
      ModelTiepoint: [0, 0, 0, -138.59, 44.594, 0],
      GTModelTypeGeoKey: 2,
      GeographicTypeGeoKey: 4326,
    },
  );
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
  await visit(page, '/fields');
  await page.getByRole('button', { name: 'Add a field' }).click();
  await page.getByRole('combobox', { name: 'Grower' }).fill('Reed Growers');
  await page.getByRole('textbox', { name: 'Field name' }).fill('Reed Strip');
  await page.keyboard.press('Enter');
  await allSent(page);
  await page.getByRole('link', { name: 'Map', exact: true }).click();
  const bring = page.getByLabel('Bring its outline');
  const area = page.getByText(/ by its outline/);

  // Drawn by hand beside the others.
  const map = page.getByTestId('map');
  await map.locator('canvas').first().waitFor();
  const find = page.getByRole('combobox', { name: 'Find a field or coordinates' });
  await find.fill('reed str');
  await find.press('Enter');
  await page.getByRole('heading', { name: 'Map of Reed Strip' }).waitFor();
  await page.getByRole('button', { name: 'Draw its outline' }).click();
  const box = (await map.boundingBox())!;
  const [x, y] = [box.x + box.width / 2, box.y + box.height / 2];
  for (const [dx, dy] of [
    [120, 100],
    [220, 100],
    [220, 180],
  ] as const)
    await page.mouse.click(x + dx, y + dy, { delay: 20 });
  await page.mouse.move(x + 120, y + 180);
  // Its area while it is drawn.
  await expect(page.getByTestId('area-now')).toHaveText(/^[\d.,]+.ac$/);
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
  await accessible(page, 'map', { colours: true });

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
    ['shapefile', 'reed.zip'],
  ] as const) {
    await page.getByText('Save as a file').click();
    const saved = page.waitForEvent('download');
    await page.getByRole('button', { name: `Save as ${format}` }).click();
    const content = await readFile(await (await saved).path());
    await page.getByRole('button', { name: 'Take it off' }).click();
    await expect(area).toHaveCount(0);
    await bring.setInputFiles({ ...file(name, ''), buffer: content });
    await expect(area).toBeVisible();
    await allSent(page);
    // A shapefile turns its rings the other way.
    expect(new Set(near(await outline()).map(String)), format).toEqual(
      new Set(near(SQUARE).map(String)),
    );
  }

  // What lies in it: a zone brought as a file, a gateway touched, a headland, the first pass.
  await page.getByRole('radio', { name: /^Low ground/ }).click();
  const zone = page.getByLabel('Bring low ground as a file');
  const moved = (by: number) => geojson(SQUARE.map(([lon, lat]) => [lon! + by, lat!]));
  await zone.setInputFiles(file('far.geojson', moved(0.02)));
  await expect(page.getByRole('alert')).toHaveText(/lies outside its field/);
  await page.getByRole('button', { name: 'Drop this outline' }).click();
  await zone.setInputFiles(file('low.geojson', moved(0.003)));
  await page.getByLabel('Name', { exact: true }).fill('the slough');
  await page.getByLabel('Name', { exact: true }).blur();
  const parts = page.getByRole('region', { name: 'Parts of the field' });
  await parts.getByRole('button', { name: /^the slough \d+/ }).click();
  await page.getByRole('radio', { name: /^Gateway/ }).click();
  await map.click({ position: { x: box.width / 2, y: box.height / 2 } });
  await expect(parts.getByRole('button', { name: /^Gateway/ })).toBeVisible();
  await page.getByLabel('Headland, from every edge').fill('60 ft');
  await page.getByLabel('First pass heads, degrees from north').fill('90');
  await page.getByRole('radio', { name: 'south' }).click();
  await expect(page.getByText(/Row 1 lies north in passes that head east/)).toBeVisible();
  await allSent(page);
  await accessible(page, 'map with parts');
  // An aerial picture of one's own under it; one without a place says what to do.
  const pictures = page.getByRole('region', { name: 'Pictures under the map' });
  const lay = page.getByLabel('Lay a picture under it');
  await lay.setInputFiles({ name: 'bare.png', mimeType: 'image/png', buffer: PIXEL });
  await expect(pictures.getByRole('alert')).toHaveText(/does not say where it lies/);
  const shown = (name: string) =>
    expect(pictures.getByRole('button', { name, exact: true })).toHaveAttribute(
      'aria-pressed',
      'true',
    );
  await lay.setInputFiles([
    { name: 'soil.png', mimeType: 'image/png', buffer: PIXEL },
    file('soil.pgw', '0.005\n0\n0\n-0.004\n-138.5875\n44.592\n'),
  ]);
  await shown('soil');
  const buffer = Buffer.from(geoTiff());
  await lay.setInputFiles({ name: 'air.tif', mimeType: 'image/tiff', buffer });
  await shown('air');
  await allSent(page);
  const laid = (await demo.sql(`SELECT payload FROM ground_pictures ORDER BY id`)) as {
    payload: { projection: string; box: number[] };
  }[];
  expect(laid.map(({ payload }) => payload.projection)).toEqual(['EPSG:4326', 'EPSG:4326']);
  laid[1]!.payload.box.forEach((side, i) =>
    expect(side).toBeCloseTo([-138.59, 44.59, -138.585, 44.594][i]!, 6),
  );

  const kept = (await demo.sql(`SELECT payload FROM fields WHERE name = 'Reed Strip'`)) as [
    { payload: object },
  ];
  expect(kept[0].payload).toMatchObject({
    passes: { bearingDeg: 90, firstAt: 'right' },
    asTyped: { headlandM: '60 ft' },
  });
  await context.close();
});

test('a background map of one’s own lies under the fields, names who made it, and is there without a signal', async ({
  browser,
  demo,
}) => {
  const tiles = tileServer();
  await new Promise<void>((resolve) => tiles.server.listen(0, '127.0.0.1', resolve));
  const address = `http://127.0.0.1:${(tiles.server.address() as AddressInfo).port}`;
  const { context, page } = await newDevice(browser, demo, { keepsApp: true });
  await visit(page, '/map');
  const background = page.getByRole('combobox', { name: 'Background' });
  await background.selectOption({ label: 'Add background map …' });
  const form = page.getByRole('dialog', { name: 'Add background map' });
  await form.getByLabel('Name').fill('Aerial');
  await form.getByLabel('Address').fill(`${address}/tiles`);
  await form.getByRole('button', { name: 'Keep' }).click();
  await expect(form.getByText(/Put \{z\}, \{x\} and \{y\}/)).toBeVisible();
  await form.getByLabel('Address').fill(`${address}/tiles/{z}/{x}/{y}.png`);
  await form.getByLabel('Attribution').fill('Simulated ground');
  await accessible(page, 'add background map');
  await form.getByRole('button', { name: 'Keep' }).click();
  await expect(page.getByText('Simulated ground')).toBeVisible();
  await expect.poll(() => tiles.asked()).toBeGreaterThan(3);

  // Coordinates lead anywhere; a field by a part of its name.
  const find = page.getByRole('combobox', { name: 'Find a field or coordinates' });
  await find.fill('nowhere at all');
  await find.press('Enter');
  await expect(page.getByText(/No field has this name/)).toBeVisible();
  await find.fill(`44°36'4.3"N 138°36'12"W`);
  await find.press('Enter');
  await expect(page.getByText(/No field has this name/)).toHaveCount(0);
  await find.fill('quill');
  await find.press('Enter');
  await page.getByRole('heading', { name: /^Map of / }).waitFor();

  await page.getByRole('button', { name: /^Keep Aerial offline, about \d+ MB/ }).click();
  await expect(page.getByText('Aerial of this field is kept on this device.')).toBeVisible();
  await allSent(page);
  // Without a signal the field's area shows; elsewhere it is said why nothing does.
  await context.setOffline(true);
  const asked = tiles.asked();
  await page.reload();
  await page.getByRole('heading', { name: /^Map of / }).waitFor();
  await expect(page.getByText('Aerial of this field is kept on this device.')).toBeVisible();
  await expect(page.getByTestId('map')).toHaveAttribute('data-drawn', '');
  expect(tiles.asked()).toBe(asked);
  await find.fill('10, 10');
  await find.press('Enter');
  await expect(page.getByText(/^No signal: the background map shows where/)).toBeVisible();
  await context.setOffline(false);

  // A service that fails says so, and shows again by itself.
  tiles.fail(true);
  await find.fill('20, 20');
  await find.press('Enter');
  await expect(page.getByText('Background map: It answered with an error (503).')).toBeVisible();
  tiles.fail(false);
  await expect(page.getByText('Simulated ground')).toBeVisible({ timeout: 15_000 });
  await context.close();
  tiles.server.close();
});
