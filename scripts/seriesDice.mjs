// Series of frames with something wrong, the long form: a hundred are put
// together, and what is wrong has to be named. `npm run dice:assemble -- 30`
// takes thirty. The short form, with three, is part of `npm test`.
import { spawnSync } from 'node:child_process';
import { join } from 'node:path';
import { checkNode, installPackages } from './lib/packages.mjs';
import { root } from './lib/paths.mjs';
import { main } from './lib/say.mjs';

await main(() => {
  checkNode();
  installPackages();
  const series = Number(process.argv[2] ?? 100);
  if (!Number.isInteger(series) || series < 1) throw new Error(`How many series is a whole number from 1, not “${process.argv[2]}”.`);
  const { status } = spawnSync(join(root, 'node_modules/.bin/jest'), ['--selectProjects', 'vision', '--testPathPatterns', 'manySeries'], {
    cwd: root,
    env: { ...process.env, GANGWAY_SERIES: String(series) },
    stdio: 'inherit',
  });
  if (status !== 0) process.exitCode = 1;
});
