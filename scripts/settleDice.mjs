// Settle against brute force, the long form: two thousand random starts of the
// demo setups, each against every single change, every pair of changes and, where
// Settle finds nothing, twenty thousand random settings.
// `npm run dice:settle -- 200 1000` takes 200 starts and 1000 throws. The short
// form is part of `npm test`.
import { spawn } from 'node:child_process';
import { availableParallelism } from 'node:os';
import { join } from 'node:path';
import pLimit from 'p-limit';
import { checkNode, installPackages } from './lib/packages.mjs';
import { root } from './lib/paths.mjs';
import { main, say } from './lib/say.mjs';

/** So many starts in one run of the test: a failure is then found again soon. */
const STARTS_AT_ONCE = 70;

/** One run of the test; answers what it printed when it failed, otherwise nothing. */
function run(seed, starts, throws) {
  return new Promise((resolve) => {
    const child = spawn(join(root, 'node_modules/.bin/jest'), ['--selectProjects', 'contract', '--testPathPatterns', 'settledDemo'], {
      cwd: root,
      env: {
        ...process.env,
        GANGWAY_DICE: String(seed),
        GANGWAY_STARTS: String(starts),
        GANGWAY_THROWS: String(throws),
        GANGWAY_PAIRS: 'all',
      },
      stdio: ['ignore', 'ignore', 'pipe'],
    });
    let printed = '';
    child.stderr.on('data', (chunk) => (printed += chunk));
    child.on('error', (error) => resolve(String(error)));
    child.on('close', (code) => resolve(code === 0 ? '' : printed));
  });
}

const whole = (text, first, name) => {
  const count = Number(text ?? first);
  if (!Number.isInteger(count) || count < 1) throw new Error(`${name} is a whole number from 1, not “${text}”.`);
  return count;
};

await main(async () => {
  checkNode();
  installPackages();
  const starts = whole(process.argv[2], 2000, 'How many starts');
  const throws = whole(process.argv[3], 20_000, 'How many throws');
  const first = Number(process.env.GANGWAY_DICE ?? Math.floor(Math.random() * 2 ** 20));
  const limit = pLimit(Math.max(1, availableParallelism()));
  let failed = 0;
  let done = 0;
  await Promise.all(
    Array.from({ length: Math.ceil(starts / STARTS_AT_ONCE) }, (_, i) =>
      limit(async () => {
        const count = Math.min(STARTS_AT_ONCE, starts - i * STARTS_AT_ONCE);
        const printed = await run(first + i, count, throws);
        done += count;
        say(`${done} of ${starts} starts, GANGWAY_DICE=${first + i}: ${printed === '' ? 'nothing found' : 'FAILED'}`);
        if (printed === '') return;
        failed++;
        say(printed.replace(/^[^]*deep equality/, ''));
      }),
    ),
  );
  say(failed === 0 ? 'Brute force found nothing simpler and nothing missed.' : `${failed} runs failed.`);
  process.exit(failed === 0 ? 0 : 1);
});
