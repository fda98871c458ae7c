import { chromium } from '@playwright/test';
const base = 'http://127.0.0.1:4180';
const [script] = process.argv.slice(2);
const browser = await chromium.launch({
  executablePath: '/usr/bin/chromium',
  args: ['--no-sandbox'],
});
const PHONE = { width: 390, height: 844 },
  DESK = { width: 1280, height: 800 };
const open = async (size: any) => {
  const page = await browser.newPage({ viewport: size });
  page.on('pageerror', (e) => console.log('ERR', e.message));
  page.on('console', (m) => m.type() === 'error' && console.log('CON', m.text()));
  await page.goto(base);
  await page.getByRole('heading', { name: /^Today/ }).waitFor();
  await page.getByText('All sent').waitFor();
  return page;
};
const shot = (page: any, name: string, full = true) =>
  page.screenshot({ path: `/tmp/shots/${name}.png`, fullPage: full });
await (await import(script!)).default({ open, shot, PHONE, DESK, base });
await browser.close();
