import { readdirSync, readFileSync } from 'node:fs';
import { join, relative, resolve } from 'node:path';
import * as scope from './examples.test-support';

// Every function of the core that another package uses shows in its comment
// how it is called, and what comes of it is looked at here.

const ROOT = resolve('packages/core/src');
const filesBelow = (folder: string): readonly string[] =>
  readdirSync(folder, { withFileTypes: true }).flatMap((entry) => {
    if (entry.name === 'node_modules' || entry.name === 'dist') return [];
    const path = join(folder, entry.name);
    return entry.isDirectory() ? filesBelow(path) : [path];
  });
const sources = filesBelow(ROOT).filter((path) => /\.ts$/u.test(path) && !/\.test(-support)?\.ts$/u.test(path));
const moduleOf = (path: string): string => relative(ROOT, path).replace(/\.ts$/u, '');

interface Documented {
  readonly module: string;
  readonly name: string;
  readonly comment: string;
  readonly isFunction: boolean;
}

/** Every export of the core with the comment above it. */
const EXPORTS: readonly Documented[] = sources.flatMap((path) =>
  [
    ...readFileSync(path, 'utf8').matchAll(
      /(\/\*\*(?:(?!\*\/)[\s\S])*\*\/\n)?^export (?:async )?(function\*?|const) (\w+)( = (?:async )?(?:\(|<))?/gmu,
    ),
  ].map(([, comment = '', kind = '', name = '', arrow]) => ({
    module: moduleOf(path),
    name,
    comment,
    isFunction: kind.startsWith('function') || arrow !== undefined,
  })),
);

/** What of the core the other packages import, as module and name. */
const USED: ReadonlySet<string> = new Set(
  ['packages/contract/src', 'apps/server/src', 'apps/web/src', 'bin/src']
    .flatMap((folder) => filesBelow(resolve(folder)))
    .filter((path) => /\.tsx?$/u.test(path) && !/\.test(-support)?\.tsx?$/u.test(path))
    .flatMap((path) =>
      [...readFileSync(path, 'utf8').matchAll(/import \{([^}]*)\} from '@gangway\/core\/([^']+)'/gu)].flatMap(
        ([, names = '', module = '']) =>
          names
            .split(',')
            .map((name) => name.trim())
            .filter((name) => name !== '' && !name.startsWith('type '))
            .map((name) => `${module}#${name}`),
      ),
    ),
);

const PUBLIC = EXPORTS.filter(({ module, name, isFunction }) => isFunction && USED.has(`${module}#${name}`));

const EXAMPLE = /^ \* (.+) \/\/ => (.+?)$/gmu;

/** All names of the core, so that an example may use whatever it needs. */
const everything: Record<string, unknown> = {};
for (const path of sources) {
  const exported: unknown = jest.requireActual(path);
  for (const [name, value] of Object.entries(exported as Record<string, unknown>)) everything[name] ??= value;
}

function evaluated(module: string, expression: string): unknown {
  const own = jest.requireActual<Record<string, unknown>>(join(ROOT, module));
  const known: Record<string, unknown> = { ...everything, ...scope, ...own };
  const names = Object.keys(known).filter((name) => /^[A-Za-z_]\w*$/u.test(name) && name !== 'default');
  // eslint-disable-next-line @typescript-eslint/no-implied-eval, @typescript-eslint/no-unsafe-call -- an example is code in a comment
  return new Function(...names, `"use strict"; return (${expression});`)(...names.map((name) => known[name]));
}

/** As a comment writes it: numbers to six digits, what JSON cannot say left out. */
const written = (value: unknown): unknown =>
  value === undefined
    ? undefined
    : JSON.parse(JSON.stringify(value, (_key, each: unknown) => (typeof each === 'number' ? Number(each.toPrecision(5)) : each)));

const EXAMPLES = EXPORTS.flatMap(({ module, name, comment }) =>
  [...comment.matchAll(EXAMPLE)].map(([, call = '', result = '']) => ({ title: `${module}: ${name}`, module, call, result })),
);

describe('the examples in the comments of the core', () => {
  test('are there for every function that another package uses', () => {
    expect(PUBLIC.length).toBeGreaterThan(200);
    const without = PUBLIC.filter(({ comment }) => !/^ \* @example$/mu.test(comment) || [...comment.matchAll(EXAMPLE)].length === 0);
    expect(without.map(({ module, name }) => `${module}: ${name}`)).toEqual([]);
  });

  test.each(EXAMPLES)('$title gives what its comment says', ({ module, call, result }) => {
    expect(written(evaluated(module, call))).toEqual(written(evaluated(module, result)));
  });
});
