import { existsSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import { Advice, ROOT, run } from './run.mjs';

const packagesOf = (file) =>
  existsSync(file) ? (JSON.parse(readFileSync(file, 'utf8')).packages ?? {}) : null;

/**
 * Whether what npm says it installed is what the lock file names, whoever installed it. What is only for other machines may be missing.
 *
 * @param wanted `packages` of package-lock.json; @param installed `packages` of node_modules/.package-lock.json, null where there is none
 */
export function isInstalled(wanted, installed) {
  return (
    installed !== null &&
    Object.entries(wanted).every(
      ([path, { version, link, optional }]) =>
        !path.includes('node_modules/') || link || optional || installed[path]?.version === version,
    )
  );
}

/** Installs what package-lock.json names, unless exactly that is installed already. */
export async function ensureDependencies() {
  const [major] = process.versions.node.split('.').map(Number);
  if (major < 20) throw new Advice(`Node.js 20 or newer is needed; this is ${process.version}.`);
  const wanted = packagesOf(join(ROOT, 'package-lock.json'));
  if (isInstalled(wanted, packagesOf(join(ROOT, 'node_modules', '.package-lock.json')))) return;
  console.log('Installing dependencies …');
  if ((await run('npm', ['ci', '--no-audit', '--no-fund', '--loglevel=error'])) !== 0)
    throw new Advice('npm ci failed: see above. Is the package registry reachable?');
}
