import { existsSync } from 'node:fs';
import { isRoot } from './paths.mjs';
import { aptInstall } from './postgres.mjs';
import { say, Trouble } from './say.mjs';

export const CHROMIUM = '/usr/bin/chromium';

/** Makes sure that Debian's Chromium is there for the browser tests. */
export function ensureChromium() {
  if (existsSync(CHROMIUM)) return;
  if (!isRoot) throw new Trouble('Chromium is not installed. Run once:\n\n    sudo apt-get install -y chromium\n\nand start again.');
  say('Installing Chromium …');
  aptInstall('chromium');
}
