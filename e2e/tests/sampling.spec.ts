import { randomUUID } from 'node:crypto';
import type { AddressInfo } from 'node:net';
import { walkerServer } from '@sendero/stand-ins';
import { accessible } from '../accessible.ts';
import { allSent, expect, newDevice, openPlanting, signedIn, test, visit } from '../app.ts';

const PHONE = { width: 390, height: 844 };
type Place = [number, number];
const place = (east: number, north: number): Place => [
  -138.4 + east / 79_390,
  44.7 + north / 111_120,
];
const area = (...corners: Place[]) => ({
  type: 'MultiPolygon',
  coordinates: [[[...corners, corners[0]!]]],
});

test('stops are planned, walked by an arrow without a signal, planned anew on the way, and read at a desk', async ({
  browser,
  empty,
}) => {
  const { put, season } = await signedIn(empty);
  const [grower, planter, field, planting] = Array.from({ length: 4 }, () => randomUUID());
  await put([['grower', grower!, { name: 'Plover Farm' }]]);
  await put([
    [
      'planter',
      planter!,
      { name: 'Plover', type: 'planter', rows: 12, rowWidthM: 0.762, cells: 30 },
    ],
    [
      'field',
      field!,
      {
        growerId: grower,
        name: 'Plover Long',
        areaM2: null,
        boundary: area(place(0, 0), place(300, 0), place(300, 500), place(0, 500)),
        headlandM: 20,
        passes: { bearingDeg: 0, firstAt: 'left' },
      },
    ],
  ]);
  const part = (name: string, what: object) =>
    ['fieldPart', randomUUID(), { fieldId: field, name, shape: null, at: null, ...what }] as [
      string,
      string,
      object,
    ];
  const low = area(place(0, 0), place(300, 0), place(300, 250), place(0, 250));
  await put([
    part('Plover gate', { part: 'gateway', at: place(0, 0) }),
    part('wet half', { part: 'low', shape: low }),
    [
      'planting',
      planting!,
      {
        fieldId: field,
        planterId: planter,
        season,
        crop: 'corn',
        plantedOn: new Date(Date.now() - 25 * 86_400_000).toISOString().slice(0, 10),
        rowWidthM: 0.762,
        seedsPerM2: 7.9,
        depthTargetM: 0.05,
        germination: 0.95,
        fieldLoss: 0.05,
      },
    ],
  ]);
  const walker = walkerServer({ way: [place(0, 0)], everyMs: 60 });
  await new Promise<void>((done) => walker.server.listen(0, '127.0.0.1', done));
  const { port } = walker.server.address() as AddressInfo;

  const phone = await newDevice(browser, empty);
  const { page } = phone;
  await page.setViewportSize(PHONE);
  await visit(page, '/settings');
  await page.getByRole('radio', { name: 'A receiver at an address' }).click();
  await page.getByLabel('Address of the receiver').fill(`http://127.0.0.1:${port}/`);

  // Planned: six stops of four rows, some in each half.
  await openPlanting(page, 'Plover Long');
  await page.getByRole('link', { name: 'Walk the stand' }).click();
  await page.getByRole('link', { name: 'Plan the stops' }).click();
  await page.getByLabel('Stops', { exact: true }).fill('6');
  await page.getByRole('radio', { name: '4', exact: true }).click();
  await expect(page.getByTestId('plan-tells')).toHaveText(/^±\d/);
  await accessible(page, 'plan of stops');
  await page.getByRole('button', { name: 'Walk these stops' }).click();
  await expect(page.getByRole('radio', { name: 'At 6 planned stops' })).toBeChecked();
  await allSent(page);
  await page.getByRole('button', { name: 'Start the walk' }).click();
  const distance = page.getByTestId('way-distance');
  await expect(distance).toHaveText(/^[\d,]+ft$/);
  await expect(page.getByText('position within 10 ft')).toBeVisible();
  await expect(page.getByText(/Look north: in this pass the planter/)).toBeVisible();
  await allSent(page);
  const [{ payload }] = (await empty.sql(
    `SELECT payload FROM sampling_plans WHERE planting_id = '${planting}'`,
  )) as [{ payload: { places: { at: Place; rows: number[] }[] } }];
  const { places } = payload;
  await accessible(page, 'way to the next stop');

  // No signal from here on.
  await phone.context.route('**/api/**', (route) => route.abort());
  const here = page.getByRole('button', { name: 'Count here' });
  const next = async () => {
    await expect(distance).toHaveAttribute('data-place', /\d/);
    return Number(await distance.getAttribute('data-place'));
  };
  const count = async (rows: number) => {
    for (let row = 0; row < rows; row++) {
      for (let plant = 0; plant < 3; plant++) await page.keyboard.press('1');
      await page.keyboard.press('Enter');
    }
  };
  const seen: number[] = [];
  for (let stop = 1; stop <= 6; stop++) {
    await expect(page.getByText(`${stop - 1} of 6 walked`)).toBeVisible();
    if (stop === 3) {
      // A ditch is full of water.
      const out = await next();
      await page.getByRole('button', { name: 'Cannot be reached' }).click();
      await expect(page.getByText('Another place takes its turn, with its rows.')).toBeVisible();
      await expect.poll(next).not.toBe(out);
    }
    if (stop === 4) {
      await page.getByRole('button', { name: 'Looks bad here' }).click();
      await expect(
        page.getByRole('checkbox', { name: /Chosen because it looked bad/ }),
      ).toBeChecked();
      await page.keyboard.press('1');
      await page.getByRole('button', { name: /^Next row/ }).waitFor();
      await page.keyboard.press('n');
    }
    const to = await next();
    seen.push(to);
    walker.put(places[to]!.at);
    await expect(distance).toHaveText('Here');
    await here.click();
    const rows = page.getByRole('button', { name: /^Row \d+/ });
    await expect(rows).toHaveCount(4);
    await count(4);
  }
  await expect(page.getByRole('heading', { name: 'All stops walked' })).toBeVisible();
  expect(new Set(seen).size).toBe(6);
  await page.getByRole('button', { name: 'Finish the walk' }).click();
  await expect(page.getByText(/Places were drawn before the walk/)).toBeVisible();
  await phone.context.unroute('**/api/**');
  await allSent(page);

  // At a desk.
  const desk = await newDevice(browser, empty);
  await desk.page.setViewportSize({ width: 1280, height: 800 });
  await openPlanting(desk.page, 'Plover Long');
  await desk.page.getByRole('link', { name: /row by row/ }).click();
  await expect(desk.page.getByRole('heading', { name: 'Over the field' })).toBeVisible();
  await expect(desk.page.getByText(/Hollow ones were chosen for their looks/)).toBeVisible();
  await expect(desk.page.getByTestId('patterns')).toHaveText(/Eight stops or more/);
  const stops = (await empty.sql(
    `SELECT s.payload FROM stops s JOIN walks w ON s.walk_id = w.id WHERE w.planting_id = '${planting}' ORDER BY s.ordinal`,
  )) as { payload: { at: Place; accuracyM: number; planned: number | null; chosen: boolean } }[];
  expect(stops.map(({ payload: { planned } }) => planned)).toEqual([
    ...seen.slice(0, 3),
    null,
    ...seen.slice(3),
  ]);
  for (const { payload: stop } of stops) {
    expect(stop.accuracyM).toBe(3);
    if (stop.planned !== null)
      stop.at.forEach((degree, i) => expect(degree).toBeCloseTo(places[stop.planned!]!.at[i]!, 6));
  }
  walker.server.close();
  await Promise.all([phone.context.close(), desk.context.close()]);
});

test('an outline is walked around; what was walked is there again after a closed tab', async ({
  browser,
  empty,
}) => {
  const { put } = await signedIn(empty);
  const [grower, field] = [randomUUID(), randomUUID()];
  await put([['grower', grower, { name: 'Curlew Farm' }]]);
  await put([['field', field, { growerId: grower, name: 'Curlew Bend', areaM2: null }]]);
  const walker = walkerServer({ way: [place(2000, 0)], everyMs: 60 });
  await new Promise<void>((done) => walker.server.listen(0, '127.0.0.1', done));
  const { port } = walker.server.address() as AddressInfo;
  const { context, page } = await newDevice(browser, empty);
  await page.setViewportSize(PHONE);
  await visit(page, '/settings');
  await page.getByRole('radio', { name: 'A receiver at an address' }).click();
  await page.getByLabel('Address of the receiver').fill(`http://127.0.0.1:${port}/`);
  await page.goto(`/map?field=${field}`);
  await page.getByRole('button', { name: 'Walk around it' }).click();
  const corners = (many: number) => expect(page.getByText(`${many} corners`)).toBeVisible();
  await corners(1);
  walker.put(place(2200, 0));
  await corners(2);
  await page.goto(`/map?field=${field}`);
  await page.getByRole('button', { name: 'Walk around it' }).click();
  await corners(2);
  for (const [i, at] of [place(2200, 200), place(2000, 200)].entries()) {
    walker.put(at);
    await corners(3 + i);
  }
  await page.getByRole('button', { name: 'Close the outline here' }).click();
  // 200 m by 200 m.
  await expect(page.getByText(/^9\.9.ac$|^10.ac$/)).toBeVisible();
  await allSent(page);
  walker.server.close();
  await context.close();
});
