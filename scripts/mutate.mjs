// Changes one operator of the core at a time, at lines drawn by chance, and
// looks whether the tests of core and contract notice: `npm run mutate -- 300 7`
// takes lines until about 300 changes are made, drawn by seed 7. Quick tests look
// first; what they miss is tried with all tests that may notice it, for a limited
// time each.
import { spawnSync } from 'node:child_process';
import { existsSync, mkdtempSync, readdirSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { checkNode, installPackages } from './lib/packages.mjs';
import { root } from './lib/paths.mjs';
import { copyOfSources, isNoticed, requireGreen } from './lib/secondLook.mjs';
import { main, say } from './lib/say.mjs';

/** Of the lines drawn about so many changes come on the average. */
const CHANGES_PER_LINE = 3.2;
/** Changes that are tried at the same time. */
const LOOKERS = 2;
/** The least share of changes that tests have to notice. */
const WANTED = 0.85;

/** Repeatable numbers from 0 to 1. Source: mulberry32, public domain. */
function numbersFrom(seed) {
  let state = seed >>> 0;
  return () => {
    state = (state + 0x6d2b79f5) >>> 0;
    let t = Math.imul(state ^ (state >>> 15), 1 | state);
    t = (t + Math.imul(t ^ (t >>> 7), 61 | t)) ^ t;
    return ((t ^ (t >>> 14)) >>> 0) / 4294967296;
  };
}

/** Lines of the core in which something is reckoned or decided. */
function worthChanging() {
  const folder = join(root, 'packages/core/src');
  return readdirSync(folder, { recursive: true })
    .filter((path) => /\.ts$/.test(path) && !/\.test(-support)?\.ts$/.test(path))
    .flatMap((path) =>
      readFileSync(join(folder, path), 'utf8')
        .split('\n')
        .map((line, i) => ({ path: `packages/core/src/${path}`, number: i + 1, line }))
        .filter(
          ({ line }) =>
            /[-+*/<>?&|]|===|!==/.test(line.replace(/=>|\/\/.*|^\s*\*.*|^\s*\/\*\*.*|'[^']*'/g, '')) &&
            !/^\s*(import|export (type|interface)|readonly)/.test(line),
        ),
    );
}

await main(async () => {
  checkNode();
  installPackages();
  const [wanted, seed] = [Number(process.argv[2] ?? 300), Number(process.argv[3] ?? Date.now() % 100_000)];
  if (!Number.isInteger(wanted) || wanted < 1)
    throw new Error(`How many changes to make is a whole number from 1, not “${process.argv[2]}”.`);
  const random = numbersFrom(seed);
  const lines = worthChanging();
  const drawn = new Set();
  while (drawn.size < Math.min(lines.length, Math.ceil(wanted / CHANGES_PER_LINE))) {
    const { path, number } = lines[Math.floor(random() * lines.length)];
    drawn.add(`${path}:${number}-${number}`);
  }
  const folder = mkdtempSync(join(tmpdir(), 'gangway-mutate-'));
  const report = join(folder, 'report.json');
  const config = join(folder, 'stryker.config.json');
  writeFileSync(
    config,
    JSON.stringify({
      packageManager: 'npm',
      testRunner: 'jest',
      jest: { projectType: 'custom', configFile: 'jest.mutate.near.config.mjs', enableFindRelatedTests: true },
      plugins: ['@stryker-mutator/jest-runner', join(root, 'scripts/lib/missedReporter.mjs')],
      coverageAnalysis: 'perTest',
      mutate: [...drawn],
      mutator: { excludedMutations: ['StringLiteral', 'ObjectLiteral', 'ArrayDeclaration', 'BlockStatement', 'Regex'] },
      ignorePatterns: ['apps/web/dist', 'apps/server/dist', 'docs', 'e2e', 'test-results'],
      ignoreStatic: true,
      timeoutMS: 15_000,
      timeoutFactor: 1.2,
      // All tests once, one after the other.
      dryRunTimeoutMinutes: 60,
      concurrency: 2,
      reporters: ['json', 'progress-append-only', 'missed'],
      jsonReporter: { fileName: report },
      tempDirName: join(folder, 'sandbox'),
      symlinkNodeModules: true,
      disableTypeChecks: false,
      allowConsoleColors: false,
    }),
  );
  // Before anything is tried: whoever goes on working meanwhile moves lines.
  const copies = Array.from({ length: LOOKERS }, (_, i) => copyOfSources(join(folder, `look-${i}`)));
  say(`Seed ${seed}: ${drawn.size} lines of the core …`);
  spawnSync(join(root, 'node_modules/.bin/stryker'), ['run', config], { cwd: root, stdio: 'inherit' });
  if (!existsSync(report)) throw new Error('The run did not end with a report.');
  const changes = Object.entries(JSON.parse(readFileSync(report, 'utf8')).files).flatMap(([path, { mutants }]) =>
    mutants.map((each) => ({ path, ...each })),
  );
  const first = changes.filter(({ status }) => status === 'Killed' || status === 'Timeout').length;
  const open = changes.filter(({ status }) => status === 'Survived' || status === 'NoCoverage');
  say(`${first} of ${first + open.length} changes noticed by the quick tests; the others are tried with all …`);
  const missed = [];
  try {
    for (const copy of copies) requireGreen(copy);
    const queue = open.values();
    await Promise.all(
      copies.map(async (copy) => {
        for (const change of queue) if (!(await isNoticed(copy, change))) missed.push(change);
      }),
    );
  } finally {
    rmSync(folder, { recursive: true, force: true });
  }
  const noticed = first + open.length - missed.length;
  for (const { path, location, replacement, mutatorName, status } of missed)
    say(`${status}: ${path}:${location.start.line}:${location.start.column} ${mutatorName} → ${String(replacement).slice(0, 80)}`);
  const all = noticed + missed.length;
  say(`${noticed} of ${all} changes noticed (${((100 * noticed) / Math.max(1, all)).toFixed(0)} %), seed ${seed}.`);
  if (all === 0 || noticed / all < WANTED) process.exitCode = 1;
});
