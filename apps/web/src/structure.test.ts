import { readdirSync, readFileSync } from 'node:fs';
import { dirname, join, relative, resolve } from 'node:path';

const ROOT = resolve('apps/web/src');

function filesBelow(folder: string): readonly string[] {
  return readdirSync(folder, { withFileTypes: true }).flatMap((entry) => {
    const path = join(folder, entry.name);
    if (entry.isDirectory()) return filesBelow(path);
    return /\.tsx?$/u.test(entry.name) ? [path] : [];
  });
}

const featureOf = (path: string): string => relative(ROOT, path).split('/').slice(0, -1)[0] ?? '.';

/** Every import of one file of the page from another folder at the top, those that load later among them. */
const CROSSINGS = filesBelow(ROOT).flatMap((file) =>
  [...readFileSync(file, 'utf8').matchAll(/(?:from|import\(|mock\(|requireActual[^(]*\(|URL\()\s*'(\.[^']+)'/gu)]
    .map(([, specifier]) => ({ file: relative(ROOT, file), from: featureOf(file), to: featureOf(join(dirname(file), specifier ?? '')) }))
    .filter(({ from, to }) => from !== to),
);

/** What every feature may use, from the top down; each uses only what stands below it. */
const SHARED = ['setup', 'ui', 'store'];
const FEATURES = ['bench', 'calculators', 'first', 'jobs', 'kit', 'log', 'palette', 'proof', 'waiting'];

describe('the folders of the page', () => {
  test('are all known', () => {
    const folders = readdirSync(ROOT, { withFileTypes: true }).filter((entry) => entry.isDirectory());
    expect(folders.map(({ name }) => name).sort()).toEqual(['app', 'styles', ...FEATURES, ...SHARED].sort());
    expect(CROSSINGS.length).toBeGreaterThan(150);
  });

  test.each(FEATURES)('%s reaches into no other feature', (feature) => {
    const into = CROSSINGS.filter(({ from, to }) => from === feature && to !== 'styles' && !SHARED.includes(to));
    expect(into.map(({ file, to }) => `${file} → ${to}`)).toEqual([]);
  });

  test.each(SHARED)('%s stands on nothing above it', (folder) => {
    const below = SHARED.slice(SHARED.indexOf(folder) + 1);
    const into = CROSSINGS.filter(({ from, to }) => from === folder && !below.includes(to));
    expect(into.map(({ file, to }) => `${file} → ${to}`)).toEqual([]);
  });
});
