import { existsSync } from 'node:fs';
import { isRoot } from './paths.mjs';
import { aptInstall } from './postgres.mjs';
import { say, Trouble } from './say.mjs';

export const CHROMIUM = '/usr/bin/chromium';

/** Independent readers of pictures, by which the tests judge what Gangway writes: program and Debian's package. */
const READERS = {
  vipsheader: 'libvips-tools',
  identify: 'imagemagick',
  exiftool: 'libimage-exiftool-perl',
  unzip: 'unzip',
  pdftotext: 'poppler-utils',
};

/** Makes sure that they are there for the tests. */
export function ensureReaders() {
  const missing = Object.entries(READERS).flatMap(([program, name]) =>
    ['/usr/bin', '/usr/local/bin'].some((folder) => existsSync(`${folder}/${program}`)) ? [] : [name],
  );
  if (missing.length === 0) return;
  if (!isRoot)
    throw new Trouble(
      `The tests need ${missing.join(', ')}. Run once:\n\n    sudo apt-get install -y ${missing.join(' ')}\n\nand start again.`,
    );
  say('Installing readers of pictures and papers for the tests …');
  aptInstall(...missing);
}

/** Makes sure that Debian's Chromium is there for the browser tests. */
export function ensureChromium() {
  if (existsSync(CHROMIUM)) return;
  if (!isRoot) throw new Trouble('Chromium is not installed. Run once:\n\n    sudo apt-get install -y chromium\n\nand start again.');
  say('Installing Chromium …');
  aptInstall('chromium');
}
