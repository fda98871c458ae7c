import { existsSync } from 'node:fs';
import { installDebianPackages } from './debian.mjs';

/** The shell without windows does the same pages with a fifth to a third less work. */
const BROWSERS = [
  '/usr/bin/chromium-headless-shell',
  '/usr/bin/chromium',
  '/usr/bin/chromium-browser',
  '/usr/bin/google-chrome',
];
const found = () => BROWSERS.find((path) => existsSync(path));

/** Where the browser of the end-to-end tests is; installs one when there is none. */
export async function ensureBrowser() {
  if (!found()) await installDebianPackages(['chromium-headless-shell'], 'a browser for the tests');
  return found();
}
