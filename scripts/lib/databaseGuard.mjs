// Stops the database of a data folder when the start command that started it is
// gone without doing so. It is started by it with a pipe, in which it is told
// each server that was started, and which closes with it.
import { join } from 'node:path';
import { databaseOf, isServerOf } from './instance.mjs';

/** The server that was still answering somebody has this long to end first, ms. */
const GRACE_MS = 1500;

const cluster = join(process.argv[2] ?? '', 'postgres');
let told = '';
// Ctrl+C in a terminal reaches the whole group; this ends with the pipe alone.
for (const signal of ['SIGINT', 'SIGHUP']) process.on(signal, () => undefined);
process.stdin.on('data', (chunk) => (told += chunk));
process.stdin.once('end', () => {
  const own = Number(told.trim().split('\n').at(-1));
  // Another command may run a server of its own on the folder by now: only ours is meant.
  const isOurs = () => databaseOf(cluster) === own && isServerOf(cluster);
  if (!isOurs()) process.exit(0);
  setTimeout(() => {
    if (isOurs()) process.kill(own, 'SIGINT');
    process.exit(0);
  }, GRACE_MS);
});
