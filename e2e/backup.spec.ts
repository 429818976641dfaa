import { execFileSync } from 'node:child_process';
import { chmodSync, mkdtempSync, readdirSync, readFileSync, rmSync, statSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { expect, test } from '@playwright/test';
import { jobSchema, jobSummarySchema } from '@gangway/contract/job';
import { attachmentSchema } from '@gangway/contract/log';
import sharp from 'sharp';
import { start, stopped } from './startCommand';

// Backups as a person makes and restores them, on a data folder of its own.

const PORT = '4415';
const base = `http://127.0.0.1:${PORT}/api`;

async function post(path: string, body: unknown): Promise<unknown> {
  const answer = await fetch(`${base}/${path}`, {
    method: 'POST',
    headers: { 'Content-Type': 'application/json' },
    body: JSON.stringify(body),
  });
  expect(answer.ok).toBe(true);
  return answer.json();
}
const names = async () =>
  jobSummarySchema
    .array()
    .parse(await (await fetch(`${base}/jobs`)).json())
    .map(({ name }) => name);

/** Runs a command on the data folder; answers what it printed, or throws with what it printed. */
function gangway(folder: string, ...args: string[]): string {
  return execFileSync('node', ['bin/gangway.mjs', ...args], {
    env: { ...process.env, GANGWAY_DATA: folder },
    encoding: 'utf8',
    stdio: 'pipe',
  });
}

test.describe.serial('a backup', () => {
  let folder = '';
  let place = '';
  let photograph: { id: string; sha256: string } = { id: '', sha256: '' };
  const photographBytes = async () => Buffer.from(await (await fetch(`${base}/attachments/${photograph.id}/file`)).arrayBuffer());
  let before = Buffer.alloc(0);
  test.beforeAll(() => {
    [folder, place] = [mkdtempSync(join(tmpdir(), 'gangway-backup-')), mkdtempSync(join(tmpdir(), 'gangway-backups-'))];
    chmodSync(folder, 0o755);
  });
  test.afterAll(async () => {
    await stopped();
    for (const each of [folder, place]) rmSync(each, { recursive: true, force: true });
  });

  test('is written while Gangway runs, and verified; one that is there is not replaced', async () => {
    test.setTimeout(120_000);
    await start(folder, '--port', PORT);
    const [demo] = jobSummarySchema.array().parse(await (await fetch(`${base}/jobs`)).json());
    const { setups } = jobSchema.parse(await (await fetch(`${base}/jobs/${demo?.id}`)).json());
    const picture = await sharp({
      create: { width: 200, height: 100, channels: 3, background: '#345', noise: { type: 'gaussian', mean: 120, sigma: 40 } },
    })
      .png()
      .toBuffer();
    const sent = await fetch(`${base}/jobs/${demo?.id}/attachments?name=note.png&setupId=${setups[0]?.id}`, {
      method: 'POST',
      headers: { 'Content-Type': 'application/octet-stream' },
      body: new Uint8Array(picture),
    });
    photograph = attachmentSchema.parse(await sent.json());
    before = await photographBytes();
    await post('jobs', { name: 'Before the backup' });
    expect(gangway(folder, 'backup', join(place, 'all.zip'))).toMatch(
      /has 2 jobs, \d+ setups, 0 shots, \d+ kit items, 0 frames, 5 photographs\./u,
    );
    expect(gangway(folder, 'verify', join(place, 'all.zip'))).toMatch(/is whole: made .*2 jobs/u);
    expect(() => gangway(folder, 'backup', join(place, 'all.zip'))).toThrow(/is there already/u);
    expect(readdirSync(place)).toEqual(['all.zip']);
  });

  test('brings back what was deleted for good, and keeps what was there', async () => {
    test.setTimeout(120_000);
    expect(() => gangway(folder, 'restore', join(place, 'all.zip'))).toThrow(/is running on/u);
    const all = jobSummarySchema.array().parse(await (await fetch(`${base}/jobs`)).json());
    for (const { id } of all) {
      // Only what was deleted already is deleted for good.
      expect((await fetch(`${base}/deleted/jobs/${id}`, { method: 'DELETE' })).status).toBe(409);
      expect((await fetch(`${base}/jobs/${id}`, { method: 'DELETE' })).status).toBe(200);
      expect((await fetch(`${base}/deleted/jobs/${id}`, { method: 'DELETE' })).status).toBe(200);
      expect((await fetch(`${base}/deleted/jobs/${id}`, { method: 'DELETE' })).status).toBe(404);
    }
    expect((await fetch(`${base}/attachments/${photograph.id}/file`)).status).toBe(404);
    expect(readdirSync(join(folder, 'store', 'attachments'))).toEqual([]);
    await post('jobs', { name: 'After the backup' });
    await stopped('SIGINT');
    expect(gangway(folder, 'restore', join(place, 'all.zip'))).toMatch(/is as it was on .*\n.*kept in/u);
    await start(folder, '--port', PORT);
    expect(await names()).toEqual(['Larkmoor Ropeworks', 'Before the backup']);
    expect((await photographBytes()).equals(before)).toBe(true);
    const kept = readdirSync(folder).filter((name) => name.startsWith('before-restore-'));
    expect(kept).toHaveLength(1);
    expect(readdirSync(join(folder, kept[0] ?? '')).sort()).toEqual(['postgres', 'store']);
  });

  test('that is damaged, cut short or of something else is refused, and nothing is touched', async () => {
    test.setTimeout(180_000);
    const whole = readFileSync(join(place, 'all.zip'));
    const changed = Buffer.from(whole);
    const at = whole.indexOf(before.subarray(0, 64));
    expect(at).toBeGreaterThan(0);
    changed[at + 100] = (changed[at + 100] ?? 0) ^ 0xff;
    await stopped('SIGINT');
    for (const [name, bytes, why] of [
      ['changed.zip', changed, /is damaged/u],
      ['short.zip', whole.subarray(0, whole.length / 2), /is not a backup|is damaged/u],
      ['letter.zip', Buffer.from('Dear Sir'), /is not a backup of Gangway/u],
    ] as const) {
      writeFileSync(join(place, name), bytes);
      expect(() => gangway(folder, 'verify', join(place, name))).toThrow(why);
      expect(() => gangway(folder, 'restore', join(place, name))).toThrow(why);
    }
    expect(() => gangway(folder, 'verify', join(place, 'nowhere.zip'))).toThrow(/There is no/u);
    await start(folder, '--port', PORT);
    expect(await names()).toEqual(['Larkmoor Ropeworks', 'Before the backup']);
    expect(readdirSync(folder).filter((name) => name.startsWith('before-restore-'))).toHaveLength(1);
  });

  test('is made every day in the data folder, takes no room for files that did not change, and the jobs page says when', async ({
    page,
  }) => {
    test.setTimeout(120_000);
    await page.goto(`http://127.0.0.1:${PORT}/jobs`);
    await expect(page.getByText('Not backed up yet; a backup is made every day.')).toBeVisible();
    const nightly = () =>
      execFileSync('node', ['scripts/backup.mjs', 'nightly'], {
        env: { ...process.env, GANGWAY_DATA: folder },
        encoding: 'utf8',
        stdio: 'pipe',
      });
    expect(nightly()).toMatch(/^Backed up to \d{4}-/u);
    // Not again on the same day.
    expect(nightly()).toBe('');
    const [made = ''] = readdirSync(join(folder, 'backups'));
    const kept = join(folder, 'backups', made, 'store', 'attachments', photograph.id);
    expect(readdirSync(kept).map((name) => statSync(join(kept, name)).nlink)).toEqual([2]);
    expect(gangway(folder, 'verify', join(folder, 'backups', made))).toContain('is whole');
    await page.reload();
    await expect(page.getByText(/^Backed up \d/u)).toBeVisible();
  });

  test('outgrown is one of the same week, then of the same month, then of more than a year ago', () => {
    const print = `
      import { outgrown } from './scripts/lib/backup.mjs';
      const now = Date.parse('2026-11-28T03:00:00Z');
      const days = Array.from({ length: 500 }, (_, i) => new Date(now - i * 86400000).toISOString().slice(0, 10) + 'T03-00-00Z');
      const gone = new Set(outgrown([...days, 'a folder of mine'], now));
      process.stdout.write(JSON.stringify([...days, 'a folder of mine'].filter((each) => !gone.has(each))));`;
    const kept = JSON.parse(execFileSync('node', ['--input-type=module', '-e', print], { encoding: 'utf8' })) as string[];
    const dated = kept.filter((name) => name !== 'a folder of mine');
    // What is none of ours stays.
    expect(kept.length - dated.length).toBe(1);
    const ages = dated.map((name) => Math.round((Date.parse('2026-11-28') - Date.parse(name.slice(0, 10))) / 86_400_000));
    expect(ages.slice(0, 7)).toEqual([0, 1, 2, 3, 4, 5, 6]);
    // No gap within five weeks is longer than a week, none within a year longer than two months.
    const gaps = ages.slice(1).map((age, i) => [age, age - (ages[i] ?? 0)] as const);
    expect(gaps.filter(([age, gap]) => age < 35 && gap > 7)).toEqual([]);
    expect(gaps.filter(([, gap]) => gap > 61)).toEqual([]);
    expect(Math.max(...ages)).toBeLessThan(366);
    expect(Math.max(...ages)).toBeGreaterThan(300);
    expect(dated.length).toBeLessThan(26);
  });
});
