import { spawn, type ChildProcess } from 'node:child_process';
import { fileURLToPath } from 'node:url';
import { demoScenario, DEMO_PLANTINGS, simulatePlanterLog } from '@sendero/core/simulation';
import { logText } from '@sendero/stand-ins';
import type { Page } from '@playwright/test';
import { expect, freePort, newDevice, openPlanting, test } from '../app.ts';

const ROOT = fileURLToPath(new URL('../..', import.meta.url));

/** The simulated monitor of the planter in Long Forty; the sensor of row 5 counts every seed twice. */
async function startPlanter(port: number): Promise<ChildProcess> {
  const child = spawn(
    process.execPath,
    [
      '--import',
      'tsx',
      'stand-ins/src/planterLog.ts',
      '--serve',
      String(port),
      '--speed',
      '50',
      '--bias',
      '5=2',
    ],
    { cwd: ROOT, stdio: ['ignore', 'ignore', 'pipe'] },
  );
  await new Promise((resolve) => child.stderr!.once('data', resolve));
  return child;
}

async function openMonitor(page: Page): Promise<void> {
  await openPlanting(page, 'Long Forty');
  await page.getByRole('link', { name: /^Trench check, done/ }).click();
  await page.getByRole('link', { name: /^Monitor against ground/ }).click();
  await expect(page.getByTestId('monitor-verdict')).toBeVisible();
}

const simulated = (records: number) =>
  [
    ...logText(
      simulatePlanterLog({
        scenario: demoScenario(DEMO_PLANTINGS[0]!),
        seed: 4,
        startAt: '2027-04-28T08:00:00Z',
        sensorBias: { 5: 2 },
      }),
      records,
      'csv',
    ),
  ].join('');

test('a planter log: columns guessed, broken lines named, row 5 found to count too many', async ({
  browser,
  demo,
}) => {
  const { context, page } = await newDevice(browser, demo);
  await openMonitor(page);
  const lines = simulated(6000).split('\n');
  lines[100] = lines[100]!.replace(/,[^,]*$/, '');
  lines[2000] = 'rubbish';
  const choose = page.locator('input[accept*="geojson"]');
  await choose.setInputFiles({
    name: 'goose.csv',
    mimeType: 'text/csv',
    buffer: Buffer.from(lines.join('\n')),
  });
  const columns = page.getByRole('form', { name: 'Columns of the log' });
  await expect(columns.getByLabel('Dropped population', { exact: true })).toHaveValue(
    'dropped_population_per_ac',
  );
  await expect(columns.getByLabel('Unit of Speed')).toHaveValue('mph');
  await columns.getByRole('button', { name: 'Read the log' }).click();
  const log = page.getByRole('listitem').filter({ hasText: 'goose.csv' });
  await expect(log).toContainText('5,998 records, 2 broken lines left out');
  await log.getByText('Broken lines', { exact: true }).click();
  await expect(log).toContainText('Line 101: 10 of 11 columns');
  await expect(log).toContainText('Line 2001: 1 of 11 columns');
  await expect(page.getByText(/^The monitor, row 5, reads high/)).toBeVisible();
  await choose.setInputFiles({
    name: 'shopping.txt',
    mimeType: 'text/plain',
    buffer: Buffer.from('eggs'),
  });
  await expect(page.getByRole('alert')).toContainText('no planter log');
  // Sent by mistake: gone from the server with its records, once it is said twice.
  await log.getByRole('button', { name: 'Delete goose.csv' }).click();
  await page.getByRole('dialog').getByRole('button', { name: 'Delete', exact: true }).click();
  await expect(log).toBeHidden();
  expect(await demo.sql('SELECT 1 FROM planter_log_records')).toHaveLength(0);
  await context.close();
});

test('live from the planter: figures by row, taken into the check', async ({ browser, demo }) => {
  const port = await freePort();
  const planter = await startPlanter(port);
  const { context, page } = await newDevice(browser, demo);
  try {
    await openMonitor(page);
    await page.getByLabel('Address of the planter’s stream').fill(`http://127.0.0.1:${port}/`);
    await page.getByRole('button', { name: 'Connect' }).click();
    await expect(page.getByTestId('live-row')).toHaveCount(12);
    await expect(page.getByText(/^[\d]{3,} records/)).toBeVisible({ timeout: 20_000 });
    await page.getByRole('button', { name: 'Take these figures' }).click();
    await expect(page.getByText(/^The monitor, row 5, reads high/)).toBeVisible();
    planter.kill();
    await expect(page.getByRole('alert')).toContainText(/broke off|ended/);
    await page.getByRole('button', { name: 'Connect' }).click();
    await expect(page.getByRole('alert')).toContainText('Nothing answers at this address');
  } finally {
    planter.kill();
    await context.close();
  }
});
