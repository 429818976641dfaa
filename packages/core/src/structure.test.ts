import { readdirSync, readFileSync } from 'node:fs';
import { dirname, join, relative, resolve } from 'node:path';

const ROOT = resolve('packages/core/src');

function filesBelow(folder: string): readonly string[] {
  return readdirSync(folder, { withFileTypes: true }).flatMap((entry) => {
    const path = join(folder, entry.name);
    if (entry.isDirectory()) return filesBelow(path);
    return /\.ts$/u.test(entry.name) && !/\.test(-support)?\.ts$/u.test(entry.name) ? [path] : [];
  });
}

const FILES = filesBelow(ROOT);
const folderOf = (path: string): string => relative(ROOT, path).split('/').slice(0, -1)[0] ?? '.';

/** Which folders of the core each folder imports from, with a file that does. */
function arrows(): ReadonlyMap<string, ReadonlyMap<string, string>> {
  const found = new Map<string, Map<string, string>>();
  for (const file of FILES) {
    for (const [, specifier] of readFileSync(file, 'utf8').matchAll(/(?:from|import\()\s*'(\.[^']+)'/gu)) {
      const to = folderOf(`${join(dirname(file), specifier ?? '')}.ts`);
      const from = folderOf(file);
      if (to === from) continue;
      const known = found.get(from) ?? new Map<string, string>();
      known.set(to, relative(ROOT, file));
      found.set(from, known);
    }
  }
  return found;
}

describe('the folders of the core', () => {
  test('import each other in one direction only, round no corner either', () => {
    const all = arrows();
    expect(all.size).toBeGreaterThan(15);
    // Whatever is left when folders that import nothing more are taken away, again and again, goes round.
    const left = new Map([...all].map(([from, to]) => [from, new Set(to.keys())]));
    for (let before = -1; before !== left.size;) {
      before = left.size;
      for (const [from, to] of left) if ([...to].every((each) => !left.has(each))) left.delete(from);
    }
    const round = [...left.keys()].map((from) => `${from} → ${[...(left.get(from) ?? [])].filter((to) => left.has(to)).join(', ')}`);
    expect(round).toEqual([]);
  });

  test('stand on the types of the model, which holds nothing that runs', () => {
    const model = FILES.filter((file) => folderOf(file) === 'model');
    expect(model.length).toBeGreaterThan(8);
    for (const file of model) {
      const text = readFileSync(file, 'utf8');
      expect(text).not.toMatch(/^export (?:const|function|class|let|enum)/mu);
      expect(text).not.toMatch(/^import (?!type)/mu);
    }
  });
});
