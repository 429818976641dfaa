// Looks for what is lost: two hundred rounds of kills while somebody works, twenty
// thousand drawn requests, and a log of twenty thousand shots. `npm run chaos
// -- 20` does twenty rounds. The short form of all is part of `npm test`.
import { spawnSync } from 'node:child_process';
import { chmodSync, mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { buildStale } from './lib/build.mjs';
import { ensureChromium } from './lib/chromium.mjs';
import { checkNode, installPackages } from './lib/packages.mjs';
import { root } from './lib/paths.mjs';
import { startCluster } from './lib/postgres.mjs';
import { main, say } from './lib/say.mjs';

const REQUESTS = 20_000;
/** A property of more requests would take longer than one may. */
const REQUESTS_AT_ONCE = 5000;

await main(async () => {
  checkNode();
  installPackages();
  ensureChromium();
  await buildStale();
  const rounds = Number(process.argv[2] ?? 200);
  if (!Number.isInteger(rounds) || rounds < 1) throw new Error(`How many rounds is a whole number from 1, not “${process.argv[2]}”.`);
  const folder = mkdtempSync(join(tmpdir(), 'gangway-chaos-'));
  chmodSync(folder, 0o755);
  const cluster = await startCluster(folder, { durable: false });
  const run = (command, args, env) =>
    spawnSync(join(root, 'node_modules', '.bin', command), args, {
      cwd: root,
      env: { ...process.env, TEST_DATABASE_URL: cluster.adminUrl, ...env },
      stdio: 'inherit',
    }).status === 0;
  let failed = 0;
  try {
    // A seed of its own for each, said, so that a failure is found again.
    for (let sent = 0; sent < REQUESTS; sent += REQUESTS_AT_ONCE) {
      const seed = String(Math.floor(Math.random() * 2 ** 31));
      say(`${REQUESTS_AT_ONCE} requests, GANGWAY_DICE=${seed}`);
      const env = { GANGWAY_REQUESTS: String(REQUESTS_AT_ONCE), GANGWAY_DICE: seed };
      if (!run('jest', ['--selectProjects', 'server', '--testPathPatterns', 'anyRequest'], env)) failed++;
    }
    const seed = process.env.GANGWAY_DICE ?? String(Math.floor(Math.random() * 2 ** 31));
    say(`${rounds} rounds, GANGWAY_DICE=${seed}`);
    if (!run('playwright', ['test', 'chaos.spec', '--retries=0'], { GANGWAY_ROUNDS: String(rounds), GANGWAY_DICE: seed })) failed++;
    if (!run('playwright', ['test', 'log.spec', '-g', 'thousands of shots', '--retries=0'], { GANGWAY_SHOTS: '20000' })) failed++;
  } finally {
    await cluster.stop();
    rmSync(folder, { recursive: true, force: true });
  }
  say(failed === 0 ? 'Nothing was lost.' : `${failed} of the parts failed.`);
  process.exit(failed === 0 ? 0 : 1);
});
