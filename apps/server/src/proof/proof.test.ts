import { execFileSync, fork } from 'node:child_process';
import { existsSync } from 'node:fs';
import { mkdir, mkdtemp, readdir, readFile, rm, writeFile } from 'node:fs/promises';
import { createServer, type Server } from 'node:http';
import { tmpdir } from 'node:os';
import { join, resolve } from 'node:path';
import type { AddressInfo } from 'node:net';
import { eq, sql } from 'drizzle-orm';
import type PgBoss from 'pg-boss';
import { pino } from 'pino';
import sharp from 'sharp';
import request from 'supertest';
import { DEMO_SETUPS } from '@gangway/contract/demo';
import { assemblySchema, FIRST_OPTIONS, frameSchema, setSchema, type Assembly, type FrameSet } from '@gangway/contract/proof';
import { storedSettings } from '@gangway/contract/storedSetup';
import { FIRST_MOSAIC } from '@gangway/core/mosaic/mosaic';
import { createApp } from '../app';
import { assemblies } from '../db/schema';
import { testDatabase } from '../testDatabase.test-support';
import { assemble } from '@gangway/vision/assembly/assemble';
import { roomScene, writtenFrame } from '@gangway/vision/assembly/knownScenes.test-support';
import { makePicture } from '@gangway/vision/assembly/makePicture';
import { knownFrames, type KnownFrames } from '@gangway/vision/assembly/knownFrames.test-support';
import { openQueue } from './queue';
import { folderStore } from './store/folderStore';
import type { Store } from './store/store';
import { sweep, work, workFromQueue, type WorkParts } from './work';

jest.setTimeout(90_000);

const logger = pino({ level: 'silent' });
let database: Awaited<ReturnType<typeof testDatabase>>;
let server: Server;
let boss: PgBoss;
let folder = '';
let store: Store;
let base = '';
let known: KnownFrames;
let setupId = '';
let quotaBytes: number | null = null;
const api = () => request(base);
const parts = (): WorkParts => ({
  db: database.connection.db,
  store,
  logger,
  scratch: join(folder, 'scratch'),
  run: (job) => makePicture(job),
});

beforeAll(async () => {
  database = await testDatabase();
  folder = await mkdtemp(join(tmpdir(), 'gangway-proof-'));
  store = folderStore(join(folder, 'store'));
  boss = await openQueue(database.url, logger);
  const proof = {
    store,
    boss,
    scratch: join(folder, 'scratch'),
    get quotaBytes() {
      return quotaBytes;
    },
  };
  server = createServer(createApp({ db: database.connection.db, logger, webDir: null, proof })).listen(0, '127.0.0.1');
  await new Promise((done) => server.once('listening', done));
  base = `http://127.0.0.1:${(server.address() as AddressInfo).port}`;
  known = await knownFrames(folder, { columns: 2, rows: 1 });
  const { body: job } = await api().post('/api/jobs').send({ name: 'Proofs' }).expect(201);
  const sheet = DEMO_SETUPS.find(({ name }) => /sheet/i.test(name));
  if (!sheet) throw new Error('no ledger sheet');
  const { body: setup } = await api()
    .post(`/api/jobs/${(job as { id: string }).id}/setups`)
    .send({
      name: 'Sheet',
      settings: storedSettings({
        ...sheet.settings,
        mosaic: { ...FIRST_MOSAIC, frames: [-12, 0, 12].map((shiftMm) => ({ riseMm: 0, shiftMm, turned: false })) },
      }),
    })
    .expect(201);
  setupId = (setup as { id: string }).id;
});

afterAll(async () => {
  server.close();
  await boss.stop({ graceful: false, close: true });
  await database.drop();
  await rm(folder, { recursive: true, force: true });
});

async function newSet(planned = false): Promise<FrameSet> {
  return setSchema.parse(
    (await api().post(`/api/setups/${setupId}/frame-sets`).send({ name: 'Series', origin: 'files', planned }).expect(201)).body,
  );
}
const put = (setId: string, name: string, body: Buffer, role = 'frame') =>
  api().post(`/api/frame-sets/${setId}/frames`).query({ name, role }).set('Content-Type', 'application/octet-stream').send(body);
async function filled(): Promise<FrameSet> {
  const set = await newSet();
  for (const { name, path } of known.files) frameSchema.parse((await put(set.id, name, await readFile(path)).expect(201)).body);
  return set;
}
const OPTIONS = { ...FIRST_OPTIONS, columns: 2, rows: 1 };
async function begun(setId: string, options = OPTIONS): Promise<Assembly> {
  return assemblySchema.parse((await api().post(`/api/frame-sets/${setId}/assemblies`).send(options).expect(201)).body);
}
const read = async (id: string): Promise<Assembly> => assemblySchema.parse((await api().get(`/api/assemblies/${id}`).expect(200)).body);

describe('frames come in', () => {
  test('frames come in in their order, each once', async () => {
    const set = await filled();
    const { body } = await api().get(`/api/setups/${setupId}/frame-sets`).expect(200);
    const found = (body as { sets: FrameSet[] }).sets.find(({ id }) => id === set.id);
    expect(found?.frames.map((frame) => [frame?.name, frame?.width, frame?.height, frame?.bits, frame?.format])).toEqual(
      known.files.map(({ name }) => [name, 420, 320, 16, 'png']),
    );
    const [first] = known.files;
    const { body: twin } = await put(set.id, 'copy.png', await readFile(first?.path ?? '')).expect(409);
    expect(twin).toMatchObject({ error: { code: 'doubled', message: expect.stringContaining('frame-0.png') as string } });
    // Turned about by hand; an order that loses one is refused.
    const ids = found?.frames.map((frame) => frame?.id) ?? [];
    const turned = setSchema.parse(
      (
        await api()
          .patch(`/api/frame-sets/${set.id}`)
          .send({ order: [...ids].reverse() })
          .expect(200)
      ).body,
    );
    expect(turned.frames.map((frame) => frame?.id)).toEqual([...ids].reverse());
    await api()
      .patch(`/api/frame-sets/${set.id}`)
      .send({ order: ids.slice(1) })
      .expect(400);
  });

  test('and what cannot be a frame is refused by name, with nothing left behind', async () => {
    const set = await newSet();
    await writeFile(join(folder, 'text.tif'), 'This is a letter, not a picture.');
    const claims = Buffer.from(await readFile(known.files[0]?.path ?? ''));
    // The header of a PNG (ISO/IEC 15948): width and height at 16 and 20, the sum of the chunk left wrong.
    claims.writeUInt32BE(60_000, 16);
    claims.writeUInt32BE(60_000, 20);
    const whole = await readFile(known.files[0]?.path ?? '');
    for (const [name, bytes, words] of [
      ['text.tif', await readFile(join(folder, 'text.tif')), /text\.tif is not a picture/],
      ['cut.png', whole.subarray(0, whole.length / 2), /cut\.png is incomplete or damaged/],
      ['huge.png', claims, /huge\.png (has 60000 × 60000 px, which is 3600 million|is not a picture)/],
      [
        'drawing.gif',
        await sharp({ create: { width: 64, height: 64, channels: 3, background: 'red' } })
          .gif()
          .toBuffer(),
        /is GIF; PNG, JPEG or TIFF/,
      ],
    ] as const) {
      const { body } = await put(set.id, name, Buffer.from(bytes)).expect(422);
      expect((body as { error: { message: string } }).error.message).toMatch(words);
    }
    expect((await readdir(join(folder, 'scratch'))).filter((name) => name.startsWith('incoming'))).toEqual([]);
    await put(set.id, '', whole).expect(400);
    await put(set.id, 'x.png', whole, 'portrait').expect(400);
  });

  test('a header that claims 60 000 by 60 000 is refused before anything is unpacked', async () => {
    // A TIFF of TIFF 6.0 with nothing but such a header.
    const entries = [
      [256, 4, 60_000],
      [257, 4, 60_000],
      [258, 3, 8],
      [259, 3, 1],
      [262, 3, 1],
      [273, 4, 8],
      [277, 3, 1],
      [278, 4, 60_000],
      [279, 4, 100],
    ] as const;
    const bytes = Buffer.alloc(8 + 2 + 12 * entries.length + 4 + 200);
    bytes.write('II*\0', 'latin1');
    bytes.writeUInt32LE(8, 4);
    bytes.writeUInt16LE(entries.length, 8);
    entries.forEach(([tag, type, value], i) => {
      bytes.writeUInt16LE(tag, 10 + 12 * i);
      bytes.writeUInt16LE(type, 12 + 12 * i);
      bytes.writeUInt32LE(1, 14 + 12 * i);
      bytes.writeUInt32LE(value, 18 + 12 * i);
    });
    const { body } = await put((await newSet()).id, 'claims.tif', bytes).expect(422);
    expect((body as { error: { message: string } }).error.message).toMatch(/60000 × 60000 px, which is 3600 million; at most 400/);
  });

  test('black and burnt-out frames are accepted with a remark', async () => {
    const set = await newSet();
    const flat = (level: number) =>
      sharp({ create: { width: 64, height: 64, channels: 3, background: { r: level, g: level, b: level } } })
        .png()
        .toBuffer();
    for (const [level, words] of [
      [0, /black all over/],
      [255, /white all over/],
      [120, /the same all over/],
    ] as const) {
      const frame = frameSchema.parse((await put(set.id, `${level}.png`, await flat(level)).expect(201)).body);
      expect(frame.remarks.join(' ')).toMatch(words);
    }
  });

  test('what would go over the quota is refused before it is read', async () => {
    const set = await newSet();
    quotaBytes = 1000;
    const { body } = await put(set.id, 'a.png', await readFile(known.files[0]?.path ?? '')).expect(507);
    quotaBytes = null;
    expect((body as { error: { code: string } }).error.code).toBe('over_quota');
  });

  test('a series that follows the plan has a place for each frame of the mosaic, and an emptied place stays', async () => {
    const set = await newSet(true);
    expect(set.plan?.frames.length).toBe(set.frames.length);
    expect(set.frames).toEqual([null, null, null]);
    const frame = frameSchema.parse((await put(set.id, 'a.png', await readFile(known.files[0]?.path ?? '')).expect(201)).body);
    const after = setSchema.parse((await api().delete(`/api/frames/${frame.id}`).expect(200)).body);
    expect(after.frames).toEqual(set.frames);
    expect(existsSync(join(folder, 'store', 'frames', frame.id, 'file.png'))).toBe(false);
  });
});

describe('the simulated back delivers', () => {
  const deliver = (setId: string, query: Record<string, string | number>, length = 64 * 48 * 6) =>
    api()
      .post(`/api/frame-sets/${setId}/exposures`)
      .query({ number: 3, width: 64, height: 48, bits: 16, format: 'tiff', takenAt: '2026-11-25T09:30:00.250Z', exposureS: 0.5, ...query })
      .set('Content-Type', 'application/octet-stream')
      .send(Buffer.from(Uint16Array.from({ length: length / 2 }, (_, i) => (i * 977) % 65_536).buffer));

  test.each(['tiff', 'png'] as const)('%s as such a rig writes them: without contacts no aperture and no focal length', async (format) => {
    const set = await newSet(true);
    const bare = frameSchema.parse((await deliver(set.id, { format }).expect(201)).body);
    expect(bare).toMatchObject({
      width: 64,
      height: 48,
      bits: 16,
      takenAt: '2026-11-25T09:30:00.250Z',
      wrote: { fNumber: null, focalMm: null, exposureS: 0.5 },
    });
    const heard = frameSchema.parse((await deliver(set.id, { format, number: 4, fNumber: 5.6, focalMm: 24 }).expect(201)).body);
    expect(heard.wrote).toEqual({ fNumber: 5.6, focalMm: 24, exposureS: 0.5 });
    // By an independent reader, exiftool of Debian.
    const [said] = JSON.parse(
      execFileSync('exiftool', ['-json', '-n', join(folder, 'store', 'frames', heard.id, `file.${format}`)]).toString(),
    ) as [Record<string, unknown>];
    expect(said).toMatchObject({ FNumber: 5.6, FocalLength: 24, ExposureTime: 0.5, Model: 'Simulated back' });
    const [silent] = JSON.parse(
      execFileSync('exiftool', ['-json', '-n', join(folder, 'store', 'frames', bare.id, `file.${format}`)]).toString(),
    ) as [Record<string, unknown>];
    expect(silent).not.toHaveProperty('FNumber');
    expect(silent).not.toHaveProperty('FocalLength');
  });

  test('nothing that is not what it announces', async () => {
    const set = await newSet(true);
    const { body } = await deliver(set.id, { width: 65 }).expect(400);
    expect((body as { error: { message: string } }).error.message).toMatch(/65 × 48 px of 16 bit are 18720 bytes; 18432 were announced/);
    await deliver(set.id, { bits: 12 }).expect(400);
    await deliver(set.id, { takenAt: 'yesterday' }).expect(400);
  });
});

describe('putting together', () => {
  test('an assembly goes through the queue, reports its progress, and its result is viewed and removed', async () => {
    const worker = await openQueue(database.url, logger);
    const working = await workFromQueue(parts(), worker);
    try {
      const { id } = await begun((await filled()).id);
      // Server-sent events until the end.
      const events = (await (await fetch(`${base}/api/assemblies/${id}/events`)).text())
        .split('\n\n')
        .filter((part) => part.startsWith('data: '))
        .map((part) => assemblySchema.parse(JSON.parse(part.slice(6))));
      expect(events.map(({ state }) => state)).toContain('running');
      const last = events.at(-1);
      expect(last?.state).toBe('done');
      expect(events.map(({ share }) => share)).toEqual([...events.map(({ share }) => share)].sort((a, b) => a - b));
      expect(last?.report?.seams[0]?.state).toBe('fits');
      const picture = await api()
        .get(`/api/assemblies/${id}/picture`)
        .buffer()
        .parse((res, done) => {
          const chunks: Buffer[] = [];
          res.on('data', (chunk: Buffer) => chunks.push(chunk));
          res.on('end', () => done(null, Buffer.concat(chunks)));
        });
      expect(await sharp(picture.body as Buffer).metadata()).toMatchObject({
        format: 'tiff',
        width: last?.report?.width,
        height: last?.report?.height,
        depth: 'ushort',
        density: 300,
      });
      const { body: sidecar } = await api().get(`/api/assemblies/${id}/sidecar`).expect(200);
      expect(sidecar).toMatchObject({
        format: 'gangway-assembly',
        width: last?.report?.width,
        frames: [{ name: 'frame-0.png' }, { name: 'frame-1.png' }],
      });
      const top = Math.ceil(Math.log2(last?.report?.width ?? 1));
      const tile = await api().get(`/api/assemblies/${id}/tiles/${top}/1/0`).expect(200);
      expect(await sharp(tile.body as Buffer).metadata()).toMatchObject({ width: (last?.report?.width ?? 0) - 512, format: 'jpeg' });
      const small = await api()
        .get(`/api/assemblies/${id}/tiles/${top - 2}/0/0`)
        .expect(200);
      expect(await sharp(small.body as Buffer).metadata()).toMatchObject({ width: Math.ceil((last?.report?.width ?? 0) / 4) });
      await api().get(`/api/assemblies/${id}/tiles/${top}/9/0`).expect(404);
      expect(await readdir(join(folder, 'scratch'))).not.toContainEqual(expect.stringMatching(/^assembly-/));
    } finally {
      await working.stop();
    }
  });

  test('exposures of one scene are fused, or merged into linear light; a file comes with its length, in parts, and named by job, setup and series', async () => {
    const set = await newSet();
    for (const [i, exposure] of [0.1, 0.8, 6.4].entries()) {
      const exif = { ExposureTime: ['1/80', '1/10', '8/10'][i] ?? '' };
      const { name, path } = await writtenFrame(folder, `bracket-${i}.png`, {
        scene: roomScene(3),
        width: 240,
        height: 180,
        exposure,
        exif,
      });
      await put(set.id, name, await readFile(path)).expect(201);
    }
    const done = async (options: Partial<typeof OPTIONS>): Promise<Assembly> => {
      const { id } = await begun(set.id, { ...OPTIONS, ...options });
      await work(parts(), id);
      return read(id);
    };
    const fused = await done({ method: 'bracket' });
    expect(fused).toMatchObject({ state: 'done', report: { width: 240, height: 180, bits: 16, seams: [] } });
    expect(fused.report?.frames.map(({ stops }) => Math.round(stops ?? NaN))).toEqual([-3, 0, 3]);
    const light = await done({ method: 'light' });
    expect(light).toMatchObject({ state: 'done', report: { bits: 32 } });
    const tile = await api().get(`/api/assemblies/${light.id}/tiles/8/0/0`).expect(200);
    expect(await sharp(tile.body as Buffer).metadata()).toMatchObject({ width: 240, format: 'jpeg' });
    const { body: note } = await api().get(`/api/assemblies/${light.id}/sidecar`).expect(200);
    expect((note as { readonly madeHow: readonly string[] }).madeHow[0]).toMatch(/linear light/u);
    expect(await done({ method: 'light', output: 'png' })).toMatchObject({
      state: 'failed',
      error: expect.stringMatching(/choose TIFF/u) as string,
    });

    await api().get(`/api/assemblies/${light.id}/export`).query({ output: 'jpeg', ratio: 'whole', sharpening: 'none' }).expect(409);
    const whole = await api().get(`/api/assemblies/${light.id}/picture`).expect(200);
    expect(Number(whole.headers['content-length'])).toBe(light.bytes);
    expect(decodeURIComponent(whole.headers['content-disposition'] ?? '')).toContain('Proofs – Sheet – Series.tif');
    const part = await api().get(`/api/assemblies/${light.id}/picture`).set('Range', 'bytes=0-3').expect(206);
    expect(part.headers['content-range']).toBe(`bytes 0-3/${light.bytes ?? ''}`);
  });

  test('a finished picture is exported rotated, cropped, smaller and sharpened, without empty corners; what cannot be is refused by name', async () => {
    const { id } = await begun((await filled()).id);
    await work(parts(), id);
    const { report } = await read(id);
    const get = (query: object) =>
      api()
        .get(`/api/assemblies/${id}/export`)
        .query({ output: 'jpeg', longPx: 300, ratio: '1.5', turnDeg: 0, sharpening: 'none', ...query })
        .buffer()
        .parse((res, done) => {
          const chunks: Buffer[] = [];
          res.on('data', (chunk: Buffer) => chunks.push(chunk));
          res.on('end', () => done(null, Buffer.concat(chunks)));
        });
    const small = await get({}).expect(200);
    expect(await sharp(small.body as Buffer).metadata()).toMatchObject({ format: 'jpeg', width: 300, height: 200 });
    expect(decodeURIComponent(small.headers['content-disposition'] ?? '')).toContain('Proofs – Sheet – Series, 300 × 200.jpg');
    const turned = await get({ turnDeg: 4, ratio: 'whole', longPx: '', output: 'tiff' }).expect(200);
    const { data, info } = await sharp(turned.body as Buffer)
      .raw()
      .toBuffer({ resolveWithObject: true });
    expect(info.width).toBeLessThan(report?.width ?? 0);
    expect(info.width).toBeGreaterThan(0.8 * (report?.width ?? 0));
    // The picture has no black: a corner that is would be empty.
    for (const [x, y] of [
      [0, 0],
      [info.width - 1, 0],
      [0, info.height - 1],
      [info.width - 1, info.height - 1],
    ] as const)
      expect(data[3 * (y * info.width + x)]).toBeGreaterThan(20);
    expect((await sharp(turned.body as Buffer).metadata()).depth).toBe('ushort');
    // Sharpening raises the contrast from pixel to pixel.
    const roughness = async (body: unknown): Promise<number> => {
      const { data: values, info: of } = await sharp(body as Buffer)
        .greyscale()
        .raw()
        .toBuffer({ resolveWithObject: true });
      return values.reduce((sum, value, i) => sum + (i % of.width === 0 ? 0 : Math.abs(value - (values[i - 1] ?? 0))), 0);
    };
    const sharp_ = await get({ sharpening: 'print' }).expect(200);
    expect(await roughness(sharp_.body)).toBeGreaterThan(1.05 * (await roughness(small.body)));
    for (const [query, field, words] of [
      [{ longPx: 10 }, 'longPx', 'Long side must be a number from 64 to 65535 px'],
      [{ turnDeg: 40 }, 'turnDeg', 'Rotation must be a number from −10 to 10°'],
      [{ output: 'gif' }, 'output', 'jpeg'],
    ] as const) {
      const { body } = await get(query).expect(400);
      const { error } = JSON.parse(String(body)) as { error: { message: string; path: readonly string[] } };
      expect([error.path, error.message]).toEqual([[field], expect.stringContaining(words)]);
    }
  });

  test('a mosaic with several exposures at each position is fused first, then assembled', async () => {
    const set = await newSet();
    for (const { name, path } of known.files)
      for (const [i, by] of [0.5, 1, 2].entries()) {
        const bytes = await sharp(path)
          .linear(by ** (1 / 2.2), 0)
          .toColourspace('rgb16')
          .png()
          .toBuffer();
        await put(set.id, `${i}-${name}`, bytes).expect(201);
      }
    const { id } = await begun(set.id, { ...OPTIONS, exposures: 3 });
    await work(parts(), id);
    const { state, report, error } = await read(id);
    expect(error).toBeNull();
    expect(state).toBe('done');
    expect(report?.frames).toHaveLength(2);
    expect(report?.seams.map((seam) => seam.state)).toEqual(['fits']);
    const [first, second] = report?.frames ?? [];
    expect((second?.left ?? NaN) - (first?.left ?? NaN)).toBeCloseTo((known.truth[1]?.left ?? NaN) - (known.truth[0]?.left ?? NaN), 0);
    // Frames that do not divide are refused in words.
    const odd = await begun(set.id, { ...OPTIONS, exposures: 4 });
    await work(parts(), odd.id);
    expect((await read(odd.id)).error).toBe(
      '6 frames do not divide into positions with 4 exposures each. Add the missing frames or change the number of exposures.',
    );
  });

  test('work claimed twice gives one result; the work of a lost worker is claimed again, three times at most', async () => {
    const { db } = database.connection;
    const { id } = await begun((await filled()).id);
    let runs = 0;
    const counting: WorkParts = { ...parts(), run: (job) => assemble(job).finally(() => runs++) };
    await Promise.all([work(counting, id), work(counting, id)]);
    await work(counting, id);
    expect(runs).toBe(1);
    expect((await read(id)).state).toBe('done');

    const other = await begun((await filled()).id);
    for (let attempt = 1; attempt <= 3; attempt++) {
      // A worker took it up and was never heard of again.
      await db
        .update(assemblies)
        .set({ state: 'running', attempts: attempt, heardAt: sql`now() - interval '1 hour'` })
        .where(eq(assemblies.id, other.id));
      await sweep(db, boss);
      expect((await read(other.id)).state).toBe(attempt < 3 ? 'waiting' : 'failed');
    }
    expect((await read(other.id)).error).toMatch(/stopped 3 times while assembling/);
  });

  test('is cancelled at once, wherever it is, and leaves nothing behind', async () => {
    const { id } = await begun((await filled()).id);
    const stopped = new Promise<void>((done) => {
      const hanging: WorkParts = {
        ...parts(),
        run: (_job, signal) => new Promise((_, failed) => signal.addEventListener('abort', () => failed(new Error('stopped')))),
      };
      void work(hanging, id).then(done);
    });
    while ((await read(id)).state !== 'running') await new Promise((next) => setTimeout(next, 50));
    const at = Date.now();
    await api().post(`/api/assemblies/${id}/cancel`).expect(200);
    await stopped;
    expect(Date.now() - at).toBeLessThan(3000);
    expect((await read(id)).state).toBe('cancelled');
    expect(await readdir(join(folder, 'scratch'))).not.toContainEqual(expect.stringMatching(/^assembly-/));
    // One that waits is never begun.
    const waiting = await begun((await filled()).id);
    await api().post(`/api/assemblies/${waiting.id}/cancel`).expect(200);
    await work(parts(), waiting.id);
    expect((await read(waiting.id)).state).toBe('cancelled');
  });

  test('a full disk and a file that is gone are said in words', async () => {
    const { id } = await begun((await filled()).id);
    await work(
      { ...parts(), run: () => Promise.reject(Object.assign(new Error('ENOSPC: no space left on device'), { code: 'ENOSPC' })) },
      id,
    );
    expect(await read(id)).toMatchObject({ state: 'failed', error: expect.stringMatching(/disk filled up/) as string });
    const set = await filled();
    const { body } = await api().get(`/api/setups/${setupId}/frame-sets`).expect(200);
    const frame = (body as { sets: FrameSet[] }).sets.find((each) => each.id === set.id)?.frames[0];
    await store.remove(`frames/${frame?.id ?? ''}/file.png`);
    const gone = await begun(set.id);
    await work(parts(), gone.id);
    expect((await read(gone.id)).error).toMatch(/not in the store any more/);
  });

  test('two at once in two processes, one of them killed in the middle: both come to their end, once', async () => {
    const env = {
      ...process.env,
      DATABASE_URL: database.url,
      GANGWAY_STORE: join(folder, 'store'),
      GANGWAY_SCRATCH: join(folder, 'scratch'),
      LOG_LEVEL: 'silent',
    };
    await mkdir(join(folder, 'scratch', 'of-other-database', 'assembly-theirs'), { recursive: true });
    const launch = () => fork(resolve('apps/server/dist/worker.mjs'), { env, stdio: 'ignore', execArgv: [] });
    const first = launch();
    try {
      const [a, b] = [await begun((await filled()).id), await begun((await filled()).id)];
      while ((await read(a.id)).state === 'waiting' && (await read(b.id)).state === 'waiting')
        await new Promise((next) => setTimeout(next, 20));
      first.kill('SIGKILL');
      // Nobody waits twenty seconds in a test: the killed one was last heard of long ago.
      await database.connection.db
        .update(assemblies)
        .set({ heardAt: sql`now() - interval '1 hour'` })
        .where(eq(assemblies.state, 'running'));
      const second = launch();
      try {
        for (const { id } of [a, b]) {
          while (['waiting', 'running'].includes((await read(id)).state)) await new Promise((next) => setTimeout(next, 100));
          expect(await read(id)).toMatchObject({ state: 'done', error: null });
        }
        // The killed one left its unpacked frames; the one that came after it took them away, but nothing of another database's.
        const left = async () =>
          (await readdir(join(folder, 'scratch'), { recursive: true })).filter((name) => /^of-(?!other).*assembly-/.test(name));
        // Its own last one goes a moment after the picture is said to be done.
        for (let i = 0; i < 100 && (await left()).length > 0; i++) await new Promise((next) => setTimeout(next, 100));
        expect(await left()).toEqual([]);
        expect(await readdir(join(folder, 'scratch', 'of-other-database'))).toEqual(['assembly-theirs']);
      } finally {
        second.kill('SIGKILL');
      }
    } finally {
      first.kill('SIGKILL');
    }
    await api()
      .delete(`/api/frame-sets/${(await filled()).id}`)
      .expect(200);
  });
});
