import { execFileSync, spawn } from 'node:child_process';
import { chmodSync, existsSync, mkdtempSync, readdirSync, readFileSync, realpathSync, rmSync, statSync, writeFileSync } from 'node:fs';
import { connect } from 'node:net';
import { tmpdir } from 'node:os';
import { dirname, join } from 'node:path';
import { gzipSync } from 'node:zlib';
import { expect, test } from '@playwright/test';
import { jobSchema, jobSummarySchema } from '@gangway/contract/job';
import { FIRST_OPTIONS } from '@gangway/contract/proof';
import sharp from 'sharp';
import { setupSchema } from '@gangway/contract/setup';
import { commandOf, ended, parentOf, processesOf, start, startWith, stopped } from './startCommand';

// The start command as a person runs it, on a data folder of its own.

test.afterEach(() => stopped());

const jobs = async (url: string) => jobSummarySchema.array().parse(await (await fetch(`${url}/api/jobs`)).json());

test('one command opens on the demo job, a second start is quick and finds everything, Ctrl+C stops all of it', async () => {
  test.setTimeout(180_000);
  const folder = mkdtempSync(join(tmpdir(), 'gangway-start-'));
  chmodSync(folder, 0o755);
  try {
    const first = await start(folder, '--port', '4391');
    expect(first.url).toBe('http://127.0.0.1:4391');
    expect(await (await fetch(`${first.url}/api/health`)).json()).toMatchObject({
      status: 'ok',
      database: 'ok',
      space: { level: 'plenty' },
    });
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

test('a second start on a folder in use is refused and leaves the first alone; what only looks like it is not touched', async () => {
  test.setTimeout(240_000);
  const folder = mkdtempSync(join(tmpdir(), 'gangway-start-'));
  const copy = mkdtempSync(join(tmpdir(), 'gangway-copy-'));
  for (const each of [folder, copy]) chmodSync(each, 0o755);
  // A process that has nothing to do with it, of the same user as the database.
  const stranger = spawn('sleep', ['600'], process.getuid?.() === 0 ? { uid: idOf('-u'), gid: idOf('-g') } : {});
  try {
    const first = await start(folder, '--port', '4393');
    await expect(start(folder, '--port', '4394')).rejects.toThrow(/Gangway is running on .* already: open http:\/\/127\.0\.0\.1:4393/);
    expect(await (await fetch(`${first.url}/api/health`)).json()).toMatchObject({ status: 'ok', database: 'ok' });
    // Nobody else on the machine reads what is in it.
    expect(statSync(folder).mode & 0o066).toBe(0);
    for (const inside of ['logs', 'logs/server.log', 'postgres', 'postgres-password', 'running.json'])
      expect([inside, statSync(join(folder, inside)).mode & 0o077]).toEqual([inside, 0]);
    // A copy of the folder names the database of the one that was copied; it is a folder of its own.
    execFileSync('cp', ['-a', `${folder}/.`, copy]);
    const second = await start(copy, '--port', '4394');
    expect(await (await fetch(`${first.url}/api/health`)).json()).toMatchObject({ status: 'ok', database: 'ok' });
    const stop = ended(second.child);
    second.child.kill('SIGINT');
    await stop;
    const stopFirst = ended(first.child);
    first.child.kill('SIGINT');
    await stopFirst;
    // A mark left behind whose number is another process’ by now.
    const pid = String(stranger.pid);
    writeFileSync(join(folder, 'postgres', 'postmaster.pid'), `${pid}\n${folder}/postgres\n1\n5432\n\n127.0.0.1\n\n`);
    writeFileSync(join(folder, 'running.json'), JSON.stringify({ pid: stranger.pid, begun: '1', folder, url: null }));
    const third = await start(folder, '--port', '4393');
    expect(stranger.exitCode).toBeNull();
    expect(stranger.signalCode).toBeNull();
    const stopThird = ended(third.child);
    third.child.kill('SIGINT');
    expect(await stopThird).toBe(0);
  } finally {
    stranger.kill();
    for (const each of [folder, copy]) rmSync(each, { recursive: true, force: true });
  }
});

test('a database that is killed is started again, the server goes on, and nothing is lost', async () => {
  test.setTimeout(180_000);
  const folder = mkdtempSync(join(tmpdir(), 'gangway-start-'));
  chmodSync(folder, 0o755);
  try {
    const started = await start(folder, '--port', '4396');
    const addJob = (name: string) =>
      fetch(`${started.url}/api/jobs`, {
        method: 'POST',
        headers: { 'Content-Type': 'application/json' },
        body: JSON.stringify({ name }),
      });
    for (const name of ['Before', 'Between']) {
      expect((await addJob(name)).status).toBe(201);
      // While somebody reads and writes.
      const busy = Array.from({ length: 20 }, () => addJob('In flight').catch(() => null));
      process.kill(Number(readFileSync(join(folder, 'postgres', 'postmaster.pid'), 'utf8').split('\n')[0]), 'SIGKILL');
      for (const answer of await Promise.all(busy)) expect([201, 503]).toContain(answer?.status);
      await expect
        .poll(async () => (await fetch(`${started.url}/api/health`).catch(() => null))?.status ?? 0, { timeout: 60_000 })
        .toBe(200);
    }
    expect((await jobs(started.url)).map(({ name }) => name)).toEqual(expect.arrayContaining(['Larkmoor Ropeworks', 'Before', 'Between']));
    expect(started.child.exitCode).toBeNull();
    const stop = ended(started.child);
    started.child.kill('SIGINT');
    expect(await stop).toBe(0);
  } finally {
    rmSync(folder, { recursive: true, force: true });
  }
});

test('a server that is killed while its worker starts leaves no worker', async () => {
  test.setTimeout(120_000);
  const folder = mkdtempSync(join(tmpdir(), 'gangway-start-'));
  chmodSync(folder, 0o755);
  const workers = () =>
    readdirSync('/proc')
      .filter((name) => /^\d+$/u.test(name))
      .filter((pid) => {
        try {
          const of = (file: string) => readFileSync(`/proc/${pid}/${file}`, 'utf8');
          return of('cmdline').includes('worker.mjs') && of('environ').includes(folder);
        } catch {
          return false;
        }
      });
  try {
    const started = await start(folder, '--port', '4395');
    await expect.poll(() => workers().length).toBe(1);
    const servers = readdirSync('/proc').filter(
      (pid) => /^\d+$/u.test(pid) && commandOf(pid).includes('server.mjs') && parentOf(pid) === started.child.pid,
    );
    expect(servers).toHaveLength(1);
    // At once, before the worker has opened anything.
    process.kill(Number(servers[0]), 'SIGKILL');
    await ended(started.child);
    await expect.poll(() => workers(), { timeout: 15_000 }).toEqual([]);
  } finally {
    rmSync(folder, { recursive: true, force: true });
  }
});

test('a start command that is killed leaves nothing running, and the next one finds everything', async () => {
  test.setTimeout(120_000);
  const folder = mkdtempSync(join(tmpdir(), 'gangway-start-'));
  chmodSync(folder, 0o755);
  try {
    const first = await start(folder, '--port', '4397');
    await expect.poll(() => processesOf(folder).length).toBeGreaterThan(3);
    first.child.kill('SIGKILL');
    await expect.poll(() => processesOf(folder), { timeout: 15_000 }).toEqual([]);
    const second = await start(folder, '--port', '4397');
    expect((await jobs(second.url)).map(({ name }) => name)).toEqual(['Larkmoor Ropeworks']);
  } finally {
    await stopped();
    rmSync(folder, { recursive: true, force: true });
  }
});

test('what takes long is answered by a process of its own; killed, it is started again, and ends with the server', async () => {
  test.setTimeout(120_000);
  const folder = mkdtempSync(join(tmpdir(), 'gangway-start-'));
  chmodSync(folder, 0o755);
  const lanes = () => processesOf(folder).filter((pid) => commandOf(pid).includes('laneProcess'));
  try {
    const { child, url } = await start(folder, '--port', '4396');
    const [demo] = await jobs(url);
    const archive = async () => {
      const answer = await fetch(`${url}/api/jobs/${demo?.id}/archive`);
      return { status: answer.status, bytes: (await answer.arrayBuffer()).byteLength, id: answer.headers.get('x-request-id') };
    };
    expect(lanes()).toHaveLength(0);
    const first = await archive();
    expect(first.status).toBe(200);
    expect(first.bytes).toBeGreaterThan(3000);
    const [lane] = lanes();
    expect(lanes()).toHaveLength(1);
    process.kill(Number(lane), 'SIGKILL');
    await expect.poll(async () => (await archive()).status).toBe(200);
    expect(lanes()).toHaveLength(1);
    expect(lanes()[0]).not.toBe(lane);
    // A refusal comes back as the server says it, with the id that is in its log.
    const refused = await fetch(`${url}/api/jobs/${demo?.id}/log/changes`, {
      method: 'POST',
      headers: { 'Content-Type': 'application/json' },
      body: JSON.stringify({ put: [], remove: [], strange: 'x'.repeat(100_000) }),
    });
    expect(refused.status).toBe(400);
    const { instance } = (await refused.json()) as { instance: string };
    expect(instance).toBe(`urn:uuid:${refused.headers.get('x-request-id')}`);
    const tooLarge = await fetch(`${url}/api/jobs/${demo?.id}/log/changes`, {
      method: 'POST',
      headers: { 'Content-Type': 'application/json' },
      body: JSON.stringify({ put: [], remove: [], strange: 'x'.repeat(20_000_000) }),
    });
    expect(tooLarge.status).toBe(413);
    expect(await tooLarge.json()).toHaveProperty('error.message', 'The request is too large; at most 12288 kB are accepted.');
    child.kill('SIGINT');
    await ended(child);
    expect(lanes()).toEqual([]);
  } finally {
    await stopped();
    rmSync(folder, { recursive: true, force: true });
  }
});

test('Ctrl+C ends within two seconds although somebody follows the progress of a picture, and half a request is open', async () => {
  test.setTimeout(120_000);
  const folder = mkdtempSync(join(tmpdir(), 'gangway-start-'));
  chmodSync(folder, 0o755);
  try {
    // Without a worker the picture waits for as long as one looks.
    const { child, url } = await startWith({ GANGWAY_WORKERS: '0' }, folder, '--port', '4398');
    const [demo] = await jobs(url);
    const post = async (path: string, body: unknown) =>
      (await (
        await fetch(`${url}/api/${path}`, {
          method: 'POST',
          headers: { 'Content-Type': 'application/json' },
          body: JSON.stringify(body),
        })
      ).json()) as { id: string };
    const { setups } = jobSchema.parse(await (await fetch(`${url}/api/jobs/${demo?.id}`)).json());
    const set = await post(`setups/${setups[0]?.id}/frame-sets`, { name: 'Series', origin: 'files', planned: false });
    const png = await sharp({ create: { width: 64, height: 48, channels: 3, background: '#446' } })
      .composite([{ input: Buffer.from('<svg width="30" height="20"><rect width="30" height="20" fill="#eee"/></svg>') }])
      .png()
      .toBuffer();
    const sent = await fetch(`${url}/api/frame-sets/${set.id}/frames?name=a.png&role=frame`, {
      method: 'POST',
      headers: { 'Content-Type': 'application/octet-stream' },
      body: new Uint8Array(png),
    });
    expect(sent.status).toBe(201);
    const made = await post(`frame-sets/${set.id}/assemblies`, FIRST_OPTIONS);
    const events = await fetch(`${url}/api/assemblies/${made.id}/events`);
    const following = events.body?.getReader();
    expect(new TextDecoder().decode((await following?.read())?.value)).toContain('"state":"waiting"');
    const half = connect(4398, '127.0.0.1');
    half.on('error', () => undefined);
    half.write('POST /api/jobs HTTP/1.1\r\nHost: 127.0.0.1:4398\r\nContent-Type: application/json\r\nContent-Length: 50\r\n\r\n{');
    const stop = ended(child);
    const begun = Date.now();
    child.kill('SIGINT');
    expect(await stop).toBe(0);
    // Two seconds for the server, and the database’s own on a slow machine.
    expect(Date.now() - begun).toBeLessThan(4000);
    expect(readdirSync(join(folder, 'scratch')).filter((name) => name.startsWith('server-'))).toEqual([]);
    half.destroy();
  } finally {
    await stopped();
    rmSync(folder, { recursive: true, force: true });
  }
});

test('a disk that is nearly full is announced, and what would be written refused with the reason', async () => {
  test.setTimeout(120_000);
  const folder = mkdtempSync(join(tmpdir(), 'gangway-start-'));
  chmodSync(folder, 0o755);
  try {
    // No disk has that much.
    const { url, printed } = await startWith({ GANGWAY_KEEP_FREE_GB: '900000' }, folder, '--port', '4399');
    await expect.poll(printed).toMatch(/Only \d+\.\d GB are free .* Nothing can be saved/);
    const refused = await fetch(`${url}/api/jobs`, {
      method: 'POST',
      headers: { 'Content-Type': 'application/json' },
      body: JSON.stringify({ name: 'No room' }),
    });
    expect([refused.status, await refused.text()]).toEqual([507, expect.stringContaining('nothing more can be saved')]);
    expect(await jobs(url)).toHaveLength(1);
  } finally {
    await stopped();
    rmSync(folder, { recursive: true, force: true });
  }
});

test('the data is brought over to another database; the old one is kept, and put back when anything fails', async () => {
  test.setTimeout(180_000);
  const folder = mkdtempSync(join(tmpdir(), 'gangway-start-'));
  chmodSync(folder, 0o755);
  try {
    const first = await start(folder, '--port', '4400');
    await fetch(`${first.url}/api/jobs`, {
      method: 'POST',
      headers: { 'Content-Type': 'application/json' },
      body: JSON.stringify({ name: 'Carried over' }),
    });
    await stopped('SIGINT');
    // There is one PostgreSQL on this machine: it plays both.
    const carry = (to: string) =>
      execFileSync(
        'node',
        [
          '--input-type=module',
          '-e',
          `import { carriedOver, postgresBinaries } from './scripts/lib/postgres.mjs';
           await carriedOver(process.env.FOLDER, { to: ${to}, kept: process.env.FOLDER + '/postgres-old' });`,
        ],
        { env: { ...process.env, FOLDER: folder }, stdio: 'pipe' },
      );
    // One whose programs dump, and do not make a database.
    const broken = join(folder, 'broken');
    execFileSync('cp', [
      '-rL',
      dirname(
        realpathSync(
          execFileSync(
            'node',
            [
              '--input-type=module',
              '-e',
              `import { postgresBinaries } from './scripts/lib/postgres.mjs'; process.stdout.write(postgresBinaries() + '/initdb')`,
            ],
            { encoding: 'utf8' },
          ),
        ),
      ),
      broken,
    ]);
    rmSync(join(broken, 'initdb'));
    expect(() => carry(JSON.stringify(broken))).toThrow(/initdb/);
    expect(existsSync(join(folder, 'postgres-old'))).toBe(false);
    carry('postgresBinaries()');
    expect(existsSync(join(folder, 'postgres-old', 'PG_VERSION'))).toBe(true);
    const second = await start(folder, '--port', '4400');
    expect((await jobs(second.url)).map(({ name }) => name).sort()).toEqual(['Carried over', 'Larkmoor Ropeworks']);
    await stopped('SIGINT');
    // Nothing newer is on the machine: it says so and starts.
    const third = await start(folder, '--port', '4400', '--upgrade-database');
    expect(third.printed()).toContain('the newest on this machine');
  } finally {
    await stopped();
    rmSync(folder, { recursive: true, force: true });
  }
});

const idOf = (flag: string): number => Number(execFileSync('id', [flag, 'postgres'], { encoding: 'utf8' }));

interface Chunk {
  readonly file: string;
  readonly imports?: readonly string[];
  readonly css?: readonly string[];
  readonly isEntry?: boolean;
}

test('the first load stays under 210 kB compressed, and under 320 kB of JavaScript with the bench', () => {
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
  // The page of jobs is one file, which the bench has too.
  expect(kilobytes([...entry, ...bench], false)).toBeLessThan(320);
});
