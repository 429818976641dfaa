import { existsSync, readFileSync } from 'node:fs';
import { join, resolve } from 'node:path';
import { EVERYWHERE, FIRST_PARTS, firstData, firstLinks } from './page';

const manifest = {
  'index.html': { file: 'assets/index.js', imports: ['_react.js'] },
  '_react.js': { file: 'assets/react.js' },
  '_jobs-17.js': { file: 'assets/jobs-17.js', name: 'jobs', imports: ['_react.js', '_names.js'] },
  '_names.js': { file: 'assets/names.js' },
  'src/bench/BenchPage.tsx': { file: 'assets/BenchPage.js', name: 'BenchPage', imports: ['_names.js', '_jobs-17.js'] },
};
const linked = (path: string): readonly string[] =>
  [...firstLinks(manifest, path).matchAll(/href="([^"]+)"/gu)].map(([, file = '']) => file);

test('a page is linked to the parts that it begins with, each once, without what every page has', () => {
  for (const path of ['/', '/jobs', '/jobs/af6ba04b', '/nowhere']) expect(linked(path)).toEqual(['/assets/jobs-17.js', '/assets/names.js']);
  expect(linked('/jobs/af6ba04b/setups/17')).toEqual(['/assets/jobs-17.js', '/assets/names.js', '/assets/BenchPage.js']);
});

test('every part that a page is linked to is there under its name', () => {
  const named = FIRST_PARTS.flatMap(([, parts]) => parts);
  expect(named.length).toBeGreaterThan(3);
  expect(named.filter((part) => !existsSync(join(resolve('apps/web'), part)))).toEqual([]);
  expect(readFileSync('apps/web/vite.config.ts', 'utf8')).toContain(`name: '${EVERYWHERE}'`);
});

test('what a page asks for first is in it as data that no name can end, and left out where it is much', () => {
  const name = '</script><script>alert(1)</script>$&';
  const block = firstData({ jobs: [{ name }] });
  expect(block.match(/<\/script>/gu)).toHaveLength(1);
  const json = /<script type="application\/json" id="first-answers">(.*)<\/script>/u.exec(block)?.[1] ?? '';
  expect(JSON.parse(json)).toEqual({ jobs: [{ name }] });
  expect(firstData({})).toBe('');
  expect(firstData({ jobs: 'x'.repeat(100_001) })).toBe('');
});
