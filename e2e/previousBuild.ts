import { execFileSync } from 'node:child_process';
import { existsSync, mkdirSync, readdirSync, rmSync, symlinkSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';

const ROOT = fileURLToPath(new URL('..', import.meta.url));

/** The last state of the app before records had versions: what is installed on devices out there. */
const BEFORE_VERSIONS = '0bf2482';

/** Builds the screens of that state from the history; gives the folder of the built app. */
export function previousBuild(): string {
  const folder = join(tmpdir(), `sendero-${BEFORE_VERSIONS}`);
  const built = join(folder, 'web', 'dist');
  if (existsSync(join(built, 'index.html'))) return built;
  rmSync(folder, { recursive: true, force: true });
  mkdirSync(folder, { recursive: true });
  const tar = execFileSync(
    'git',
    ['archive', BEFORE_VERSIONS, 'core', 'web', 'package.json', 'tsconfig.base.json'],
    {
      cwd: ROOT,
      maxBuffer: 1e9,
    },
  );
  execFileSync('tar', ['-x', '-C', folder], { input: tar });
  // Its packages are today's, but for its own core.
  for (const place of ['', 'core', 'web']) {
    const own = join(ROOT, place, 'node_modules');
    if (!existsSync(own)) continue;
    const modules = join(folder, place, 'node_modules');
    mkdirSync(modules);
    for (const name of readdirSync(own).filter((one) => one !== '@sendero'))
      symlinkSync(join(own, name), join(modules, name));
  }
  mkdirSync(join(folder, 'node_modules', '@sendero'));
  symlinkSync(join(folder, 'core'), join(folder, 'node_modules', '@sendero', 'core'));
  execFileSync(join(ROOT, 'node_modules', '.bin', 'vite'), ['build', '--logLevel', 'error'], {
    cwd: join(folder, 'web'),
    stdio: 'inherit',
  });
  return built;
}
