// Invented lenses, the long form: twenty of them draw the test chart with noise,
// and what is measured has to be what they are. `npm run dice:lens -- 5` takes
// five, `-- 5 11` those from the eleventh on. The short form, with one, is part of `npm test`.
import { spawnSync } from 'node:child_process';
import { join } from 'node:path';
import { checkNode, installPackages } from './lib/packages.mjs';
import { root } from './lib/paths.mjs';
import { main } from './lib/say.mjs';

await main(() => {
  checkNode();
  installPackages();
  const lenses = Number(process.argv[2] ?? 20);
  const first = Number(process.argv[3] ?? 1);
  if (!Number.isInteger(lenses) || lenses < 1) throw new Error(`How many lenses is a whole number from 1, not “${process.argv[2]}”.`);
  if (!Number.isInteger(first) || first < 1) throw new Error(`The first lens is a whole number from 1, not “${process.argv[3]}”.`);
  const { status } = spawnSync(join(root, 'node_modules/.bin/jest'), ['--selectProjects', 'core', '--testPathPatterns', 'chartSharpness'], {
    cwd: root,
    env: { ...process.env, GANGWAY_LENSES: String(lenses), GANGWAY_FIRST_LENS: String(first) },
    stdio: 'inherit',
  });
  if (status !== 0) process.exitCode = 1;
});
