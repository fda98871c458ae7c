import { randomUUID } from 'node:crypto';
import { accessible } from '../accessible.ts';
import {
  allSent,
  expect,
  keptHere,
  makeDay,
  newDevice,
  plantField,
  signedIn,
  test,
  visit,
} from '../app.ts';
import { standsStill } from '../standsStill.ts';

const PHONE = { width: 390, height: 844 };
/** Air and soil of so many days of a warming spring from April 10 on, as a station writes them. */
const weather = (days: number) => {
  const lines = ['Date,Tmin (°C),Tmax (°C),Rain (mm),Soil min (°C),Soil max (°C)'];
  for (let day = 0; day < days; day++) {
    const on = new Date(Date.UTC(2027, 3, 10 + day)).toISOString().slice(0, 10);
    lines.push(
      `${on},${8 + day / 10},${20 + day / 10},${day % 6 ? 0 : 4},${11 + day / 10},${17 + day / 10}`,
    );
  }
  return lines.join('\n');
};

test('a spring on one phone: planted, told from weather, dug and counted without a signal; a desk reads it', async ({
  browser,
  empty: app,
}) => {
  const { put } = await signedIn(app);
  const itIs = (day: string) => makeDay(app, day);
  await itIs('2027-05-05');
  const goose = { name: 'Goose', type: 'planter', rows: 4, rowWidthM: 0.762, cells: null };
  await put([['planter', randomUUID(), goose]]);
  const phone = await newDevice(browser, app, { keepsApp: true });
  const { page } = phone;
  await page.setViewportSize(PHONE);
  const signal = async (on: boolean) => {
    await phone.context.setOffline(!on);
    if (on) await allSent(page);
  };
  const fetchNews = async () => {
    await page.goto('/device');
    await page.getByRole('button', { name: 'Send and fetch now' }).click();
    await expect(page.getByText('Everything on this device is with the server.')).toBeVisible();
  };

  // Planted a week ago.
  await plantField(page, { grower: 'Sedge Farm', field: 'Sedge Flat', plantedOn: '2027-04-28' });

  // Its weather, and what follows.
  await visit(page, '/weather');
  await page.getByRole('button', { name: 'Bring a station’s file' }).click();
  await page.getByLabel('Name of the station').fill('Sedge gate');
  const sedge = (days: number) => ({
    name: 'sedge.csv',
    mimeType: 'text/csv',
    buffer: Buffer.from(weather(days)),
  });
  // A day that is still to come was not measured: April 10 to May 5 are 26 days.
  await page.getByLabel('Choose its CSV file').setInputFiles(sedge(27));
  await expect(page.getByText(/1 line is dated in the future/)).toBeVisible();
  await page.getByRole('button', { name: 'Keep 26 days' }).click();
  await page.getByText('Stands for no field yet: choose').click();
  await page.getByRole('checkbox', { name: 'Sedge Flat' }).click();
  await allSent(page);
  await visit(page, '/calendar');
  await page.getByRole('button', { name: /^Below ground, Sedge Flat/ }).click();
  await expect(page.getByText(/by the heat of this field/)).toBeVisible();
  await page.goto('/calendar');
  await page.getByRole('button', { name: /^Flag and count, Sedge Flat/ }).waitFor();
  await page.getByRole('button', { name: /^Below ground, Sedge Flat/ }).click();

  // Dug on one's knees, where there is no signal.
  await signal(false);
  await page.getByRole('link', { name: 'Dig for the seeds' }).click();
  // The planting's screen has a link of the same name: not before that screen is there.
  await page.waitForURL(/\/below$/);
  await page.getByRole('link', { name: 'Dig for the seeds' }).click();
  await page.getByRole('radio', { name: 'moist soil' }).click();
  const keys = await standsStill(page, '[data-state]');
  for (let seed = 0; seed < 5; seed++) {
    await page.locator('[data-state=root]').click();
    await page.getByRole('button', { name: '2 in and parts' }).click();
    await page.locator('[data-depth="2.0"]').click();
  }
  await keys();
  await keptHere(page);
  await page.getByRole('link', { name: 'See what it means so far' }).click();
  await expect(page.getByTestId('below-headline')).toHaveText(/^5 of 5 seeds are on course/);
  await signal(true);

  // Two visits, two days apart, without a signal.
  const counted = [
    ['2027-05-08', [2, 3, 1, 2]],
    ['2027-05-10', [18, 19, 20, 17]],
    ['2027-05-12', [7, 6, 7, 8]],
  ] as const;
  for (const [day, plants] of counted) {
    await itIs(day);
    await fetchNews();
    await page.goto('/');
    await expect(page.getByRole('heading', { level: 1 })).toHaveText(
      `Today, May ${Number(day.slice(8))}, 2027`,
    );
    await page.getByRole('link', { name: /^(Flag lengths to count in|Count what is up)$/ }).click();
    await signal(false);
    if (day === counted[0][0]) {
      await page.getByRole('link', { name: 'Flag lengths to count in' }).click();
      await page.getByLabel('Length between the flags').fill('17 ft 5 in');
      await page.getByRole('button', { name: 'Flag 4 lengths, and count' }).click();
    } else await page.getByRole('link', { name: 'Count what is up' }).click();
    if (day === counted[0][0]) {
      // A plant that is up gets a flag where it stands.
      await page.getByRole('radio', { name: 'Flags' }).click();
      const row = page.getByRole('img', { name: /of row, \d flags/ });
      await row.click({ position: { x: 200, y: 60 } });
      await expect(row).toHaveAccessibleName(/1 flags, 1 of them set now/);
      await page.getByRole('button', { name: 'Undo' }).click();
    }
    await page.getByRole('radio', { name: 'Numbers' }).click();
    for (const [i, n] of plants.entries())
      await page.getByRole('textbox', { name: `newly up, Row ${i + 1}` }).fill(String(n));
    await keptHere(page);
    await signal(true);
  }

  const desk = await newDevice(browser, app);
  await desk.page.setViewportSize({ width: 1280, height: 800 });
  await visit(desk.page, '/weather');
  await desk.page.getByRole('button', { name: /^Bring the newest file of Sedge gate/ }).click();
  await desk.page.getByLabel('Choose its CSV file').setInputFiles(sedge(33));
  await desk.page.getByRole('button', { name: 'Keep 33 days' }).click();
  await allSent(desk.page);
  await visit(desk.page, '/calendar');
  await desk.page.getByText('Month', { exact: true }).click();
  for (const visit of ['Below ground', 'Flag and count', 'Emergence count 2'])
    await expect(
      desk.page.getByRole('button', { name: new RegExp(`^${visit}, Sedge Flat.*Done May`) }),
    ).toBeVisible();
  await desk.page.getByRole('button', { name: /^Emergence count 2, Sedge Flat/ }).click();
  await desk.page.getByRole('link', { name: 'Count what is up' }).click();
  await expect(desk.page.getByTestId('emergence-headline')).toHaveText(
    /^Half were up by .*May (9|10)/,
  );
  await expect(desk.page.getByText(/^Half were up after 1\d\d.°F·d of heat/)).toBeVisible();
  await accessible(desk.page, 'emergence of a spring');
  await Promise.all([phone.context.close(), desk.context.close()]);
});
