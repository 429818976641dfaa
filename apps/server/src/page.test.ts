import { existsSync } from 'node:fs';
import { join, resolve } from 'node:path';
import { EVERYWHERE, FIRST_PARTS, firstLinks } from './page';

const manifest = {
  'index.html': { file: 'assets/index.js', imports: ['_react.js'] },
  '_react.js': { file: 'assets/react.js' },
  'src/jobs/JobsPage.tsx': { file: 'assets/JobsPage.js', imports: ['_react.js', '_names.js'] },
  'src/jobs/SetupList.tsx': { file: 'assets/SetupList.js', imports: ['_names.js', 'src/jobs/JobsPage.tsx'] },
  '_names.js': { file: 'assets/names.js' },
  'src/store/outbox/indexedStore.ts': { file: 'assets/store.js', imports: ['_react.js'] },
  'src/bench/BenchPage.tsx': { file: 'assets/BenchPage.js', imports: ['_names.js'] },
};
const linked = (path: string): readonly string[] =>
  [...firstLinks(manifest, path).matchAll(/href="([^"]+)"/gu)].map(([, file = '']) => file);

test('a page is linked to the parts that it begins with, each once, without what every page has', () => {
  for (const path of ['/', '/jobs', '/jobs/af6ba04b'])
    expect(linked(path)).toEqual(['/assets/store.js', '/assets/JobsPage.js', '/assets/names.js', '/assets/SetupList.js']);
  expect(linked('/jobs/af6ba04b/setups/17')).toEqual(['/assets/store.js', '/assets/BenchPage.js', '/assets/names.js']);
  expect(linked('/nowhere')).toEqual(['/assets/store.js']);
});

test('every part that a page is linked to is there under its name', () => {
  const named = [...EVERYWHERE, ...FIRST_PARTS.flatMap(([, parts]) => parts)];
  expect(named.length).toBeGreaterThan(5);
  expect(named.filter((part) => !existsSync(join(resolve('apps/web'), part)))).toEqual([]);
});
