import { readFile } from 'node:fs/promises';
import type { Page } from '@playwright/test';
import { accessible } from '../accessible.ts';
import { textOf } from '../printed.ts';
import { allSent, expect, newDevice, test, visit } from '../app.ts';

async function openCard(page: Page, planter: string) {
  await visit(page, '/planters');
  await page
    .locator('section')
    .filter({ has: page.getByRole('heading', { name: planter, exact: true }) })
    .getByRole('link', { name: 'Planter card' })
    .click();
  await expect(page.getByRole('heading', { level: 1 })).toHaveText(`${planter}, 2027`);
}

test('from what a season found to a printed sheet, and last year’s repair proven, at a desk', async ({
  browser,
  demo,
}) => {
  const { context, page } = await newDevice(browser, demo);
  await openCard(page, 'Goose');

  // The demo's faults, and nothing else.
  const worst = page.getByTestId('worst-rows');
  await expect(worst.getByRole('button')).toHaveText([
    /^Row 4: ¾.in too shallow/,
    /^Row 9: a gap at every 24th seed/,
  ]);
  await expect(page.getByText(/^Rows 6 and 7, behind the tyres, show/)).toBeVisible();
  const why = page.getByRole('region', { name: 'Why', exact: true });
  await expect(why.getByText('Depth stop set differently: row 4')).toBeVisible();
  await why.getByRole('link', { name: 'More of this cause' }).first().click();
  await expect(page.getByRole('heading', { level: 1 })).toHaveText('Depth stop set differently');
  await accessible(page, 'page of a cause');
  await page.goBack();
  await expect(why.getByText('Depth stop set differently: row 4')).toBeVisible();
  await accessible(page, 'planter card', { colours: true });

  // One tap from the finding to the list.
  await page.getByRole('link', { name: /^Workshop list/ }).click();
  const found = page.getByRole('region', { name: 'Found, and not on the list' });
  await expect(found).toContainText('Set row 4 deeper by 3 steps');
  await found.getByRole('button', { name: 'Put on the list' }).first().click();
  const column = (name: string) => page.getByRole('region', { name, exact: true });
  await expect(column('To do')).toContainText('Set row 4 deeper by 3 steps');
  // Last winter's repair is proven, so its item is closed.
  await expect(column('Closed')).toContainText(
    /It worked: [⅜½⅝].in too shallow before, on target since, \d+ seeds\./,
  );

  // Who and when: half-filled, found again, kept; it stands in the calendar on that day.
  await column('To do')
    .getByRole('button', { name: /^Set row 4/ })
    .click();
  const form = page.getByRole('form', { name: 'Edit the item' });
  await form.getByLabel('Who (optional)').fill('Teo Lindqvist');
  await page.reload();
  await expect(form.getByLabel('Who (optional)')).toHaveValue('Teo Lindqvist');
  await form.getByLabel('Due (optional)').fill('2027-06-02');
  await form.getByLabel('Cost, in your own money (optional)').fill('a lot');
  await form.getByRole('button', { name: 'Keep', exact: true }).click();
  await expect(form).toContainText('Enter the cost as a figure.');
  await form.getByLabel('Cost, in your own money (optional)').fill('120');
  await form.getByRole('button', { name: 'Keep', exact: true }).click();
  await expect(form).toBeHidden();
  await accessible(page, 'workshop list');

  const sheet = await textOf(await page.pdf());
  expect(sheet).toContain('Goose, workshop sheet 2027');
  expect(sheet).toMatch(/4 \+3 \(¾ in deeper\) Set row 4 deeper by 3 steps/);
  expect(sheet).toContain('Teo Lindqvist');
  expect(sheet).not.toContain('Put on the list');
  const [table] = await Promise.all([
    page.waitForEvent('download'),
    page.getByRole('button', { name: 'As a table (CSV)' }).click(),
  ]);
  const csv = await readFile(await table.path(), 'utf8');
  expect(csv).toMatch(/4,Set row 4 deeper by 3 steps.*Teo Lindqvist,2027-06-02/);

  // By mouse to the parts, by key to done; then what next season has to look at.
  const item = page.getByRole('button', { name: /^Set row 4/ });
  const [from, to] = [await item.boundingBox(), await column('Parts ordered').boundingBox()];
  await page.mouse.move(from!.x + 30, from!.y + 20);
  await page.mouse.down();
  await page.mouse.move(to!.x + 60, to!.y + 60, { steps: 6 });
  await page.mouse.up();
  await expect(column('Parts ordered')).toContainText('Set row 4 deeper');
  await item.focus();
  await page.keyboard.press('Shift+ArrowRight');
  await expect(column('In hand')).toContainText('Set row 4 deeper');
  await item.focus();
  await page.keyboard.press('Shift+ArrowRight');
  await expect(column('Done')).toContainText(
    /Next season’s proof: depth of row 4 again, \d+ seeds to within ¼.in\./,
  );
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect(column('In hand')).toContainText('Set row 4 deeper');
  await item.click();
  await accessible(page, 'an item of the workshop list', { within: 'dialog' });
  await page.keyboard.press('Escape');
  await allSent(page);

  await visit(page, '/calendar');
  await expect(
    page.getByRole('region', { name: /^Wed, Jun 2/ }).getByRole('button', { name: /Set row 4/ }),
  ).toBeVisible();
  await context.close();
});
