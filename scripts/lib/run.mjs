import { spawn } from 'node:child_process';
import { fileURLToPath } from 'node:url';

/** The checkout this script belongs to. */
export const ROOT = fileURLToPath(new URL('../..', import.meta.url));

/** An error whose message is all a person needs to see. */
export class Advice extends Error {}

/** Runs a command with its output shown; resolves with its exit code. */
export function run(command, args, options = {}) {
  return new Promise((resolve, reject) => {
    const child = spawn(command, args, { stdio: 'inherit', cwd: ROOT, ...options });
    child.on('error', reject);
    child.on('exit', (code, signal) => resolve(signal ? 1 : code));
  });
}

/** Runs a command and collects what it says. */
export async function collected(command, args, options = {}) {
  let output = '';
  const child = spawn(command, args, { cwd: ROOT, stdio: ['ignore', 'pipe', 'pipe'], ...options });
  child.stdout.on('data', (chunk) => (output += chunk));
  child.stderr.on('data', (chunk) => (output += chunk));
  const code = await new Promise((resolve, reject) => {
    child.on('error', reject);
    child.on('exit', (exitCode, signal) => resolve(signal ? 1 : exitCode));
  });
  return { code, output };
}

/** Runs a command quietly; throws with its output when it fails. */
export async function quiet(command, args, options = {}) {
  const { code, output } = await collected(command, args, options);
  if (code !== 0) throw new Error(`${command} ${args.join(' ')} failed:\n${output}`);
  return output;
}

/** Runs `main`, printing only the message of an Advice, and leaves with the right code. */
export async function entry(main) {
  try {
    await main();
  } catch (error) {
    console.error(error instanceof Advice ? `\n${error.message}\n` : error);
    process.exit(1);
  }
}

/** Waits until `done` answers true; gives up after the seconds given. */
export async function waitUntil(done, seconds, what) {
  const end = Date.now() + seconds * 1000;
  for (;;) {
    if (await done()) return;
    if (Date.now() > end) throw new Error(`${what} did not answer within ${seconds} s`);
    await new Promise((resolve) => setTimeout(resolve, 100));
  }
}
