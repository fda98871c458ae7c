import { Advice, run } from './run.mjs';

const isRoot = () => process.getuid?.() === 0;
const environment = { ...process.env, DEBIAN_FRONTEND: 'noninteractive' };

/** Installs packages of Debian, or says exactly what to install when it may not. */
export async function installDebianPackages(packages, what) {
  const byHand = `sudo apt-get update && sudo apt-get install -y ${packages.join(' ')}`;
  if (!isRoot())
    throw new Advice(
      `${what} is not installed, and installing it needs root. Run:\n\n  ${byHand}\n\nand then start again.`,
    );
  console.log(`Installing ${what} …`);
  const updated = await run('apt-get', ['update', '-qq'], { env: environment }).catch(() => 1);
  const installed =
    updated === 0
      ? await run('apt-get', ['install', '-y', '-qq', '--no-install-recommends', ...packages], {
          env: environment,
          stdio: ['ignore', 'ignore', 'inherit'],
        })
      : 1;
  if (installed !== 0)
    throw new Advice(
      `${what} could not be installed. Install it by hand and start again:\n\n  ${byHand}`,
    );
}
