// Stops the database of a data folder when the start command that started it is
// gone without doing so. Started by it with a pipe that closes with it.
import { join } from 'node:path';
import { databaseOf, isServerOf } from './instance.mjs';

/** The server that was still answering somebody has this long to end first, ms. */
const GRACE_MS = 1500;

const cluster = join(process.argv[2] ?? '', 'postgres');
// Ctrl+C in a terminal reaches the whole group; this ends with the pipe alone.
for (const signal of ['SIGINT', 'SIGHUP']) process.on(signal, () => undefined);
process.stdin.resume();
process.stdin.once('end', () => {
  // By now another start command may be about to run one of its own: only this one is meant.
  const pid = isServerOf(cluster) ? databaseOf(cluster) : null;
  if (pid === null) process.exit(0);
  setTimeout(() => {
    if (isServerOf(cluster) && databaseOf(cluster) === pid) process.kill(pid, 'SIGINT');
    process.exit(0);
  }, GRACE_MS);
});
