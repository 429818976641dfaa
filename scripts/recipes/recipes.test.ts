import { execFileSync, spawnSync } from 'node:child_process';
import { cpSync, existsSync, mkdirSync, mkdtempSync, readdirSync, readFileSync, rmSync, symlinkSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { dirname, join, resolve } from 'node:path';
import { ITEM_RECORD } from '@gangway/contract/record/itemRecord';
import { SHOT_RECORD } from '@gangway/contract/record/shotRecord';
import { presentVersion } from '@gangway/contract/record/versions';

// Follows the recipes of CONTRIBUTING.md on a copy of the sources, all four
// together: whatever else had to be touched would be a type error, or missing
// where it is looked for.

const ROOT = resolve('.');
/** The versions that the new kind and the new field come with. */
const NEXT_ITEM = presentVersion(ITEM_RECORD) + 1;
const NEXT_SHOT = presentVersion(SHOT_RECORD) + 1;
const SOURCES = ['packages', 'apps', 'bin', 'benchmarks', 'e2e', 'scripts/lib', 'tsconfig.json', 'playwright.config.ts', 'package.json'];
let scratch = '';

beforeAll(() => {
  scratch = mkdtempSync(join(tmpdir(), 'gangway-recipes-'));
  for (const path of SOURCES)
    cpSync(join(ROOT, path), join(scratch, path), { recursive: true, filter: (each) => !/\/(?:node_modules|dist)(?:\/|$)/u.test(each) });
  // A workspace may have a package of its own version beside those of all.
  const own = join(ROOT, 'bin', 'node_modules');
  if (existsSync(own)) symlinkSync(own, join(scratch, 'bin', 'node_modules'));
  const modules = join(scratch, 'node_modules');
  mkdirSync(join(modules, '@gangway'), { recursive: true });
  for (const name of readdirSync(join(ROOT, 'node_modules')))
    if (name !== '@gangway') symlinkSync(join(ROOT, 'node_modules', name), join(modules, name));
  for (const [name, path] of [
    ['core', 'packages/core'],
    ['contract', 'packages/contract'],
    ['messages', 'packages/messages'],
    ['vision', 'packages/vision'],
  ] as const)
    symlinkSync(join(scratch, path), join(modules, '@gangway', name));
});

afterAll(() => rmSync(scratch, { recursive: true, force: true }));

const touched = new Map<string, Set<string>>();

function note(recipe: string, path: string): void {
  touched.set(recipe, (touched.get(recipe) ?? new Set()).add(path));
}

/** A new file of a recipe. */
function write(recipe: string, path: string, text: string): void {
  if (existsSync(join(scratch, path))) throw new Error(`${path} is there already`);
  mkdirSync(dirname(join(scratch, path)), { recursive: true });
  writeFileSync(join(scratch, path), text);
  note(recipe, path);
}

/** One replacement in a file that is there; `counted` unless it is the line in the registry. */
function change(path: string, from: string, to: string, recipe: string | null): void {
  const text = readFileSync(join(scratch, path), 'utf8');
  if (!text.includes(from)) throw new Error(`${path} does not hold “${from}”`);
  writeFileSync(join(scratch, path), text.replace(from, to));
  if (recipe !== null) note(recipe, path);
}

/** The line in a registry: the import, and the name in its list. */
function register(path: string, line: string, listStart: string, name: string): void {
  change(path, listStart, `${listStart} ${name},`, null);
  writeFileSync(join(scratch, path), `${line}\n${readFileSync(join(scratch, path), 'utf8')}`);
}

function addCalculator(): void {
  write(
    'calculator',
    'packages/core/src/calculators/diagonal.ts',
    `import { z } from 'zod';
import { calculator } from './calculator';
import * as q from './quantities';

export const diagonal = calculator({
  name: 'diagonal',
  title: 'Diagonal of a frame',
  chapter: 'coverage',
  purpose: 'The diagonal of a frame.',
  formula: '√(w² + h²)',
  source: 'Euclid, Elements I.47',
  limits: 'None.',
  input: z.strictObject({ widthMm: q.lengthMm('width'), heightMm: q.lengthMm('height') }),
  output: z.strictObject({ diagonalMm: q.answer('mm', 'the diagonal') }),
  example: { widthMm: 36, heightMm: 24 },
  run: ({ widthMm, heightMm }) => ({ diagonalMm: Math.hypot(widthMm, heightMm) }),
});
`,
  );
  register(
    'packages/core/src/calculators/registry.ts',
    `import { diagonal } from './diagonal';`,
    'export const CALCULATORS: readonly Calculator[] = [',
    'diagonal',
  );
}

function addCheck(): void {
  write(
    'check',
    'packages/core/src/checks/focus/farFocus.ts',
    `import { defineCheck } from '../check';
import { offer } from '../fix';

/** Is the lens focused at infinity while nothing is pinned there? */
export const farFocus = defineCheck({
  kind: 'farFocus',
  step: 'focus',
  name: 'far focus',
  assumes: 'The focus as it is set.',
  weight: 'counts',
  evaluate: ({ settings }) => ({ state: settings.focusM === null ? ('tight' as const) : ('passes' as const) }),
  margin: () => null,
  message: ({ state }) => (state === 'tight' ? 'The lens is focused at infinity.' : 'The lens is focused nearer than infinity.'),
  note: () => null,
  missing: () => null,
  *fixes({ trial }) {
    yield offer('focus', { focusM: 50 }, trial);
  },
});
`,
  );
  register('packages/core/src/checks/registry.ts', `import { farFocus } from './focus/farFocus';`, 'export const CHECKS = [', 'farFocus');
}

function addKitKind(): void {
  write(
    'kit kind',
    'packages/core/src/kit/kinds/tripod.ts',
    `import { number } from '../spec';
import { defineKind } from '../kind';

/** A tripod. */
export const tripod = defineKind({
  title: 'Tripod',
  plural: 'Tripods',
  specs: { loadKg: number({ group: 'Tripod', label: 'Carries', unit: 'kg', min: 0.1, max: 200, since: ${NEXT_ITEM} }) },
  joints: { behind: null, before: null },
  listed: ['loadKg'],
  contradictions: () => [],
});
`,
  );
  register('packages/core/src/kit/registry.ts', `import { tripod } from './kinds/tripod';`, 'export const KINDS = {', 'tripod');
}

function addShotField(): void {
  change(
    'packages/core/src/log/shotFields.ts',
    'export const SHOT_FIELDS = {',
    `export const SHOT_FIELDS = {
  weather: text({
    label: 'Weather',
    since: ${NEXT_SHOT},
    csv: 'weather',
    xmp: 'Weather',
    table: { place: 25, widthPx: 90 },
    initial: '',
    most: 80,
    logged: () => 'dry',
  }),`,
    'shot field',
  );
}

const LOOK = `
import { calculate } from '@gangway/core/calculators/registry';
import { checkSentence, evaluateAll, fixesOf } from '@gangway/core/checks/evaluate';
import { fixSetting } from '@gangway/core/checks/wording';
import { geometryOf } from '@gangway/core/geometry/geometry';
import { itemOf } from '@gangway/core/kit/item';
import { shotOf } from '@gangway/core/log/shot';
import { DEMO_SETUPS } from '@gangway/contract/demo';
import { csvColumns } from '@gangway/contract/kitExchange';
import { kitItemSchema } from '@gangway/contract/kit';
import { shotSchema } from '@gangway/contract/log';
import { logCsv } from '@gangway/contract/logExchange';
import { ITEM_RECORD } from '@gangway/contract/record/itemRecord';
import { SHOT_RECORD } from '@gangway/contract/record/shotRecord';
import { presentVersion, upgraded } from '@gangway/contract/record/versions';
import { shotXmp, NOWHERE } from '@gangway/contract/xmp';
import { COLUMNS } from '../apps/web/src/log/columns';
const geometry = geometryOf(DEMO_SETUPS[0].settings);
const far = geometryOf({ ...DEMO_SETUPS[0].settings, focusM: null });
const id = '2b7f9a70-3a52-4a1f-9d0e-5b7a4c1d2e3f';
const shot = shotSchema.parse({ ...shotOf(geometry, 'Tower', { frame: null, bracket: null }, null), id, setupId: id, at: '2026-11-25T10:30:00Z' });
const { weather, ...old } = shot;
console.log(JSON.stringify({
  calculator: calculate('diagonal', { widthMm: 3, heightMm: 4 }),
  check: evaluateAll(far).filter(({ kind }) => kind === 'farFocus').map(checkSentence),
  fix: (fixesOf(far).farFocus ?? []).map(fixSetting),
  kindColumns: csvColumns('tripod'),
  kindParses: kitItemSchema.safeParse(itemOf('tripod', id, 'Tall', { loadKg: 12 })).success,
  kindVersion: presentVersion(ITEM_RECORD),
  weather,
  column: COLUMNS.at(-1).label,
  csv: logCsv([shot]).includes('weather'),
  xmp: shotXmp(shot, NOWHERE).includes('gangway:Weather'),
  shotVersion: presentVersion(SHOT_RECORD),
  oldShot: shotSchema.safeParse(upgraded(SHOT_RECORD, old, 2)).success,
}));
`;

test('each recipe touches no more than its own files, and what it adds is everywhere', () => {
  addCalculator();
  addCheck();
  addKitKind();
  addShotField();
  expect(Object.fromEntries([...touched].map(([recipe, files]) => [recipe, files.size]))).toEqual({
    calculator: 1,
    check: 1,
    'kit kind': 1,
    'shot field': 1,
  });
  // Whatever else had to know of the new thing would not compile.
  const types = spawnSync(join(ROOT, 'node_modules/.bin/tsc'), ['--noEmit', '-p', 'tsconfig.json'], { cwd: scratch, encoding: 'utf8' });
  expect(types.stdout).toBe('');
  expect(types.status).toBe(0);
  const entry = join(scratch, 'benchmarks', 'look.ts');
  const bundle = join(scratch, 'look.mjs');
  writeFileSync(entry, LOOK);
  const banner = `--banner:js=import { createRequire } from 'node:module'; const require = createRequire(import.meta.url);`;
  execFileSync(join(ROOT, 'node_modules/.bin/esbuild'), [
    entry,
    '--bundle',
    '--format=esm',
    '--platform=node',
    `--outfile=${bundle}`,
    '--log-level=error',
    banner,
  ]);
  const found: unknown = JSON.parse(execFileSync('node', [bundle], { encoding: 'utf8' }));
  expect(found).toEqual({
    calculator: { ok: true, out: { diagonalMm: 5 } },
    check: ['The lens is focused at infinity.'],
    fix: ['focus at 50.0 m'],
    kindColumns: ['kind', 'id', 'name', 'note', 'typical', 'Carries [kg]'],
    kindParses: true,
    kindVersion: NEXT_ITEM,
    weather: 'dry',
    column: 'Weather',
    csv: true,
    xmp: true,
    shotVersion: NEXT_SHOT,
    oldShot: true,
  });
}, 300_000);
