import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { expect, it } from 'vitest';
import { isInstalled } from './dependencies.mjs';
import { ROOT } from './run.mjs';

const lock = {
  '': { name: 'sendero' },
  web: { version: '0.1.0' },
  'node_modules/@sendero/web': { resolved: 'web', link: true },
  'node_modules/express': { version: '5.1.0' },
  'node_modules/fsevents': { version: '2.3.3', optional: true },
  'web/node_modules/react': { version: '19.3.1' },
};
const installed = {
  'node_modules/express': { version: '5.1.0' },
  'web/node_modules/react': { version: '19.3.1' },
};

it('what npm ci has installed is not installed again', () => {
  expect(isInstalled(lock, installed)).toBe(true);
  const packages = (...path) => JSON.parse(readFileSync(join(ROOT, ...path), 'utf8')).packages;
  expect(
    isInstalled(packages('package-lock.json'), packages('node_modules', '.package-lock.json')),
  ).toBe(true);
});

it('nothing installed, another version or a missing package is', () => {
  expect(isInstalled(lock, null)).toBe(false);
  expect(isInstalled(lock, { ...installed, 'node_modules/express': { version: '4.0.0' } })).toBe(
    false,
  );
  const { 'web/node_modules/react': _, ...without } = installed;
  expect(isInstalled(lock, without)).toBe(false);
});
