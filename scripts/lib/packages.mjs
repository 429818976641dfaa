import { createHash } from 'node:crypto';
import { existsSync, mkdirSync, readFileSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { root } from './paths.mjs';
import { run, say, Trouble } from './say.mjs';

const OLDEST_NODE = [20, 19];

/** Refuses a Node that the packages cannot run on. */
export function checkNode() {
  const [major, minor] = process.versions.node.split('.').map(Number);
  if (major < OLDEST_NODE[0] || (major === OLDEST_NODE[0] && minor < OLDEST_NODE[1])) {
    throw new Trouble(`Gangway needs Node ${OLDEST_NODE.join('.')} or newer; this is ${process.versions.node}.`);
  }
}

/** Installs the packages when the lock file is not the one last installed here. */
export function installPackages() {
  const lock = createHash('sha256')
    .update(readFileSync(join(root, 'package-lock.json')))
    .digest('hex');
  const stamp = join(root, 'node_modules', '.gangway-installed');
  if (existsSync(stamp) && readFileSync(stamp, 'utf8') === lock) return;
  say('Installing packages (this takes a minute the first time) …');
  // Not `npm ci`: it refuses a lock file from which a registry left out builds for other systems.
  run('npm', ['install', '--no-save', '--no-fund', '--no-audit'], { cwd: root });
  mkdirSync(join(root, 'node_modules'), { recursive: true });
  writeFileSync(stamp, lock);
}
