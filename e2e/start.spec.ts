import { spawn, type ChildProcess } from 'node:child_process';
import { chmodSync, mkdtempSync, readFileSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join, resolve } from 'node:path';
import { gzipSync } from 'node:zlib';
import { expect, test } from '@playwright/test';
import { jobSummarySchema } from '@gangway/contract/job';
import { setupSchema } from '@gangway/contract/setup';

// The start command as a person runs it, on a data folder of its own.

interface Started {
  readonly child: ChildProcess;
  readonly url: string;
  readonly printed: () => string;
}

function start(folder: string, ...options: string[]): Promise<Started> {
  const env: NodeJS.ProcessEnv = { ...process.env, GANGWAY_DATA: folder };
  delete env.DATABASE_URL;
  const child = spawn('node', [resolve('scripts/start.mjs'), ...options], { env, stdio: ['ignore', 'pipe', 'pipe'] });
  let text = '';
  running.add(child);
  child.once('exit', () => running.delete(child));
  return new Promise((done, failed) => {
    const shot = (chunk: Buffer) => {
      text += chunk.toString();
      const ready = /ready at (\S+)\s+\((\d+\.\d) s\)/.exec(text);
      if (ready?.[1] !== undefined) done({ child, url: ready[1], printed: () => text });
    };
    child.stdout.on('data', shot);
    child.stderr.on('data', shot);
    child.on('exit', (code) => failed(new Error(`ended with ${code}: ${text}`)));
  });
}

/** What a failed test left running would hold its port. */
const running = new Set<ChildProcess>();
test.afterEach(async () => {
  await Promise.all([...running].map((child) => new Promise((done) => child.once('exit', done).kill('SIGKILL'))));
});

function ended(child: ChildProcess): Promise<number | null> {
  return new Promise((done) => child.once('exit', done));
}

const jobs = async (url: string) => jobSummarySchema.array().parse(await (await fetch(`${url}/api/jobs`)).json());

test('one command opens on the demo job, a second start is quick and finds everything, Ctrl+C stops all of it', async () => {
  test.setTimeout(180_000);
  const folder = mkdtempSync(join(tmpdir(), 'gangway-start-'));
  chmodSync(folder, 0o755);
  try {
    const first = await start(folder, '--port', '4391');
    expect(first.url).toBe('http://127.0.0.1:4391');
    expect(await (await fetch(`${first.url}/api/health`)).json()).toEqual({ status: 'ok', database: 'ok' });
    const [demo] = await jobs(first.url);
    expect(demo).toMatchObject({ name: 'Larkmoor Ropeworks', demo: true });
    const renamed = await fetch(`${first.url}/api/jobs/${demo?.id}`, {
      method: 'PATCH',
      headers: { 'Content-Type': 'application/json' },
      body: JSON.stringify({ name: 'Mine now' }),
    });
    expect(renamed.status).toBe(200);
    // Killed without any goodbye, database and all: the next start recovers.
    first.child.kill('SIGKILL');
    await ended(first.child);

    const second = await start(folder, '--port', '4391');
    // Quick, because nothing is done twice.
    expect(second.printed()).not.toMatch(/Installing|Building|Making the database/);
    expect((await jobs(second.url)).map(({ name }) => name)).toEqual(['Mine now']);
    const stop = ended(second.child);
    second.child.kill('SIGINT');
    expect(await stop).toBe(0);
    await expect(fetch(`${second.url}/api/health`)).rejects.toThrow();

    const third = await start(folder, '--port', '4391', '--reset-demo');
    expect((await jobs(third.url)).map(({ name }) => name)).toEqual(['Larkmoor Ropeworks']);
    const setup = setupSchema.array().parse(((await (await fetch(`${third.url}/api/deleted`)).json()) as { setups: unknown }).setups);
    expect(setup).toEqual([]);
    const stopThird = ended(third.child);
    third.child.kill('SIGTERM');
    expect(await stopThird).toBe(0);
  } finally {
    rmSync(folder, { recursive: true, force: true });
  }
});

test('--empty starts without the demo job, and a wrong option is refused with the reason', async () => {
  test.setTimeout(120_000);
  const folder = mkdtempSync(join(tmpdir(), 'gangway-start-'));
  chmodSync(folder, 0o755);
  try {
    const empty = await start(folder, '--port', '4392', '--empty');
    expect(await jobs(empty.url)).toEqual([]);
    const stop = ended(empty.child);
    empty.child.kill('SIGINT');
    await stop;
    await expect(start(folder, '--port', 'x')).rejects.toThrow(/--port is x; it must be a whole number from 1 to 65535/);
    await expect(start(folder, '--frobnicate')).rejects.toThrow(/frobnicate/);
  } finally {
    rmSync(folder, { recursive: true, force: true });
  }
});

interface Chunk {
  readonly file: string;
  readonly imports?: readonly string[];
  readonly css?: readonly string[];
  readonly isEntry?: boolean;
}

test('the first load stays under 210 kB compressed, and under 275 kB of JavaScript with the bench', () => {
  const manifest = JSON.parse(readFileSync('apps/web/dist/.vite/manifest.json', 'utf8')) as Record<string, Chunk>;
  const entry = Object.keys(manifest).filter((key) => manifest[key]?.isEntry === true);
  const bench = Object.keys(manifest).filter((key) => key.endsWith('BenchPage.tsx'));
  expect([entry.length, bench.length]).toEqual([1, 1]);
  const kilobytes = (keys: readonly string[], styles: boolean): number => {
    const files = new Set<string>();
    const shot = (key: string): void => {
      const chunk = manifest[key];
      if (!chunk || files.has(chunk.file)) return;
      files.add(chunk.file);
      if (styles) chunk.css?.forEach((file) => files.add(file));
      chunk.imports?.forEach(shot);
    };
    keys.forEach(shot);
    return [...files].map((file) => gzipSync(readFileSync(join('apps/web/dist', file))).length).reduce((a, b) => a + b, 0) / 1000;
  };
  const first = kilobytes(entry, true);
  expect(first).toBeGreaterThan(20);
  expect(first).toBeLessThan(210);
  expect(kilobytes([...entry, ...bench], false)).toBeLessThan(275);
});
