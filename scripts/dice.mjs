// Looks for what no example has shown yet: the property tests again and again,
// every time with other throws. `npm run dice -- 10` does it ten times.
import { spawnSync } from 'node:child_process';
import { readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import { checkNode, installPackages } from './lib/packages.mjs';
import { root } from './lib/paths.mjs';
import { main, say } from './lib/say.mjs';

/** The projects that need no database. */
const PROJECTS = {
  core: 'packages/core/src',
  messages: 'packages/messages/src',
  contract: 'packages/contract/src',
  web: 'apps/web/src',
  'command line': 'bin/src',
};

await main(async () => {
  checkNode();
  installPackages();
  const times = Number(process.argv[2] ?? 3);
  if (!Number.isInteger(times) || times < 1) throw new Error(`How often to throw is a whole number from 1, not “${process.argv[2]}”.`);
  const files = Object.values(PROJECTS).flatMap((folder) =>
    readdirSync(join(root, folder), { recursive: true })
      .filter((path) => /\.test\.tsx?$/.test(path))
      .map((path) => join(root, folder, path))
      .filter((path) => readFileSync(path, 'utf8').includes("from 'fast-check'")),
  );
  let failed = 0;
  for (let i = 1; i <= times; i++) {
    // A seed of its own for each time, said, so that a failure is found again.
    const seed = Math.floor(Math.random() * 2 ** 31);
    const { status, stderr } = spawnSync(
      join(root, 'node_modules/.bin/jest'),
      ['--selectProjects', ...Object.keys(PROJECTS), '--runTestsByPath', ...files],
      { cwd: root, env: { ...process.env, GANGWAY_DICE: String(seed) }, encoding: 'utf8', maxBuffer: 1 << 28 },
    );
    const summary = /^Tests:.*$/m.exec(stderr)?.[0] ?? 'no tests ran';
    say(`${i} of ${times}, GANGWAY_DICE=${seed}: ${summary.replace(/^Tests: */, '')}`);
    if (status !== 0) {
      failed++;
      say(stderr.replace(/^[^]*Summary of all failing tests/, '').replace(/^Ran all test suites[^]*$/m, ''));
    }
  }
  process.exit(failed === 0 ? 0 : 1);
});
