import { randomUUID } from 'node:crypto';
import { accessible } from '../accessible.ts';
import {
  type App,
  allSent,
  expect,
  keptHere,
  newDevice,
  signedIn,
  test,
  type MadeRecord,
  visit,
} from '../app.ts';

test.use({ serviceWorkers: 'allow' });

const PHONE = { width: 390, height: 844 };
const DAY_MS = 86_400_000;
/** The local day some days ago, and eight in the morning of it, in the browser's zone (UTC). */
const daysAgo = (days: number) => new Date(Date.now() - days * DAY_MS).toISOString().slice(0, 10);

/** A field of corn planted some days ago behind a planter of its own; its grower is nobody else's. */
async function plantedField(
  app: App,
  { days, rows, field, variety }: { days: number; rows: number; field: string; variety: string },
) {
  const { season, put } = await signedIn(app);
  const [growerId, planterId, fieldId, planting] = Array.from({ length: 4 }, () =>
    randomUUID(),
  ) as [string, string, string, string];
  await put([
    ['grower', growerId, { name: `${field} Growers` }],
    ['planter', planterId, { name: 'Goose', type: 'planter', rows, rowWidthM: 0.762, cells: null }],
    ['field', fieldId, { growerId, name: field, areaM2: null }],
    [
      'planting',
      planting,
      {
        fieldId,
        planterId,
        season,
        crop: 'corn',
        variety,
        plantedOn: daysAgo(days),
        rowWidthM: 0.762,
        seedsPerM2: 7.9,
        depthTargetM: 0.05,
        germination: 0.95,
        fieldLoss: 0.05,
      },
    ],
  ]);
  return { planting, put };
}

test('lengths are flagged and counted without a signal; a desk reads the curve and the late row', async ({
  browser,
  empty,
}) => {
  const { planting, put } = await plantedField(empty, {
    days: 14,
    rows: 6,
    field: 'Wren Piece',
    variety: 'AB-122',
  });
  const phone = await newDevice(browser, empty);
  await phone.page.evaluate(() => navigator.serviceWorker.ready);
  await phone.page.setViewportSize(PHONE);
  await visit(phone.page, `/plantings/${planting}`);
  await phone.context.setOffline(true);

  // Flags: the next thing due leads there; a form left half-filled is found again.
  await phone.page.getByRole('link', { name: 'Flag lengths to count in' }).first().click();
  await phone.page.getByRole('link', { name: 'Flag lengths to count in' }).click();
  await phone.page.getByLabel(/^Where the first flag stands/).fill('40 steps in, fence side');
  await phone.page.reload();
  await expect(phone.page.getByLabel(/^Where the first flag stands/)).toHaveValue(
    '40 steps in, fence side',
  );
  await phone.page.getByLabel('Length between the flags').fill('17 ft 5 in');
  await phone.page.getByRole('button', { name: 'Flag 6 lengths, and count' }).click();
  await expect(phone.page.getByText('40 steps in, fence side')).toBeVisible();
  await keptHere(phone.page);

  // The visits of the days before, as another scout had sent them.
  await phone.context.setOffline(false);
  await allSent(phone.page);
  const lengths = await empty.sql<{ id: string; row: number }>(
    `SELECT id, "row" FROM flagged_lengths ORDER BY "row"`,
  );
  expect(lengths.map(({ row }) => row)).toEqual([1, 2, 3, 4, 5, 6]);
  const before: Record<number, number[]> = {
    1: [0, 9, 17],
    2: [1, 10, 15],
    3: [0, 8, 18],
    4: [0, 0, 4],
    5: [1, 9, 16],
    6: [0, 11, 14],
  };
  await put(
    lengths.flatMap(({ id, row }) =>
      before[row]!.map((plants, visit): MadeRecord => {
        const on = daysAgo(7 - 2 * visit);
        const at = `${on}T08:00:00.000Z`;
        return [
          'emergenceCount',
          randomUUID(),
          {
            lengthId: id,
            at,
            on,
            zoneOffsetMin: 0,
            round: 1,
            counted: 'new',
            plants,
            lost: 0,
            flagsM: null,
          },
        ];
      }),
    ),
  );
  await phone.page.goto('/device');
  await phone.page.getByRole('button', { name: 'Send and fetch now' }).click();
  await expect(phone.page.getByText('Everything on this device is with the server.')).toBeVisible();

  // Today's visit, with no signal and one thumb.
  await phone.page.goto(`/plantings/${planting}/emergence/count`);
  await expect(phone.page.getByText(/^Had 26 up by/)).toBeVisible();
  await phone.context.setOffline(true);
  const key = phone.page.getByRole('button', { name: /^Add a plant newly up/ });
  await key.click();
  await key.click();
  await phone.page.getByRole('button', { name: 'Undo' }).click();
  await expect(key).toHaveAccessibleName('Add a plant newly up, now 1');
  await phone.page.getByRole('button', { name: 'Next: Row 2' }).click();
  await phone.page.getByRole('button', { name: 'Nothing new' }).click();
  await phone.page.getByRole('radio', { name: 'Flags' }).click();
  await phone.page.getByRole('button', { name: 'Next: Row 3' }).click();
  await phone.page
    .getByRole('img', { name: /of row, 0 flags/ })
    .click({ position: { x: 200, y: 60 } });
  await expect(phone.page.getByRole('img', { name: /1 flags, 1 of them set now/ })).toBeVisible();
  await phone.page.getByRole('radio', { name: 'Numbers' }).click();
  for (const [row, plants] of [
    [4, '17'],
    [5, '1'],
    [6, '0'],
  ] as const)
    await phone.page.getByLabel(`Row ${row}`).fill(plants);
  await keptHere(phone.page);
  // A later total below an earlier one is asked about, and kept.
  await phone.page.getByRole('radio', { name: 'Tap' }).click();
  await phone.page.getByRole('button', { name: /^Row 6,/ }).click();
  await phone.page.getByRole('button', { name: 'Count all that stand instead' }).click();
  await phone.page.getByLabel('All that stand between the flags').fill('23');
  await phone.page.getByRole('button', { name: '2 lost' }).click();
  await expect(phone.page.getByText('2 lost since they came up.')).toBeVisible();
  await keptHere(phone.page);
  await phone.context.setOffline(false);
  await allSent(phone.page);

  const desk = await newDevice(browser, empty);
  await desk.page.setViewportSize({ width: 1280, height: 800 });
  await visit(desk.page, `/plantings/${planting}/emergence`);
  await expect(desk.page.getByTestId('emergence-headline')).toHaveText(
    /^Half were up by .*\(90 %: /,
  );
  await expect(desk.page.getByText(/^Row 4 was half up \d+ h later than the middle/)).toBeVisible();
  await expect(desk.page.getByText(/No trench check of this planting tells why/)).toBeVisible();
  await accessible(desk.page, 'emergence');
  await visit(desk.page, `/plantings/${planting}/emergence/count`);
  await expect(desk.page.getByRole('heading', { level: 1, name: /what is up$/ })).toBeVisible();
  await expect(desk.page.getByLabel('Row 1')).toHaveValue('1');
  await accessible(desk.page, 'counting what is up');
  await visit(desk.page, `/plantings/${planting}/emergence/flag`);
  await accessible(desk.page, 'flagging lengths');
  await phone.context.close();
  await desk.context.close();
});

test('seeds dug before anything is up, without a signal: on course, stuck and lost, and what that points to', async ({
  browser,
  empty,
}) => {
  const { planting } = await plantedField(empty, {
    days: 5,
    rows: 8,
    field: 'Lark Piece',
    variety: 'AB-133',
  });
  const { context, page } = await newDevice(browser, empty);
  await page.evaluate(() => navigator.serviceWorker.ready);
  await page.setViewportSize(PHONE);
  await visit(page, `/plantings/${planting}`);
  await page.getByRole('link', { name: 'Dig for the seeds' }).first().click();
  await context.setOffline(true);
  await page.getByRole('link', { name: 'Dig for the seeds' }).click();
  await expect(page.getByText('Treated seed:')).toBeVisible();
  const state = (name: string) => page.locator(`[data-state=${name}]`);
  const depth = (label: string) => page.locator(`[data-depth="${label}"]`);
  // Row 1: three shallow in dry soil, then one as it should be; the next keeps dry until it is changed.
  await page.getByRole('radio', { name: 'dry soil' }).click();
  for (let i = 0; i < 4; i++) {
    await state('dry').click();
    await page.getByRole('button', { name: '0 in and parts' }).click();
    await depth('0.7').click();
  }
  await page.getByRole('button', { name: 'Undo' }).click();
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect(page.getByRole('button', { name: 'Row 1, 3 seeds' })).toBeVisible();
  await page.getByRole('button', { name: 'Next row: 2' }).click();
  await page.getByRole('radio', { name: 'moist soil' }).click();
  await state('root').click();
  await page.getByRole('button', { name: '2 in and parts' }).click();
  await depth('2.0').click();
  await state('chewed').click();
  await page.getByRole('checkbox', { name: 'residue' }).click();
  await keptHere(page);
  await accessible(page, 'digging for seeds');
  await page.setViewportSize(PHONE);
  await page.reload();
  await expect(page.getByRole('button', { name: 'Row 2, 2 seeds' })).toBeVisible();
  await page.getByRole('link', { name: 'See what it means so far' }).click();
  await expect(page.getByTestId('below-headline')).toHaveText(
    /^4 of 5 seeds are on course \(95 %: /,
  );
  await expect(page.getByText(/No weather of this field/)).toBeVisible();
  await expect(page.getByText('3 dry · 1 root · 1 chewed')).toBeVisible();
  await context.setOffline(false);
  await allSent(page);
  await accessible(page, 'below ground');
  await context.close();
});
