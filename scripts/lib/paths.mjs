import { accessSync, constants, statSync } from 'node:fs';
import { homedir } from 'node:os';
import { dirname, join, resolve } from 'node:path';
import { fileURLToPath } from 'node:url';

/** The top folder of Gangway. */
export const root = dirname(dirname(dirname(fileURLToPath(import.meta.url))));

export const isRoot = process.getuid?.() === 0;

/**
 * The data folder: GANGWAY_DATA, else `gangway` in the user's data directory.
 * Root's own home is closed to the user that the database must run as, so root
 * gets /var/lib/gangway.
 */
export function dataFolder(env = process.env) {
  if (env.GANGWAY_DATA) return resolve(env.GANGWAY_DATA);
  if (isRoot) return '/var/lib/gangway';
  return join(env.XDG_DATA_HOME || join(homedir(), '.local', 'share'), 'gangway');
}

/** The first folder above a path that other users may not pass through; `null` when there is none. */
export function closedAbove(path) {
  for (let folder = dirname(path); folder !== dirname(folder); folder = dirname(folder)) {
    try {
      accessSync(folder, constants.F_OK);
      if ((statSync(folder).mode & 0o001) === 0) return folder;
    } catch {
      // Not there yet: it will be made open.
    }
  }
  return null;
}
