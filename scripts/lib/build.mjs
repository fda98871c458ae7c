import { createHash } from 'node:crypto';
import { existsSync, readdirSync, readFileSync, statSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { Advice, quiet, ROOT } from './run.mjs';
import { SERVER_BUNDLE, STATION_BUNDLE } from './server.mjs';

export const WEB_FOLDER = join(ROOT, 'web', 'dist');
const STAMP = join(WEB_FOLDER, '.stamp');

function* filesBelow(path) {
  if (statSync(path).isFile()) yield path;
  else
    for (const name of readdirSync(path).sort())
      if (name !== 'dist' && name !== 'node_modules') yield* filesBelow(join(path, name));
}

/** How anything that Node.js runs is put into one piece. */
const FOR_NODE = {
  absWorkingDir: ROOT,
  bundle: true,
  platform: 'node',
  format: 'esm',
  target: 'node20',
  sourcemap: true,
  logLevel: 'warning',
};

/** One file of a program, the core and their packages: it starts in half the time, since nothing is compiled or looked for on the way. */
async function bundle(entry, outfile) {
  const { build } = await import('esbuild');
  await build({
    ...FOR_NODE,
    entryPoints: [entry],
    outfile,
    // Every start reads the map: without the sources, which lie beside it.
    sourcesContent: false,
    // Packages of the old kind ask for others while they run; what they may ask for and nobody installed stays out.
    banner: {
      js: "import { createRequire } from 'node:module'; const require = createRequire(import.meta.url);",
    },
    external: ['pg-native', 'pg-hstore'],
    alias: {
      '@sendero/core/simulation': join(ROOT, 'core/src/simulation/index.ts'),
      '@sendero/core': join(ROOT, 'core/src/index.ts'),
    },
  });
}

/**
 * The core in one piece, for the tests of rooms that only use it: module by module it takes each worker of each room five seconds.
 * @returns file by the name it is imported under
 */
export async function bundleCore() {
  const { build } = await import('esbuild');
  const outdir = join(ROOT, 'core', 'dist');
  await build({
    ...FOR_NODE,
    entryPoints: { core: 'core/src/index.ts', simulation: 'core/src/simulation/index.ts' },
    outdir,
    outExtension: { '.js': '.mjs' },
    splitting: true,
  });
  return {
    '@sendero/core/simulation': join(outdir, 'simulation.mjs'),
    '@sendero/core': join(outdir, 'core.mjs'),
  };
}

/** Builds the app, unless the build there is of exactly these sources. */
export async function ensureBuild() {
  const hash = createHash('sha256');
  for (const place of ['package-lock.json', 'core/src', 'server/src', 'stand-ins/src', 'web']) {
    for (const file of filesBelow(join(ROOT, place))) hash.update(file).update(readFileSync(file));
  }
  const now = hash.digest('hex');
  if (existsSync(STAMP) && readFileSync(STAMP, 'utf8') === now) return;
  console.log('Building the app …');
  try {
    await Promise.all([
      quiet('npx', ['vite', 'build', '--logLevel', 'warn'], { cwd: join(ROOT, 'web') }),
      bundle('server/src/main.ts', SERVER_BUNDLE),
      bundle('stand-ins/src/weatherStation.ts', STATION_BUNDLE),
    ]);
  } catch (error) {
    throw new Advice(`The app could not be built.\n${error.message}`);
  }
  writeFileSync(STAMP, now);
}
