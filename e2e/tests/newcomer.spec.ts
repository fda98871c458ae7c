import { allSent, expect, test } from '../app.ts';

test('a field with a new grower is kept in one go, and a half-filled form is still there', async ({
  browser,
  empty,
}) => {
  const context = await browser.newContext({ baseURL: empty.url });
  const page = await context.newPage();
  await page.goto('/fields');
  await allSent(page);
  await page.getByRole('button', { name: 'Add a field' }).click();
  await page.getByRole('combobox', { name: 'Grower' }).fill('');
  await page.getByRole('button', { name: 'Keep', exact: true }).click();
  await expect(page.getByText(/Choose the grower, or type a new name/)).toBeVisible();
  await expect(page.getByText('Enter a name for the field.')).toBeHidden();
  await page.getByRole('combobox', { name: 'Grower' }).fill('Quill & Daughters');
  await page.getByRole('textbox', { name: 'Area (optional)' }).fill('38 ac');

  // Called away: another screen, then the battery is empty.
  await page.getByRole('link', { name: 'Today' }).first().click();
  await page.goto('/fields');
  await expect(page.getByText('As you left it', { exact: false })).toBeVisible();
  await expect(page.getByRole('combobox', { name: 'Grower' })).toHaveValue('Quill & Daughters');
  await expect(page.getByRole('textbox', { name: 'Area (optional)' })).toHaveValue('38 ac');
  await page.getByRole('textbox', { name: 'Field name' }).fill('Sedge Piece');
  await page.getByRole('button', { name: 'Keep', exact: true }).click();
  await expect(page.getByRole('heading', { name: 'Quill & Daughters' })).toBeVisible();
  await expect(page.getByText('Sedge Piece')).toBeVisible();

  // The next field of the same grower: chosen by its name, not made again.
  await page.getByRole('button', { name: 'Add a field' }).click();
  await page.getByRole('combobox', { name: 'Grower' }).fill('quill & daughters');
  await page.getByRole('textbox', { name: 'Field name' }).fill('Alder Strip');
  await page.keyboard.press('Enter');
  await expect(page.getByText('Alder Strip')).toBeVisible();
  await expect(page.getByRole('heading', { name: 'Quill & Daughters' })).toHaveCount(1);

  // A planting needs no variety; given up, nothing of it comes back.
  await page.getByRole('button', { name: 'Add a planting on Alder Strip' }).click();
  const form = page.getByRole('form', { name: 'New planting' });
  await form.getByLabel('Row width').fill('30 in');
  await form.getByLabel('Seeding rate').fill('30k');
  await page.reload();
  await expect(form.getByLabel('Seeding rate')).toHaveValue('30k');
  await form.getByRole('button', { name: 'Cancel' }).click();
  await page.reload();
  await expect(page.getByText('Alder Strip')).toBeVisible();
  await expect(form).toBeHidden();
  await page.getByRole('button', { name: 'Add a planting on Alder Strip' }).click();
  await form.getByLabel('Row width').fill('30 in');
  await form.getByLabel('Seeding rate').fill('30k');
  await form.getByRole('button', { name: 'Keep', exact: true }).click();
  await expect(page.getByRole('link', { name: /^Corn, / })).toBeVisible();
  await allSent(page);
  await context.close();
});
