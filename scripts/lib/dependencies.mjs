import { createHash } from 'node:crypto';
import { existsSync, readFileSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { Advice, ROOT, run } from './run.mjs';

const STAMP = join(ROOT, 'node_modules', '.sendero-lock');

/** Installs what package-lock.json names, unless exactly that is installed already. */
export async function ensureDependencies() {
  const [major] = process.versions.node.split('.').map(Number);
  if (major < 20) throw new Advice(`Node.js 20 or newer is needed; this is ${process.version}.`);
  const lock = createHash('sha256')
    .update(readFileSync(join(ROOT, 'package-lock.json')))
    .digest('hex');
  if (existsSync(STAMP) && readFileSync(STAMP, 'utf8') === lock) return;
  console.log('Installing dependencies …');
  if ((await run('npm', ['ci', '--no-audit', '--no-fund', '--loglevel=error'])) !== 0)
    throw new Advice('npm ci failed: see above. Is the package registry reachable?');
  writeFileSync(STAMP, lock);
}
