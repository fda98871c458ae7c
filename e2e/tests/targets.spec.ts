import { expect, newDevice, test } from '../app.ts';

test('the quick card works without any field, either way round', async ({ browser, empty }) => {
  const { context, page } = await newDevice(browser, empty);
  await page.getByRole('link', { name: 'Reckoner' }).click();
  await page.getByLabel('Row width').fill('30');
  await page.getByLabel('Seeding rate').fill('32k');
  await expect(page.getByTestId('card-spacing')).toContainText('6.53');
  await expect(page.getByLabel('Live stand expected')).toHaveValue(/28,900/);
  await page.getByLabel('One seed every').fill('6');
  await expect(page.getByLabel('Seeding rate')).toHaveValue(/34,800/);
  await page.getByLabel('Live stand expected').fill('30,000');
  await expect(page.getByLabel('Seeding rate')).toHaveValue(/33,200/);
  await page.getByLabel('Length of row').fill('17 ft 5.1 in');
  await page.getByLabel(/^Seeds in 17/).fill('34');
  await expect(page.getByLabel('Seeding rate')).toHaveValue(/34,000/);
  await page.getByLabel('Area').fill('100 ac');
  await page.getByLabel('Reserve').fill('0');
  await expect(page.getByTestId('seed-needed')).toContainText('43 bags');
  // A drill is set by mass.
  await page.getByLabel('Crop').selectOption('wheat');
  await page.getByLabel('Seeding rate').fill('1,200,000/ac');
  await page.getByLabel('Seed size').fill('12000');
  await expect(page.getByTestId('seed-needed')).toContainText('100.0 lb/ac');
  // What cannot be read says so and takes nothing away.
  await page.getByLabel('Row width').fill('wide');
  await expect(page.getByText('is not a number with a unit')).toBeVisible();
  await context.close();
});

test('how deep: the schools part as the dry layer grows, and the machine is mended first', async ({
  browser,
  empty,
}) => {
  const { context, page } = await newDevice(browser, empty);
  await page.goto('/depth');
  const school = (name: string) => page.locator(`[data-school=${name}]`);
  await expect(school('fixedWindow')).toHaveText('2⅛in');
  await expect(school('followMoisture')).toHaveText('1⅞in');
  await page.getByLabel('Dry layer').fill('2 1/4');
  await expect(school('followMoisture')).toHaveText('2¾in');
  await expect(school('fixedWindow')).toHaveText('2½in');
  await expect(page.getByRole('img', { name: /^Furrow in cross-section/ })).toHaveAttribute(
    'aria-label',
    /seed at 2¾/,
  );
  await page.getByRole('checkbox', { name: 'slot not closing' }).click();
  await expect(page.getByText('Mend the closing first')).toBeVisible();
  await expect(school('followMoisture')).toHaveText('2¾in');
  await page.getByRole('checkbox', { name: 'cannot be mended today' }).click();
  await expect(school('followMoisture')).toHaveText('3in');
  await page.getByLabel('Crop').selectOption('soybean');
  await page.getByLabel('Planting on').fill('2027-04-20');
  await expect(school('earlyShallow')).toBeVisible();
  await context.close();
});

test('how deep: read, set, read again, and a closed tab loses none of it', async ({
  browser,
  empty,
}) => {
  const { context, page } = await newDevice(browser, empty);
  await page.setViewportSize({ width: 390, height: 844 });
  await page.goto('/depth');
  const next = page.getByRole('region', { name: 'Next' });
  await expect(next).toContainText(/Read at 1⅞.in first/);
  const read = async (at: string | null, value: string) => {
    if (at) await page.getByLabel('Read at').fill(at);
    await page.getByLabel('or a sensor’s figure').fill(value);
    await page.getByRole('button', { name: 'Add the reading' }).click();
  };
  await read('2', '18');
  await expect(page.getByText('Enter the level you call adequate')).toBeVisible();
  await page.getByLabel('Your adequate level').fill('30');
  await page.getByRole('button', { name: 'Add the reading' }).click();
  await expect(next).toContainText(/Set 2½.in and read there/);
  await expect(next).toContainText(/on to 3.in/);
  // The place that is to be read stands there already.
  await read(null, '27');
  await expect(next).toContainText(/Set 3.in and read there/);
  await page.close();
  const later = await context.newPage();
  await later.goto('/depth');
  await later.getByLabel('or a sensor’s figure').fill('38');
  await later.getByRole('button', { name: 'Add the reading' }).click();
  await expect(later.getByRole('region', { name: 'Next' })).toContainText(/Stay at 3.in/);
  await expect(later.locator('[data-school=fixedWindow]')).toHaveText('2½in');
  await later.getByRole('radio', { name: /Fixed window/ }).click();
  await expect(later.getByRole('region', { name: 'Next' })).toContainText(/wait for rain/);
  await context.close();
});
