import { spawnSync } from 'node:child_process';

/** A trouble that the person at the terminal can do something about: printed as it is, without a stack. */
export class Trouble extends Error {}

/** Prints a line of progress. */
export function say(line) {
  process.stdout.write(`${line}\n`);
}

/** Runs a command to its end; on failure throws a Trouble with the tail of what it printed. */
export function run(command, args, options = {}) {
  const done = spawnSync(command, args, { encoding: 'utf8', maxBuffer: 64 * 1024 * 1024, ...options });
  if (done.error) throw new Trouble(`${command} could not be run: ${done.error.message}`);
  if (done.status !== 0) {
    throw new Trouble(`${command} ${args.join(' ')} failed:\n${tail(`${done.stdout}${done.stderr}`)}`);
  }
  return done.stdout;
}

/** The last lines of a text. */
export function tail(text, lines = 40) {
  return text.trimEnd().split('\n').slice(-lines).join('\n');
}

/** Runs a script's main part and turns a Trouble into a plain sentence and a failing exit. */
export async function main(part) {
  try {
    await part();
  } catch (error) {
    process.stderr.write(`\n${error instanceof Trouble ? error.message : (error.stack ?? error)}\n`);
    process.exit(1);
  }
}
