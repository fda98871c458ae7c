import { createHash } from 'node:crypto';
import { existsSync, readdirSync, readFileSync, statSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { Advice, quiet, ROOT } from './run.mjs';

export const WEB_FOLDER = join(ROOT, 'web', 'dist');
const STAMP = join(WEB_FOLDER, '.stamp');

function* filesBelow(path) {
  if (statSync(path).isFile()) yield path;
  else
    for (const name of readdirSync(path).sort())
      if (name !== 'dist' && name !== 'node_modules') yield* filesBelow(join(path, name));
}

/** Builds the app, unless the build there is of exactly these sources. */
export async function ensureBuild() {
  const hash = createHash('sha256');
  for (const place of ['package-lock.json', 'core/src', 'web']) {
    for (const file of filesBelow(join(ROOT, place))) hash.update(file).update(readFileSync(file));
  }
  const now = hash.digest('hex');
  if (existsSync(STAMP) && readFileSync(STAMP, 'utf8') === now) return;
  console.log('Building the app …');
  try {
    await quiet('npx', ['vite', 'build', '--logLevel', 'warn'], { cwd: join(ROOT, 'web') });
  } catch (error) {
    throw new Advice(`The app could not be built.\n${error.message}`);
  }
  writeFileSync(STAMP, now);
}
