// npm test: sets up what it needs, then lint, types, unit, server and end-to-end tests; ends with a summary.
import { existsSync, readFileSync, rmSync } from 'node:fs';
import { join } from 'node:path';
import { ensureBuild } from './lib/build.mjs';
import { installDebianPackages } from './lib/debian.mjs';
import { ensureDependencies } from './lib/dependencies.mjs';
import { startPostgres } from './lib/postgres.mjs';
import { entry, ROOT, run } from './lib/run.mjs';

const CHROMIUM = ['/usr/bin/chromium', '/usr/bin/chromium-browser', '/usr/bin/google-chrome'];
const chromium = () => CHROMIUM.find(existsSync);

await entry(async () => {
  await ensureDependencies();
  if (!chromium()) await installDebianPackages(['chromium'], 'Chromium');
  await ensureBuild();
  const cluster = await startPostgres({ name: 'test', fresh: true });
  const stop = () => void cluster.stop().then(() => process.exit(130));
  process.on('SIGINT', stop);
  process.on('SIGTERM', stop);

  const env = {
    ...process.env,
    DATABASE_URL: await cluster.url('sendero_test'),
    CHROMIUM: chromium(),
    FORCE_COLOR: '0',
  };
  const reports = {
    unit: join(ROOT, 'test-results', 'unit.json'),
    e2e: join(ROOT, 'e2e', 'test-results', 'results.json'),
  };
  Object.values(reports).forEach((file) => rmSync(file, { force: true }));
  const steps = [
    ['lint', 'npm', ['run', '--silent', 'lint'], ROOT],
    ['types', 'npm', ['run', '--silent', 'types'], ROOT],
    [
      'unit and server tests',
      'npx',
      [
        'vitest',
        'run',
        '--reporter=default',
        '--reporter=json',
        `--outputFile.json=${reports.unit}`,
      ],
      ROOT,
    ],
    ['end-to-end tests', 'npx', ['playwright', 'test'], join(ROOT, 'e2e')],
  ];
  const results = [];
  for (const [name, command, args, cwd] of steps) {
    console.log(`\n── ${name}`);
    results.push([name, (await run(command, args, { cwd, env })) === 0]);
  }
  await cluster.stop();

  const read = (file) => (existsSync(file) ? JSON.parse(readFileSync(file, 'utf8')) : null);
  const unit = read(reports.unit);
  const e2e = read(reports.e2e)?.stats;
  const passed = (unit?.numPassedTests ?? 0) + (e2e?.expected ?? 0);
  const failed = (unit?.numFailedTests ?? 0) + (e2e?.unexpected ?? 0) + (e2e?.flaky ?? 0);
  console.log('\n── summary');
  for (const [name, ok] of results) console.log(`${ok ? 'ok  ' : 'FAIL'}  ${name}`);
  console.log(`${passed} passed, ${failed} failed`);
  process.exit(results.every(([, ok]) => ok) && failed === 0 && passed > 0 ? 0 : 1);
});
