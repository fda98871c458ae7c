// Refreshes docs/screenshots from a running demo: npm start, then npm run screenshots [name …].
import { chromium, type Page } from '@playwright/test';
import {
  demoField,
  demoScenario,
  DEMO_PLANTINGS,
  simulatePlanterLog,
} from '@sendero/core/simulation';
import { logText } from '@sendero/stand-ins';

const base = process.env.BASE_URL ?? 'http://127.0.0.1:4180';
const only = process.argv.slice(2);

const open = (field: string) => async (page: Page) => {
  await page.goto(`${base}/fields`);
  const section = page
    .locator('main div')
    .filter({ has: page.getByRole('button', { name: `More about ${field}` }) })
    .last();
  await section.locator('xpath=..').getByRole('link').first().click();
  await page.getByRole('heading', { level: 1, name: field }).waitFor();
};
const result = (field: string) => async (page: Page) => {
  await open(field)(page);
  await page.getByRole('link', { name: /row by row/ }).click();
  await page.getByTestId('population').waitFor();
};
const capture = async (page: Page) => {
  await open('Long Forty')(page);
  await page.getByRole('link', { name: 'Counts' }).first().click();
  await page.getByTestId('stop-density').waitFor();
};

const trenchResult = async (page: Page) => {
  await open('Long Forty')(page);
  await page.getByRole('link', { name: /^Trench check, done/ }).click();
  await page.getByTestId('trench-verdict').waitFor();
};
const trench = async (page: Page) => {
  await trenchResult(page);
  await page.getByRole('link', { name: 'Back to the rows' }).click();
  await page.locator('[data-row="4"]').first().click();
};

const card = async (page: Page) => {
  await page.goto(`${base}/planters`);
  await page.getByRole('link', { name: 'Planter card' }).first().click();
  await page.getByTestId('worst-rows').waitFor();
};

const DESK = { width: 1280, height: 800 };
const PHONE = { width: 390, height: 844 };
const shots: {
  name: string;
  size: { width: number; height: number };
  go(page: Page): Promise<unknown>;
  whole?: boolean;
  dark?: boolean;
}[] = [
  { name: 'today', size: DESK, go: (page) => page.goto(base) },
  { name: 'visits', size: DESK, go: (page) => page.goto(`${base}/calendar`) },
  { name: 'weather', size: DESK, whole: true, go: (page) => page.goto(`${base}/weather`) },
  { name: 'planter-card', size: DESK, whole: true, go: card },
  { name: 'planting', size: DESK, whole: true, go: open('Long Forty') },
  {
    name: 'plan',
    size: DESK,
    async go(page) {
      await open('Windmill East')(page);
      await page.goto(`${page.url()}/plan`);
      await page.getByText(/about \d/).waitFor();
      await page.waitForTimeout(800);
    },
  },
  {
    name: 'map',
    size: DESK,
    async go(page) {
      await page.goto(`${base}/map`);
      const find = page.getByRole('combobox', { name: 'Find a field or coordinates' });
      await find.fill('The Apron');
      // Offered once the field has come to this device.
      await page.getByRole('option', { name: /^The Apron/ }).waitFor();
      await find.press('Enter');
      await page.getByRole('heading', { name: 'Map of The Apron' }).waitFor();
      await page.locator('[data-testid=map][data-drawn]').waitFor();
      await page.waitForTimeout(500);
    },
  },
  {
    name: 'emergence',
    size: DESK,
    whole: true,
    go: async (page) => {
      await open('Long Forty')(page);
      await page.getByRole('link', { name: /^Emergence, done/ }).click();
      await page.getByText(/^Row 4 was half up/).waitFor();
    },
  },
  {
    name: 'workshop',
    size: DESK,
    whole: true,
    async go(page) {
      await card(page);
      await page.getByRole('link', { name: /^Workshop list/ }).click();
      await page.getByRole('button', { name: 'Put on the list' }).first().click();
      await page.getByRole('button', { name: 'Close' }).click();
    },
  },
  { name: 'capture-phone', size: PHONE, go: capture },
  {
    name: 'tape-phone',
    size: PHONE,
    go: async (page) => {
      await capture(page);
      await page.goto(page.url().replace(/(\?.*)?$/, '?stop=1'));
      await page.getByRole('button', { name: /^Row 9,/ }).click();
      await page.getByRole('link', { name: /^Tape/ }).click();
      await page.getByTestId('tape-sd').waitFor();
    },
  },
  {
    name: 'result',
    size: DESK,
    whole: true,
    go: async (page) => {
      await result('Long Forty')(page);
      await page.locator('.recharts-bar').first().waitFor();
    },
  },
  {
    name: 'trials',
    size: DESK,
    whole: true,
    async go(page) {
      await page.goto(`${base}/trials`);
      await page.getByTestId('running-answer').waitFor();
    },
  },
  {
    name: 'trial',
    size: DESK,
    whole: true,
    async go(page) {
      await page.goto(`${base}/trials`);
      await page.getByRole('link', { name: /^Windmill East 2026/ }).click();
      await page.getByTestId('answer').waitFor();
      await page.waitForTimeout(1200);
    },
  },
  {
    name: 'replant',
    size: DESK,
    whole: true,
    async go(page) {
      await open('Windmill East')(page);
      await page.goto(`${page.url()}/replant`);
      await page.getByTestId('advice').waitFor();
      await page.waitForTimeout(2500);
    },
  },
  { name: 'trench-phone', size: PHONE, go: trench },
  {
    name: 'trench-result',
    size: DESK,
    whole: true,
    go: trenchResult,
  },
  {
    name: 'monitor',
    size: DESK,
    whole: true,
    go: async (page) => {
      await trenchResult(page);
      await page.getByRole('link', { name: /^Monitor against ground/ }).click();
      const log = simulatePlanterLog({
        scenario: demoScenario(DEMO_PLANTINGS[0]!),
        seed: 4,
        startAt: '2027-04-28T08:00:00Z',
        sensorBias: { 5: 2 },
        placeOf: demoField('Long Forty', 40)!.fromCorner,
      });
      await page.locator('input[accept*="geojson"]').setInputFiles({
        name: 'goose, Long Forty.csv',
        mimeType: 'text/csv',
        buffer: Buffer.from([...logText(log, 12_000, 'csv')].join('')),
      });
      await page.getByRole('button', { name: 'Read the log' }).click();
      await page.getByText('12,000 records').first().waitFor();
    },
  },
  {
    name: 'gaps-phone',
    size: PHONE,
    go: async (page) => {
      await capture(page);
      await page.goto(page.url().replace(/(\?.*)?$/, '?stop=1'));
      await page.getByRole('button', { name: /^Row 4,/ }).click();
      await page.getByRole('link', { name: /^Gaps/ }).click();
      await page
        .getByRole('button', { name: /^Gap at .*row 4/ })
        .first()
        .click();
      await page.getByTestId('points-to').waitFor();
    },
  },
];

const browser = await chromium.launch({
  executablePath: process.env.CHROMIUM ?? '/usr/bin/chromium',
  args: ['--no-sandbox'],
});
for (const { name, size, go, whole } of shots) {
  if (only.length > 0 && !only.includes(name)) continue;
  const page = await browser.newPage({ viewport: size, deviceScaleFactor: 1 });
  page.on('pageerror', (error) => console.error(name, error.message));
  await page.goto(base);
  await page.getByRole('heading', { name: /^Today/ }).waitFor();
  await page.getByText('All sent').waitFor();
  // The season has arrived once its trials have: this link stands only where there are some.
  await page.getByRole('link', { name: 'Trials', exact: true }).first().waitFor();
  await page.waitForLoadState('networkidle');
  await go(page);
  await page.evaluate(() => window.scrollTo(0, 0));
  await page.waitForTimeout(400);
  await page.screenshot({
    path: new URL(`../docs/screenshots/${name}.png`, import.meta.url).pathname,
    fullPage: whole ?? false,
  });
  await page.close();
}
await browser.close();
