import { cpSync, mkdtempSync, readFileSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join, resolve } from 'node:path';

/** The migrations up to one, as the Gangway of that time had them: a folder of its own, to be removed by whoever asked. */
export function migrationsUpTo(tag: string): string {
  const folder = mkdtempSync(join(tmpdir(), 'gangway-migrations-'));
  cpSync(resolve('apps/server/drizzle'), folder, { recursive: true });
  const path = join(folder, 'meta', '_journal.json');
  const journal = JSON.parse(readFileSync(path, 'utf8')) as { entries: { tag: string }[] };
  const last = journal.entries.findIndex((entry) => entry.tag === tag);
  expect(last).toBeGreaterThanOrEqual(0);
  writeFileSync(path, JSON.stringify({ ...journal, entries: journal.entries.slice(0, last + 1) }));
  return folder;
}
