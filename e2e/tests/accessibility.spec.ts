import AxeBuilder from '@axe-core/playwright';
import { expect, newDevice, openPlanting, test } from '../app.ts';

const SIZES = {
  desk: { width: 1280, height: 800 },
  phone: { width: 390, height: 844 },
  'small phone': { width: 360, height: 640 },
};

for (const [size, viewport] of Object.entries(SIZES)) {
  for (const scheme of size === 'desk' ? ['light', 'dark'] : ['light']) {
    test(`axe finds no violation and nothing overflows: ${size}, ${scheme}`, async ({
      browser,
      demo,
    }) => {
      const { context, page } = await newDevice(browser, demo);
      await page.setViewportSize(viewport);
      await page.evaluate(
        (value) => localStorage.setItem('mantine-color-scheme-value', value),
        scheme,
      );
      const check = async (screen: string) => {
        // The small phone shows what the phone shows: only what overflows there is new.
        if (size !== 'small phone') {
          const { violations } = await new AxeBuilder({ page }).analyze();
          expect(
            violations.map(
              ({ id, nodes }) =>
                `${screen}: ${id} ${nodes.map(({ target }) => target).join(' | ')}`,
            ),
          ).toEqual([]);
        }
        expect(
          await page.evaluate(
            () => document.documentElement.scrollWidth - document.documentElement.clientWidth,
          ),
          `${screen} overflows`,
        ).toBeLessThanOrEqual(0);
      };
      await page.goto('/');
      await expect(page.getByRole('heading', { name: 'To do' })).toBeVisible();
      await check('today');
      await page.goto('/fields');
      await page.getByRole('button', { name: 'Add a field' }).click();
      await page.getByRole('button', { name: 'Add a planter' }).click();
      await check('fields');
      await page.goto('/device');
      await expect(page.getByRole('heading', { name: 'This device' })).toBeVisible();
      await check('device');
      await openPlanting(page, 'Long Forty');
      await page.getByRole('button', { name: 'Edit' }).click();
      await check('planting');
      await page.getByRole('link', { name: /row by row/ }).click();
      await expect(page.locator('.recharts-bar').first()).toBeVisible();
      await check('result');
      await page.getByRole('button', { name: 'Weights' }).click();
      await expect(page.getByRole('dialog')).toBeVisible();
      await check('weights');
      await page.keyboard.press('Escape');
      await page.getByRole('link', { name: 'Open the counts' }).click();
      await expect(page.getByTestId('stop-density')).toBeVisible();
      await check('capture');
      await page.getByRole('button', { name: 'Type numbers' }).click();
      await expect(page.getByLabel('in step')).toBeVisible();
      await check('typed count');
      await page.getByRole('link', { name: /^Tape/ }).click();
      await expect(page.getByTestId('tape-plants')).toBeVisible();
      await check('tape');
      await page.goto('/targets');
      await expect(page.getByTestId('seed-needed')).toBeVisible();
      await check('targets');
      await page.goto('/depth');
      await page.getByLabel('Dry layer').fill('2');
      await page.getByRole('button', { name: 'slot not closing' }).click();
      await check('how deep');
      await openPlanting(page, 'Long Forty');
      await page.getByRole('link', { name: /^Trench check, done/ }).click();
      await expect(page.getByTestId('trench-verdict')).toBeVisible();
      await page.getByText('Row by row in figures').click();
      await check('trench result');
      await page.getByRole('button', { name: /^Correct rows/ }).click();
      await expect(page.getByRole('dialog')).toBeVisible();
      await check('correction');
      await page.keyboard.press('Escape');
      await page.getByRole('link', { name: /^Monitor against ground/ }).click();
      await expect(page.getByTestId('monitor-verdict')).toBeVisible();
      await check('monitor');
      await page.goBack();
      await page.getByRole('link', { name: 'Back to the rows' }).click();
      await expect(page.getByRole('button', { name: 'Distances' })).toBeVisible();
      await check('trench check');
      for (const tab of ['Distances', 'Furrow', 'Moisture']) {
        await page.getByRole('button', { name: tab }).click();
        await check(`trench check, ${tab}`);
      }
      await page.keyboard.press('Shift+?');
      await expect(page.getByRole('dialog')).toBeVisible();
      await check('keys');
      await page.keyboard.press('Escape');
      await page.goto('/');
      await page.getByRole('button', { name: 'Check', exact: true }).click();
      await expect(page.getByText('Treated seed:')).toBeVisible();
      await check('start of a trench check');
      await openPlanting(page, 'Kiln Corner');
      await page.getByRole('link', { name: 'New stand walk' }).click();
      await expect(page.getByRole('radiogroup')).toBeVisible();
      await check('start walk');
      await context.close();
    });
  }
}
