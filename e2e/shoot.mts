import { chromium, type Page } from '@playwright/test';
const base = 'http://127.0.0.1:4600';
const only = process.argv.slice(2);
const open = (field: string) => async (page: Page) => {
  await page.goto(`${base}/fields`);
  const s = page
    .locator('main div')
    .filter({ has: page.getByRole('button', { name: `More about ${field}` }) })
    .last();
  await s.locator('xpath=..').getByRole('link').first().click();
  await page.getByRole('heading', { level: 1, name: field }).waitFor();
};
const trenchResult = async (page: Page) => {
  await open('Long Forty')(page);
  await page.getByRole('link', { name: /^Trench check, done/ }).click();
  await page.getByTestId('trench-verdict').waitFor();
};
const go: Record<string, (p: Page) => Promise<unknown>> = {
  today: (p) => p.goto(base),
  fields: (p) => p.goto(base + '/fields'),
  planters: (p) => p.goto(base + '/planters'),
  targets: (p) => p.goto(base + '/targets'),
  depth: (p) => p.goto(base + '/depth'),
  convert: (p) => p.goto(base + '/convert'),
  settings: (p) => p.goto(base + '/settings'),
  device: (p) => p.goto(base + '/device'),
  planting: open('Long Forty'),
  plantingdue: open('Windmill East'),
  result: async (p) => {
    await open('Long Forty')(p);
    await p.getByRole('link', { name: /row by row/ }).click();
    await p.getByTestId('population').waitFor();
  },
  startwalk: async (p) => {
    await open('Windmill East')(p);
    await p.getByRole('link', { name: 'Walk the stand' }).click();
    await p.getByRole('radiogroup').waitFor();
  },
  trenchresult: trenchResult,
  monitor: async (p) => {
    await trenchResult(p);
    await p.getByRole('link', { name: /^Monitor against ground/ }).click();
    await p.getByTestId('monitor-verdict').waitFor();
  },
  trench: async (p) => {
    await trenchResult(p);
    await p.getByRole('link', { name: 'Back to the rows' }).click();
    await p.locator('[data-row="4"]').first().click();
  },
  capture: async (p) => {
    await open('Long Forty')(p);
    await p.getByRole('link', { name: 'Counts' }).first().click();
    await p.getByTestId('stop-density').waitFor();
  },
  tape: async (p) => {
    await go.capture!(p);
    await p.goto(p.url().replace(/(\?.*)?$/, '?stop=1'));
    await p.getByRole('button', { name: /^Row 9,/ }).click();
    await p.getByRole('link', { name: 'Tape, row 9' }).click();
    await p.getByTestId('tape-sd').waitFor();
  },
  starttrench: async (p) => {
    await p.goto(base);
    await p.getByRole('button', { name: 'Check', exact: true }).click();
    await p.getByText('Treated seed:').waitFor();
  },
};
const b = await chromium.launch({
  executablePath: '/usr/bin/chromium-headless-shell',
  args: ['--no-sandbox'],
});
for (const [size, vp] of [
  ['desk', { width: 1280, height: 800 }],
  ['phone', { width: 390, height: 844 }],
] as const) {
  const shots: [string, string][] = [];
  for (const name of Object.keys(go)) {
    if (only.length > 0 && !only.includes(name) && !only.includes(`${name}-${size}`)) continue;
    const c = await b.newContext({ viewport: vp });
    const p = await c.newPage();
    p.on('pageerror', (e) => console.log(name, e.message));
    await p.goto(base);
    await p.getByText('All sent').first().waitFor();
    await go[name]!(p);
    await p.evaluate(() => scrollTo(0, 0));
    await p.waitForTimeout(500);
    const buf = await p.screenshot({ fullPage: !!process.env.FULL });
    shots.push([name, buf.toString('base64')]);
    await c.close();
  }
  const per = 4;
  for (let i = 0; i < shots.length; i += per) {
    const p = await b.newPage({
      viewport: { width: per === 1 ? 1280 : size === 'desk' ? 1800 : 1600, height: 100 },
    });
    const w = per === 1 ? 1280 : size === 'desk' ? 890 : 390;
    await p.setContent(
      `<body style="margin:4px;background:#888;display:flex;flex-wrap:wrap;gap:6px">${shots
        .slice(i, i + per)
        .map(
          ([n, d]) =>
            `<figure style="margin:0"><figcaption style="font:12px sans-serif">${n}</figcaption><img width=${w} src="data:image/png;base64,${d}"></figure>`,
        )
        .join('')}</body>`,
    );
    await p.waitForTimeout(200);
    await p.screenshot({ path: `/tmp/shots-${size}-${i / per}.png`, fullPage: true });
    await p.close();
    console.log(
      size,
      i / per,
      shots
        .slice(i, i + per)
        .map((x) => x[0])
        .join(' '),
    );
  }
}
await b.close();
