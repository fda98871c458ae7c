import { accessible } from '../accessible.ts';
import { expect, newDevice, openPlanting, test, visit } from '../app.ts';

test('axe finds nothing and nothing overflows: the rooms and a stand walk', async ({
  browser,
  demo,
}) => {
  const { context, page } = await newDevice(browser, demo);
  await page.goto('/');
  await expect(page.getByRole('heading', { name: 'To do' })).toBeVisible();
  await accessible(page, 'today', { colours: true });
  await visit(page, '/fields');
  await page.getByRole('button', { name: 'Add a field' }).click();
  await accessible(page, 'fields', { colours: true });
  await page.getByRole('button', { name: 'Cancel' }).click();
  await page.getByRole('button', { name: 'More about Quill & Daughters' }).click();
  await page.getByRole('menuitem', { name: 'Merge' }).click();
  await expect(page.getByRole('dialog')).toBeVisible();
  await accessible(page, 'merge', { within: 'dialog' });
  await page.keyboard.press('Escape');
  await visit(page, '/planters');
  await page.getByRole('button', { name: 'Add a planter' }).click();
  await accessible(page, 'planters');
  await visit(page, '/settings');
  await expect(page.getByLabel('Work as')).toBeVisible();
  await accessible(page, 'settings');
  await visit(page, '/convert');
  await page.getByLabel(/^Figure/).fill('17 ft 5 in');
  await accessible(page, 'convert');
  await visit(page, '/device');
  await expect(page.getByRole('heading', { name: 'This device', exact: true })).toBeVisible();
  await accessible(page, 'device');
  await openPlanting(page, 'Long Forty');
  await page.getByRole('button', { name: 'Edit', exact: true }).click();
  await page.getByRole('button', { name: 'Add a note' }).click();
  await accessible(page, 'planting');
  await page.getByRole('button', { name: 'Cancel' }).last().click();
  await page.getByRole('link', { name: /row by row/ }).click();
  await expect(page.locator('.recharts-bar').first()).toBeVisible();
  await accessible(page, 'result', { colours: true });
  await page.getByRole('button', { name: 'Weights' }).click();
  await expect(page.getByRole('dialog')).toBeVisible();
  await accessible(page, 'weights', { within: 'dialog' });
  await page.keyboard.press('Escape');
  await expect(page.getByRole('dialog')).toBeHidden();
  await page.getByRole('link', { name: 'Open the counts' }).click();
  await expect(page.getByTestId('stop-density')).toBeVisible();
  await accessible(page, 'capture', { colours: true });
  await page.getByRole('button', { name: 'Type numbers' }).click();
  await page.getByText('Another number').click();
  await expect(page.getByLabel('in step', { exact: true })).toBeVisible();
  await accessible(page, 'typed count');
  await page.getByRole('link', { name: /^Tape/ }).click();
  await expect(page.getByTestId('tape-plants')).toBeVisible();
  await accessible(page, 'tape');
  await context.close();
});

test('axe finds nothing and nothing overflows: planning and planting day', async ({
  browser,
  demo,
}) => {
  const { context, page } = await newDevice(browser, demo);
  await visit(page, '/targets');
  await expect(page.getByTestId('seed-needed')).toBeVisible();
  await accessible(page, 'targets');
  await visit(page, '/depth');
  await page.getByLabel('Dry layer').fill('2');
  await page.getByRole('radio', { name: 'marginal' }).click();
  await page.getByRole('button', { name: 'Add the reading' }).click();
  await page.getByRole('checkbox', { name: 'slot not closing' }).click();
  await accessible(page, 'how deep');
  await openPlanting(page, 'Long Forty');
  await page.getByRole('link', { name: /^Trench check, done/ }).click();
  await expect(page.getByTestId('trench-verdict')).toBeVisible();
  await page.getByText('Row by row in figures').click();
  await accessible(page, 'trench result');
  await page.getByRole('button', { name: /^Correct row/ }).click();
  await expect(page.getByRole('dialog')).toBeVisible();
  await accessible(page, 'correction', { within: 'dialog' });
  await page.keyboard.press('Escape');
  await page.getByRole('link', { name: /^Monitor against ground/ }).click();
  await expect(page.getByTestId('monitor-verdict')).toBeVisible();
  await accessible(page, 'monitor');
  await page.goBack();
  await page.getByRole('link', { name: 'Back to the rows' }).click();
  await expect(page.getByRole('radio', { name: 'Distances' })).toBeVisible();
  await accessible(page, 'trench check');
  for (const tab of ['Distances', 'Furrow', 'Moisture']) {
    await page.getByRole('radio', { name: tab }).click();
    await accessible(page, `trench check, ${tab}`, { within: 'aside' });
  }
  await page.keyboard.press('Shift+?');
  await expect(page.getByRole('dialog')).toBeVisible();
  await accessible(page, 'keys', { within: 'dialog' });
  await page.keyboard.press('Escape');
  await page.goto('/');
  await page.getByRole('button', { name: 'Check', exact: true }).click();
  await expect(page.getByText('Treated seed:')).toBeVisible();
  await accessible(page, 'start of a trench check');
  await openPlanting(page, 'Kiln Corner');
  await page.getByRole('link', { name: 'New stand walk' }).click();
  await expect(page.getByRole('radiogroup')).toBeVisible();
  await accessible(page, 'start walk');
  await context.close();
});

test('axe finds nothing and nothing overflows: weather, visits, plants and what is decided', async ({
  browser,
  demo,
}) => {
  const { context, page } = await newDevice(browser, demo);
  await page.goto('/weather');
  await accessible(page, 'weather');
  await page.getByRole('button', { name: 'Bring a station’s file' }).click();
  await page.getByLabel('Choose its CSV file').setInputFiles({
    name: 'bench.csv',
    mimeType: 'text/csv',
    buffer: Buffer.from(
      'Date,High (°F),Low (°F),Rain (in)\n5/1/2027,warm,51,0\n5/3/2027,74,50,0\n',
    ),
  });
  await page.getByText('1 figure is text: left out').click();
  await accessible(page, 'a weather file being read');
  await visit(page, '/calendar');
  await page.getByRole('button', { name: /^Plant digs, The Apron/ }).waitFor();
  await accessible(page, 'visits');
  await openPlanting(page, 'Heron Bottom');
  const planting = new URL(page.url()).pathname;
  await visit(page, `${planting}/below`);
  await expect(page.getByTestId('below-headline')).toBeVisible();
  await accessible(page, 'below ground');
  await visit(page, `${planting}/below/dig`);
  await page.getByText('Treated seed:').waitFor();
  await accessible(page, 'digging for seeds');
  await visit(page, `${planting}/tags`);
  await page.getByRole('button', { name: 'Tag a late plant' }).click();
  await accessible(page, 'tagged plants');
  await openPlanting(page, 'Long Forty');
  const emergence = `${new URL(page.url()).pathname}/emergence`;
  await visit(page, emergence);
  await expect(page.getByTestId('emergence-headline')).toBeVisible();
  await accessible(page, 'emergence');
  for (const [way, screen] of [
    ['count', 'counting what is up'],
    ['flag', 'flagging lengths'],
  ] as const) {
    await visit(page, `${emergence}/${way}`);
    await page.getByRole('main').getByRole('button').first().waitFor();
    await accessible(page, screen);
  }
  await visit(page, '/causes');
  await accessible(page, 'table of causes');
  await visit(page, '/trials');
  await expect(page.getByTestId('running-answer')).toBeVisible();
  await accessible(page, 'trials');
  await context.close();
});
