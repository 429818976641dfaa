import { readFileSync, realpathSync, rmSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { Trouble } from './say.mjs';

// One Gangway to a data folder. A process is known by its number and the moment
// at which it began: a number alone may be another process’ by now.

/** When a process began, in ticks since the machine did; `null` when there is none. */
function begunAt(pid) {
  try {
    // The name in parentheses may hold anything; what follows it is separated by spaces.
    const after = readFileSync(`/proc/${pid}/stat`, 'utf8').split(')').at(-1) ?? '';
    return after.trim().split(' ')[19] ?? null;
  } catch {
    return null;
  }
}

/** The arguments of a process; none when there is no such process, or it is not to be seen. */
function argumentsOf(pid) {
  try {
    return readFileSync(`/proc/${pid}/cmdline`, 'utf8').split('\0');
  } catch {
    return [];
  }
}

const lockOf = (folder) => join(folder, 'running.json');

function lockIn(folder) {
  try {
    const { pid, begun, folder: of, url = null } = JSON.parse(readFileSync(lockOf(folder), 'utf8'));
    return { pid, begun, of, url };
  } catch {
    return null;
  }
}

/** Says in a data folder which process works on it, and where it listens. */
export function markRunning(folder, url = null) {
  writeFileSync(lockOf(folder), JSON.stringify({ pid: process.pid, begun: begunAt(process.pid), folder: realpathSync(folder), url }), {
    mode: 0o600,
  });
}

/** Takes the mark away again, if it is ours. */
export function unmarkRunning(folder) {
  if (lockIn(folder)?.pid === process.pid) rmSync(lockOf(folder), { force: true });
}

/**
 * Refuses to go on where another Gangway works on the folder. A mark that was
 * left by a crash, or came with a copy of the folder, does not count.
 */
export function refuseIfRunning(folder) {
  const lock = lockIn(folder);
  if (!lock || lock.pid === process.pid || lock.of !== realpathSync(folder)) return;
  const begun = begunAt(lock.pid);
  if (begun === null || begun !== lock.begun) return;
  throw new Trouble(
    `Gangway is running on ${folder} already${lock.url ? `: open ${lock.url}` : ''}. Stop it first, or choose another folder with GANGWAY_DATA.`,
  );
}

/** The process that a database’s own mark names; `null` when it names none. */
export function databaseOf(cluster) {
  try {
    return Number(readFileSync(join(cluster, 'postmaster.pid'), 'utf8').split('\n')[0]) || null;
  } catch {
    return null;
  }
}

/**
 * Whether the process that a database’s own mark names is the server of that
 * database. It may be gone, another one may have its number, or the folder may
 * be a copy of one that is in use.
 */
export function isServerOf(cluster) {
  const pid = databaseOf(cluster);
  if (pid === null) return false;
  const words = argumentsOf(pid);
  const at = words.indexOf('-D');
  return /(^|\/)postgres$/.test(words[0] ?? '') && at >= 0 && samePlace(words[at + 1], cluster);
}

function samePlace(path, other) {
  try {
    return realpathSync(path) === realpathSync(other);
  } catch {
    return false;
  }
}
