// Every check there is, from a fresh machine: types, lint, unit, API and
// browser tests. Each failing part shows its tail; the last line counts.
import { spawn } from 'node:child_process';
import { chmodSync, existsSync, mkdtempSync, readFileSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { buildStale } from './lib/build.mjs';
import { ensureChromium, ensureReaders } from './lib/chromium.mjs';
import { checkNode, installPackages } from './lib/packages.mjs';
import { root } from './lib/paths.mjs';
import { startCluster } from './lib/postgres.mjs';
import { main, say, tail } from './lib/say.mjs';

/** A part that hangs fails: none takes nearly this long. */
const LONGEST_MS = 45 * 60_000;

const UNIT = 'unit and API tests';
const BROWSER = 'browser tests';
const only = process.argv.slice(2);

/** Runs one part quietly; answers whether it went well and what it printed. */
function part(command, args, env) {
  return new Promise((resolve) => {
    const child = spawn(command, args, { cwd: root, env: { ...process.env, ...env }, stdio: ['ignore', 'pipe', 'pipe'] });
    let printed = '';
    const late = setTimeout(() => {
      printed += `\n${command} did not end within ${LONGEST_MS / 60_000} minutes and was stopped.`;
      child.kill('SIGKILL');
    }, LONGEST_MS);
    for (const stream of [child.stdout, child.stderr]) stream.on('data', (chunk) => (printed += chunk));
    child.on('error', (error) => resolve({ ok: false, printed: String(error) }));
    child.on('close', (code) => {
      clearTimeout(late);
      resolve({ ok: code === 0, printed });
    });
  });
}

const bin = (name) => join(root, 'node_modules', '.bin', name);

/** A part that is one check: it passes or fails as a whole. */
const whole = (command, args) => async () => {
  const { ok, printed } = await part(command, args);
  return { passed: ok ? 1 : 0, failed: ok ? 0 : 1, printed };
};

/** Counts of a report file; a part that failed without a failed test in its report counts as one failure. */
function counted(ok, printed, report, read) {
  if (!existsSync(report)) return { passed: 0, failed: 1, printed };
  const { passed, failed, said = [] } = read(JSON.parse(readFileSync(report, 'utf8')));
  return { passed, failed: !ok && failed === 0 ? 1 : failed, printed, said };
}

/** What each failed browser test said, and which passed only when tried again. */
function saidBy(suites, path = '') {
  return suites.flatMap(({ title, suites: inner = [], specs = [] }) => [
    ...specs.flatMap((spec) =>
      spec.tests
        .filter(({ status }) => status === 'unexpected' || status === 'flaky')
        .map(
          ({ status, results }) =>
            `${status === 'flaky' ? 'passed when tried again' : 'failed'}: ${path}${title} › ${spec.title}\n${results.flatMap(({ errors = [] }) => errors.map(({ message }) => message)).join('\n')}`,
        ),
    ),
    ...saidBy(inner, `${path}${title} › `),
  ]);
}

await main(async () => {
  const begun = Date.now();
  checkNode();
  installPackages();
  ensureChromium();
  ensureReaders();
  await buildStale();
  const folder = mkdtempSync(join(tmpdir(), 'gangway-test-'));
  chmodSync(folder, 0o755);
  const cluster = await startCluster(folder, { durable: false });
  const parts = {
    types: whole(bin('tsc'), ['--noEmit', '-p', 'tsconfig.json']),
    'types of the core alone': whole(bin('tsc'), ['--noEmit', '-p', 'packages/core/tsconfig.json']),
    format: whole(bin('prettier'), ['--check', '.']),
    lint: whole(bin('eslint'), ['.', '--max-warnings', '0']),
    'nothing unused': whole(bin('knip'), []),
    [UNIT]: async () => {
      const report = join(folder, 'jest.json');
      const { ok, printed } = await part(bin('jest'), ['--maxWorkers=2', '--json', '--outputFile', report], {
        TEST_DATABASE_URL: cluster.adminUrl,
      });
      return counted(ok, printed.replace(/^\{"num.*$/m, ''), report, (r) => ({
        passed: r.numPassedTests,
        failed: r.numFailedTests + r.numRuntimeErrorTestSuites,
      }));
    },
    [BROWSER]: async () => {
      const report = join(folder, 'playwright.json');
      const { ok, printed } = await part(bin('playwright'), ['test'], {
        TEST_DATABASE_URL: cluster.adminUrl,
        PLAYWRIGHT_JSON_OUTPUT_FILE: report,
      });
      return counted(ok, printed, report, (r) => ({
        passed: r.stats.expected + r.stats.flaky,
        failed: r.stats.unexpected,
        said: saidBy(r.suites),
      }));
    },
  };
  let passed = 0;
  let failed = 0;
  try {
    const check = async (name) => {
      if (only.length > 0 && !only.some((word) => name.includes(word))) return;
      const at = Date.now();
      const result = await parts[name]();
      passed += result.passed;
      failed += result.failed;
      say(
        `${result.failed === 0 ? 'ok    ' : 'FAILED'} ${name}: ${result.passed} passed, ${result.failed} failed (${Math.round((Date.now() - at) / 1000)} s)`,
      );
      if (result.failed > 0) say(tail(result.printed, 120));
      for (const words of result.said ?? []) say(words);
    };
    // One process each at a time, so that two cores are enough; the browser tests want both for themselves.
    await Promise.all([
      check(UNIT),
      (async () => {
        for (const name of Object.keys(parts)) if (name !== UNIT && name !== BROWSER) await check(name);
      })(),
    ]);
    await check(BROWSER);
  } finally {
    await cluster.stop();
    rmSync(folder, { recursive: true, force: true });
  }
  say(`in ${Math.round((Date.now() - begun) / 1000)} s`);
  if (passed === 0 && failed === 0) failed = 1;
  say(`${passed} passed, ${failed} failed`);
  process.exit(failed === 0 ? 0 : 1);
});
