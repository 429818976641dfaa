// What the quick tests missed is tried with all of them, nearest first, for a
// limited time. A change that nobody has noticed by then counts as missed, so
// the share of noticed changes is rather told too low than too high.
import { spawn, spawnSync } from 'node:child_process';
import { cpSync, mkdirSync, readFileSync, symlinkSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { root } from './paths.mjs';
import { withChange } from './withChange.mjs';

/** So long tests may look for one change, ms. */
const LOOK_MS = 150_000;

const jest = join(root, 'node_modules/.bin/jest');
/** All tests that may notice a change of a file; without any, nobody notices. */
const HOW = ['--config', 'jest.mutate.config.mjs', '--runInBand', '--bail', '--silent', '--passWithNoTests', '--findRelatedTests'];

/** A copy of the sources in which files are changed. */
export function copyOfSources(folder) {
  mkdirSync(folder, { recursive: true });
  for (const name of ['packages', 'apps', 'bin', 'package.json', 'tsconfig.json', 'jest.config.mjs', 'jest.mutate.config.mjs', 'scripts'])
    cpSync(join(root, name), join(folder, name), {
      recursive: true,
      filter: (path) => !/node_modules|[\\/]dist([\\/]|$)/.test(path.slice(root.length)),
    });
  symlinkSync(join(root, 'node_modules'), join(folder, 'node_modules'));
  return folder;
}

/** Refuses a copy in which tests fail by themselves: every change would seem to be noticed. */
export function requireGreen(folder) {
  const { status } = spawnSync(jest, [...HOW, 'packages/core/src/angles.ts'], { cwd: folder, stdio: 'ignore' });
  if (status !== 0) throw new Error(`Tests fail in ${folder} without any change.`);
}

/** Whether any test notices a change within the time. */
export async function isNoticed(folder, change) {
  const path = join(folder, change.path);
  const before = readFileSync(path, 'utf8');
  writeFileSync(path, withChange(before, change));
  try {
    return await new Promise((done) => {
      const child = spawn(jest, [...HOW, change.path], { cwd: folder, stdio: 'ignore', detached: true });
      // Tests that only take long prove nothing.
      const late = setTimeout(() => {
        process.kill(-child.pid, 'SIGKILL');
        done(false);
      }, LOOK_MS);
      child.on('exit', (code) => {
        clearTimeout(late);
        done(code !== 0 && code !== null);
      });
    });
  } finally {
    writeFileSync(path, before);
  }
}
