import type { Page } from '@playwright/test';
import type { App } from '../app.ts';
import { openPage } from './openPage.ts';
import { report } from './report.ts';

/** Texts that make figures huge, tiny or long: what a slip of the finger or a pasted cell holds. */
const TEXTS = ['320000', '-25000', '9e99', '1e-320', '99999999999999999999', 'x'.repeat(5000)];
/** Of the cells of one column of a grid, so many are typed into. */
const ALIKE = 2;
/** Fields of a screen that are typed into: later ones are of the same kinds. */
const MOST_FIELDS = 24;

/** Screens with fields to fill, and what opens their forms. */
async function screens(app: App): Promise<[path: string, opens?: string][]> {
  const one = async (sql: string) => (await app.sql<{ id: string }>(sql))[0]!.id;
  const planting = await one(
    `SELECT p.id FROM plantings p JOIN fields f ON f.id = p.field_id WHERE f.name = 'Long Forty' AND p.season = 2027`,
  );
  const east = await one(
    `SELECT c.planting_id AS id FROM replant_cases c JOIN plantings p ON p.id = c.planting_id WHERE p.season = 2027 LIMIT 1`,
  );
  const walk = await one(
    `SELECT id FROM walks WHERE planting_id = '${planting}' AND payload->>'purpose' = 'stand' LIMIT 1`,
  );
  const stop = await one(`SELECT id FROM stops WHERE walk_id = '${walk}' LIMIT 1`);
  const planter = await one(`SELECT id FROM planters WHERE name = 'Goose'`);
  const trial = await one(`SELECT id FROM trials LIMIT 1`);
  return [
    ['/fields', 'Add a field'],
    [`/plantings/${planting}`, 'Edit'],
    [`/plantings/${planting}/walk`],
    [`/plantings/${planting}/plan`],
    [`/plantings/${planting}/emergence/flag`],
    [`/plantings/${planting}/trial`],
    [`/plantings/${planting}/trench`],
    [`/plantings/${east}/replant`],
    [`/walks/${walk}?stop=1`, 'Type numbers'],
    [`/walks/${walk}/stops/${stop}/tape`],
    [`/trials/${trial}`],
    ['/targets'],
    ['/depth'],
    ['/convert'],
    ['/settings'],
    [`/planters/${planter}/workshop`],
  ];
}

/** Repetitions of a text that blocked the page; the shortest counts, so that load from other programs does not. */
const AGAIN = 3;

/** Types each text into the fields of a screen, and gives the longest time that the page did not answer, ms. */
async function longestTask(page: Page): Promise<number> {
  await page.evaluate(() => {
    for (const fold of document.querySelectorAll('details')) fold.open = true;
    const tasks: number[] = [];
    Object.assign(window, { longTasks: tasks });
    new PerformanceObserver((list) => {
      for (const { duration } of list.getEntries()) tasks.push(duration);
    }).observe({ type: 'longtask' });
  });
  const longestSince = () =>
    page.evaluate(() =>
      Math.max(0, ...(window as unknown as { longTasks: number[] }).longTasks.splice(0)),
    );
  let longest = 0;
  const columns = new Map<string, number>();
  const fields = page.locator(
    'main :is(input:not([type=checkbox], [type=radio], [type=file], [type=range], [type=hidden], [readonly]), textarea):visible:enabled',
  );
  const last = Math.min(MOST_FIELDS, await fields.count());
  for (let i = 0; i < last; i++) {
    const field = fields.nth(i);
    const cell = await field.getAttribute('data-cell', { timeout: 2000 }).catch(() => null);
    if (cell !== null) {
      const column = (await field.getAttribute('aria-label'))?.split(',')[0] ?? '';
      columns.set(column, (columns.get(column) ?? 0) + 1);
      if (columns.get(column)! > ALIKE) continue;
    }
    for (const text of TEXTS) {
      let least = Infinity;
      for (let time = 0; time < AGAIN && least > longest; time++) {
        await longestSince();
        // A field of days takes no other text.
        const typed = await field.fill(text, { timeout: 2000 }).catch(() => 'refused');
        if (typed === 'refused') break;
        await field.blur({ timeout: 2000 }).catch(() => {});
        // After the last text, wait for debounced work too.
        await page.waitForTimeout(text === TEXTS.at(-1) ? 700 : 120);
        least = Math.min(least, await longestSince());
        if (least > longest) await field.fill('', { timeout: 2000 }).catch(() => {});
      }
      if (Number.isFinite(least)) longest = Math.max(longest, least);
    }
  }
  return longest;
}

/** No figure, however odd, makes a screen stand still. */
export async function typing(app: App, only = process.argv[3]): Promise<void> {
  console.log('\nHostile input: longest time a screen does not answer');
  const { browser, page } = await openPage(app);
  for (const [path, opens] of await screens(app)) {
    if (only && !path.includes(only)) continue;
    await page.goto(path);
    await page.locator('h1').first().waitFor();
    // Wait for the calculations of opening: only typing is measured.
    await page.waitForTimeout(4000);
    if (opens) await page.getByRole('button', { name: opens }).first().click();
    report(path.replace(/[\da-f-]{36}/g, '…'), await longestTask(page), 'ms', 200);
  }
  await browser.close();
}
