// Writes THIRD-PARTY-NOTICES.md: every package that ships with Gangway, with
// its licence.
import { existsSync, readFileSync, readdirSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { root } from './lib/paths.mjs';
import { main, say } from './lib/say.mjs';

const FILE = join(root, 'THIRD-PARTY-NOTICES.md');
const WORKSPACES = ['packages/core', 'packages/messages', 'packages/contract', 'packages/vision', 'apps/server', 'apps/web', 'bin'];

const read = (path) => JSON.parse(readFileSync(path, 'utf8'));

/** Where a package that is asked for from a folder is installed; `null` where it is not, as an optional build for another system. */
function found(name, from) {
  for (let folder = from; folder.startsWith(root); folder = join(folder, '..')) {
    const path = join(folder, 'node_modules', name);
    if (existsSync(join(path, 'package.json'))) return path;
  }
  return null;
}

/** Every package that the workspaces need to run, with those that these need in turn. */
function shipped() {
  const seen = new Map();
  const visit = (name, from) => {
    if (name.startsWith('@gangway/')) return;
    const path = found(name, from);
    if (path === null || seen.has(path)) return;
    const about = read(join(path, 'package.json'));
    seen.set(path, about);
    for (const next of Object.keys(about.dependencies ?? {})) visit(next, path);
  };
  for (const workspace of WORKSPACES) {
    const folder = join(root, workspace);
    for (const name of Object.keys(read(join(folder, 'package.json')).dependencies ?? {})) visit(name, folder);
  }
  return [...seen].map(([path, about]) => ({ path, about })).sort((a, b) => a.about.name.localeCompare(b.about.name, 'en'));
}

const licenceOf = ({ license, licenses }) => license?.type ?? license ?? licenses?.map(({ type }) => type).join(' OR ') ?? 'not stated';

/** Who holds the copyright, as the licence file says. */
function copyrightOf(path) {
  const file = readdirSync(path).find((name) => /^(?:licen[cs]e|copying)/iu.test(name));
  const text = file ? readFileSync(join(path, file), 'utf8') : '';
  return /^\s*(copyright\s+(?:\(c\)|©|\d{4}).*)$/imu.exec(text)?.[1]?.trim().replace(/\|/gu, '/') ?? '';
}

function notices() {
  const rows = shipped().map(({ path, about }) => `| ${about.name} | ${licenceOf(about)} | ${copyrightOf(path)} |`);
  return [
    '# Third-party notices',
    '',
    'Packages that ship with Gangway, each under its own licence; the full texts are in the packages. Made by `npm run notices`.',
    '',
    '| package | licence | copyright |',
    '|---|---|---|',
    ...new Set(rows),
    '',
  ].join('\n');
}

await main(async () => {
  writeFileSync(FILE, notices());
  say(`Wrote ${FILE}.`);
});
