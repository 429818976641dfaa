import { cleanText } from '@gangway/contract/cleanText';
import { geometryOf } from '@gangway/core/geometry/geometry';
import { execFileSync } from 'node:child_process';
import { createHash, randomUUID } from 'node:crypto';
import { mkdtemp, readdir, readFile, writeFile } from 'node:fs/promises';
import { join } from 'node:path';
import fc from 'fast-check';
import { pdfText } from './pdfText.test-support';
import sharp from 'sharp';
import request from 'supertest';
import { ARCHIVED_RECORDS, ARCHIVE_VERSION, archivedJobSchema } from '@gangway/contract/archive';
import { DEMO_SETUPS } from '@gangway/contract/demo';
import { jobSchema, type StoredJob } from '@gangway/contract/job';
import { attachmentSchema, logConflictSchema, logPageSchema, logSchema, type Log } from '@gangway/contract/log';
import { apiErrorSchema } from '@gangway/contract/apiError';
import { FIRST_OPTIONS, setSchema, setsSchema } from '@gangway/contract/proof';
import { storedSettings } from '@gangway/contract/storedSetup';
import { seriesOf, shotOf } from '@gangway/core/log/shot';
import type { Shot } from '@gangway/core/log/shotFields';
import { binary } from '../binary.test-support';
import { zipOf } from './zip.test-support';
import { wholeServer } from '../wholeServer.test-support';
import { evenly } from '@gangway/core/evenly.test-support';

jest.setTimeout(60_000);

let server: Awaited<ReturnType<typeof wholeServer>>;
let folder = '';
const api = () => request(server.base);

beforeAll(async () => {
  server = await wholeServer();
  folder = server.folder;
});

afterAll(() => server.close());

async function newJob(name = `Job ${randomUUID().slice(0, 6)}`, setups = DEMO_SETUPS.slice(0, 2)): Promise<StoredJob> {
  const { body } = await api().post('/api/jobs').send({ name }).expect(201);
  const { id } = jobSchema.parse(body);
  for (const setup of setups)
    await api()
      .post(`/api/jobs/${id}/setups`)
      .send({ name: setup.name, settings: storedSettings(setup.settings) })
      .expect(201);
  return jobOf(id);
}
const jobOf = async (id: string): Promise<StoredJob> => jobSchema.parse((await api().get(`/api/jobs/${id}`).expect(200)).body);
const logOf = async (id: string): Promise<Log> => logSchema.parse((await api().get(`/api/jobs/${id}/log`).expect(200)).body);
const change = (jobId: string, body: object) => api().post(`/api/jobs/${jobId}/log/changes`).send(body);

function taken(job: StoredJob, i: number, more: Partial<Shot> = {}): Shot {
  const setup = job.setups[i % job.setups.length];
  const demo = DEMO_SETUPS.find(({ name }) => name === setup?.name);
  if (!setup || !demo) throw new Error('no setup');
  const place = seriesOf(geometryOf(demo.settings))[0] ?? { frame: null, bracket: null };
  return {
    ...shotOf(geometryOf(demo.settings), setup.name, place, null),
    id: randomUUID(),
    setupId: setup.id,
    at: new Date(Date.UTC(2026, 10, 24, 9, 0, i)).toISOString(),
    ...more,
  };
}

describe('the log', () => {
  test('shots are put, changed, removed and put back; said again nothing changes', async () => {
    const job = await newJob();
    const [a, b] = [taken(job, 0), taken(job, 1, { remarks: 'gulls, "three"\nשלום' })];
    await change(job.id, { put: [b, a], remove: [] }).expect(200);
    expect((await logOf(job.id)).shots).toEqual([a, b]);
    await change(job.id, { put: [b, a], remove: [] }).expect(200);
    await change(job.id, { put: [{ ...a, fNumber: 11, rating: 5 }], remove: [b.id] }).expect(200);
    expect((await logOf(job.id)).shots).toEqual([{ ...a, fNumber: 11, rating: 5 }]);
    await change(job.id, { put: [b], remove: [b.id] }).expect(200);
    expect((await logOf(job.id)).shots).toHaveLength(2);
  });

  test('a shot is changed only at the version that is meant; the others come back as they are now', async () => {
    const job = await newJob();
    const [a, b] = [taken(job, 0), taken(job, 1)];
    await change(job.id, { put: [a, b], remove: [], versions: { [a.id]: 0, [b.id]: 0 } }).expect(200);
    expect((await logOf(job.id)).versions).toEqual({ [a.id]: 1, [b.id]: 1 });
    await change(job.id, { put: [{ ...a, rating: 5 }], remove: [], versions: { [a.id]: 1 } }).expect(200);
    const { body } = await change(job.id, { put: [{ ...a, rating: 1 }], remove: [b.id], versions: { [a.id]: 1, [b.id]: 1 } }).expect(409);
    expect(logConflictSchema.parse(body).present).toEqual({ shots: [{ ...a, rating: 5 }], versions: { [a.id]: 2 } });
    // None of it was made.
    expect((await logOf(job.id)).shots).toEqual([{ ...a, rating: 5 }, b]);
    // One that is new must not be there, and one that is gone has no version.
    await change(job.id, { put: [a], remove: [], versions: { [a.id]: 0 } }).expect(409);
    await change(job.id, { put: [], remove: [b.id], versions: { [b.id]: 1 } }).expect(200);
    const gone = await change(job.id, { put: [b], remove: [], versions: { [b.id]: 1 } }).expect(409);
    expect(logConflictSchema.parse(gone.body).present).toEqual({ shots: [], versions: { [b.id]: 0 } });
  });

  test('a change that is sent again under its id is made once', async () => {
    const job = await newJob();
    const a = taken(job, 0);
    const sent = { writeId: randomUUID(), put: [a], remove: [], versions: { [a.id]: 0 } };
    await change(job.id, sent).expect(200);
    await change(job.id, { put: [], remove: [a.id] }).expect(200);
    await change(job.id, sent).expect(200);
    expect((await logOf(job.id)).shots).toEqual([]);
  });

  test('a shot without a setup, of another job, or out of bounds is refused whole, naming the field', async () => {
    const [job, other] = [await newJob(), await newJob()];
    const good = taken(job, 0);
    const refused = async (shot: unknown, words: RegExp, status = 400) => {
      const { body } = await change(job.id, { put: [good, shot], remove: [] }).expect(status);
      expect((body as { error: { message: string } }).error.message).toMatch(words);
    };
    await refused({ ...taken(job, 1), setupId: undefined }, /put\.1\.setupId: A shot needs a setup/);
    await refused(taken(other, 1), /the setup of this shot is not in this job/);
    await refused({ ...taken(job, 1), fNumber: 0 }, /put\.1\.fNumber: Aperture, f\/ must be a number from 0\.05/);
    await refused({ ...taken(job, 1), at: 'yesterday' }, /Time must be a moment/);
    await refused({ ...taken(job, 1), file: '../x.tif' }, /without folders/);
    await refused({ ...taken(job, 1), remarks: 'a\u0000b' }, /control character/);
    expect((await logOf(job.id)).shots).toEqual([]);
    const theirs = taken(other, 0);
    await change(other.id, { put: [theirs], remove: [] }).expect(200);
    await change(job.id, { put: [{ ...good, id: theirs.id }], remove: [] }).expect(409);
    expect((await logOf(other.id)).shots).toEqual([theirs]);
    await change(randomUUID(), { put: [], remove: [] }).expect(404);
  });

  test('a change of five thousand shots goes through, one more is refused', async () => {
    const job = await newJob();
    const all = Array.from({ length: 5000 }, (_, i) => taken(job, i));
    await change(job.id, { put: all, remove: [] }).expect(200);
    expect((await logOf(job.id)).shots).toHaveLength(5000);
    await change(job.id, { put: [...all, taken(job, 1)], remove: [] }).expect(400);
  });

  test('a photograph that is sent several times at once is stored once, and its file stays', async () => {
    const job = await newJob('Sent twice', DEMO_SETUPS.slice(0, 1));
    const picture = await sharp({
      create: { width: 300, height: 200, channels: 3, background: '#123', noise: { type: 'gaussian', mean: 120, sigma: 40 } },
    })
      .png()
      .toBuffer();
    const id = randomUUID();
    const send = () =>
      api()
        .post(`/api/jobs/${job.id}/attachments`)
        .query({ id, name: 'note.png', setupId: job.setups[0]?.id })
        .set('Content-Type', 'application/octet-stream')
        .send(picture);
    const answers = await Promise.all(Array.from({ length: 6 }, send));
    expect(answers.map(({ status }) => status)).toEqual(Array.from({ length: 6 }, () => 201));
    expect((await logOf(job.id)).attachments).toHaveLength(1);
    const file = await api()
      .get(`/api/attachments/${id}/file`)
      .buffer(true)
      .parse(binary as never)
      .expect(200);
    expect((file.body as Buffer).equals(picture)).toBe(true);
  });

  test('photographs are attached to a setup or a shot, read back as they are, and removed; a letter is refused', async () => {
    const job = await newJob();
    const shot = taken(job, 0);
    await change(job.id, { put: [shot], remove: [] }).expect(200);
    const picture = await sharp({ create: { width: 40, height: 30, channels: 3, background: '#876' } })
      .jpeg()
      .toBuffer();
    const attach = (query: object, body: Buffer) =>
      api().post(`/api/jobs/${job.id}/attachments`).query(query).set('Content-Type', 'application/octet-stream').send(body);
    const { body } = await attach({ name: 'glass.jpg', setupId: shot.setupId, shotId: shot.id }, picture).expect(201);
    expect(body).toMatchObject({
      name: 'glass.jpg',
      width: 40,
      height: 30,
      mime: 'image/jpeg',
      sha256: createHash('sha256').update(picture).digest('hex'),
    });
    await attach({ name: 'letter.jpg', setupId: shot.setupId }, Buffer.from('Dear reader')).expect(422);
    // One that was cut short, and one of a kind that a browser would run.
    const noisy = await sharp({
      create: { width: 300, height: 300, channels: 3, background: '#777', noise: { type: 'gaussian', mean: 120, sigma: 60 } },
    })
      .jpeg()
      .toBuffer();
    await attach({ name: 'cut.jpg', setupId: shot.setupId }, noisy.subarray(0, noisy.length / 2)).expect(422);
    await attach(
      { name: 'a.jpg', setupId: shot.setupId },
      Buffer.from('<svg xmlns="http://www.w3.org/2000/svg" width="9" height="9"/>'),
    ).expect(422);
    // Sent again under its id it is the same photograph.
    const twice = { name: 'again.jpg', setupId: shot.setupId, id: randomUUID() };
    await attach(twice, picture).expect(201);
    await attach(twice, picture).expect(201);
    expect((await logOf(job.id)).attachments).toHaveLength(2);
    const other = await newJob();
    await api()
      .post(`/api/jobs/${other.id}/attachments`)
      .query({ ...twice, setupId: other.setups[0]?.id })
      .set('Content-Type', 'application/octet-stream')
      .send(picture)
      .expect(409);
    await api().delete(`/api/attachments/${twice.id}`).expect(200);
    await attach({ name: 'a.jpg', setupId: randomUUID() }, picture).expect(400);
    await attach({ name: 'a.jpg', setupId: job.setups[1]?.id, shotId: shot.id }, picture).expect(400);
    const { id } = body as { id: string };
    const back = await api()
      .get(`/api/attachments/${id}/file`)
      .buffer(true)
      .parse((res, done) => {
        const chunks: Buffer[] = [];
        res.on('data', (chunk: Buffer) => chunks.push(chunk));
        res.on('end', () => done(null, Buffer.concat(chunks)));
      });
    expect(back.headers['content-type']).toBe('image/jpeg');
    expect(back.headers['x-content-type-options']).toBe('nosniff');
    expect(back.headers['content-security-policy']).toMatch(/sandbox/);
    expect(back.headers['content-security-policy']).toMatch(/form-action 'none'/);
    expect(Buffer.compare(back.body as Buffer, picture)).toBe(0);
    // The shot goes, its photograph stays with the setup.
    await change(job.id, { put: [], remove: [shot.id] }).expect(200);
    expect((await logOf(job.id)).attachments).toMatchObject([{ id, shotId: null }]);
    await api().delete(`/api/attachments/${id}`).expect(200);
    await api().get(`/api/attachments/${id}/file`).expect(404);
  });
});

describe('a log in pages', () => {
  const pageOf = async (id: string, query: object) =>
    logPageSchema.parse((await api().get(`/api/jobs/${id}/log`).query(query).expect(200)).body);

  /** A device that reads pages of two until there is no more, and goes on from there. */
  function device(id: string) {
    const known = new Map<string, Shot>();
    let cursor: string | undefined;
    let attachments: readonly { readonly id: string }[] = [];
    return {
      read: async () => {
        let pages = 0;
        for (let more = true; more; pages++) {
          const page = await pageOf(id, { limit: 2, ...(cursor !== undefined && { cursor }) });
          for (const shot of page.shots) known.set(shot.id, shot);
          for (const gone of page.removed) known.delete(gone);
          attachments = page.attachments ?? attachments;
          ({ cursor, more } = page);
        }
        return pages;
      },
      shots: () => [...known.values()].sort((a, b) => (a.at < b.at ? -1 : Number(a.at > b.at)) || (a.id < b.id ? -1 : 1)),
      attachments: () => attachments.map((each) => each.id),
    };
  }

  test('says what changed since, and is what the whole is after any changes', async () => {
    const job = await newJob('Pages');
    const one = device(job.id);
    await one.read();
    const present: Shot[] = [];
    await fc.assert(
      fc.asyncProperty(
        fc.array(fc.tuple(fc.constantFrom('put', 'change', 'remove', 'again'), fc.nat(50)), { minLength: 1, maxLength: 6 }),
        async (steps) => {
          for (const [what, n] of steps) {
            const at = n % Math.max(present.length, 1);
            const there = present[at];
            if (what === 'put' || !there) {
              const shot = taken(job, n % 4, { at: new Date(Date.UTC(2026, 0, 1, 0, 0, n)).toISOString() });
              present.push(shot);
              await change(job.id, { put: [shot], remove: [] }).expect(200);
            } else if (what === 'change') {
              present[at] = { ...there, rating: n % 6 };
              await change(job.id, { put: [{ ...there, rating: n % 6 }], remove: [] }).expect(200);
            } else {
              await change(job.id, { put: [], remove: [there.id] }).expect(200);
              if (what === 'again') await change(job.id, { put: [there], remove: [] }).expect(200);
              else present.splice(at, 1);
            }
          }
          await one.read();
          const whole = (await logOf(job.id)).shots;
          expect(one.shots()).toEqual(whole);
          const fresh = device(job.id);
          await fresh.read();
          expect(fresh.shots()).toEqual(whole);
        },
      ),
      { numRuns: 12 },
    );
    // Where nothing changed there is one page with nothing on it.
    expect(await one.read()).toBe(1);
  });

  test('photographs come where they changed, and what a deleted setup takes along is told', async () => {
    const job = await newJob('Photographs', DEMO_SETUPS.slice(0, 2));
    const one = device(job.id);
    await one.read();
    const shot = taken(job, 0, {});
    await change(job.id, { put: [shot], remove: [] }).expect(200);
    const picture = await sharp({ create: { width: 20, height: 20, channels: 3, background: '#123' } })
      .png()
      .toBuffer();
    const { body } = await api()
      .post(`/api/jobs/${job.id}/attachments`)
      .query({ name: 'note.png', setupId: shot.setupId })
      .set('Content-Type', 'application/octet-stream')
      .send(picture)
      .expect(201);
    await one.read();
    expect([one.shots(), one.attachments()]).toEqual([[shot], [attachmentSchema.parse(body).id]]);
    await api().delete(`/api/setups/${shot.setupId}`).expect(200);
    await api().delete(`/api/deleted/setups/${shot.setupId}`).expect(200);
    await one.read();
    expect([one.shots(), one.attachments()]).toEqual([[], []]);
  });

  test('a photograph of a shot that is removed is of the setup alone, for whoever reads on', async () => {
    const job = await newJob('Photograph of a shot', DEMO_SETUPS.slice(0, 1));
    const shot = taken(job, 0, {});
    await change(job.id, { put: [shot], remove: [] }).expect(200);
    const picture = await sharp({ create: { width: 20, height: 20, channels: 3, background: '#123' } })
      .png()
      .toBuffer();
    await api()
      .post(`/api/jobs/${job.id}/attachments`)
      .query({ name: 'note.png', setupId: shot.setupId, shotId: shot.id })
      .set('Content-Type', 'application/octet-stream')
      .send(picture)
      .expect(201);
    const { cursor } = await pageOf(job.id, { limit: 10 });
    await change(job.id, { put: [], remove: [shot.id] }).expect(200);
    const next = await pageOf(job.id, { limit: 10, cursor });
    expect([next.removed, next.attachments?.map(({ shotId }) => shotId)]).toEqual([[shot.id], [null]]);
  });

  test('a cursor of another run, or one that cannot be, is refused so that one begins anew', async () => {
    const job = await newJob('Cursors');
    const { cursor } = await pageOf(job.id, { limit: 10 });
    for (const wrong of ['x', cursor.replace(/^.{8}/u, '00000000'), cursor.replace(/\.\d+\./u, '.99.')])
      await api().get(`/api/jobs/${job.id}/log`).query({ limit: 10, cursor: wrong }).expect(410);
    await api().get(`/api/jobs/${job.id}/log`).query({ limit: 0 }).expect(400);
    await api().get(`/api/jobs/${randomUUID()}/log`).query({ limit: 10 }).expect(404);
  });
});

describe('jobs', () => {
  test('place, day and the order of the setups are kept; what cannot be is refused by field', async () => {
    const job = await newJob();
    const place = { name: 'Larkmoor', latitudeDeg: 53.1, longitudeDeg: -0.4, heightM: 4, timeZone: 'Europe/London' };
    const order = [...job.setups].reverse().map(({ id }) => id);
    await api().patch(`/api/jobs/${job.id}`).send({ place, day: '2026-11-25', setupOrder: order }).expect(200);
    const now = await jobOf(job.id);
    expect(now).toMatchObject({ place, day: '2026-11-25' });
    expect(now.setups.map(({ id }) => id)).toEqual(order);
    for (const [patch, words] of [
      [{ place: { ...place, latitudeDeg: 91 } }, /Latitude must be/],
      [{ place: { ...place, timeZone: 'Europe/Nowhere' } }, /Time zone must be a name/],
      [{ day: '2026-13-45' }, /The day must be written/],
      [{}, /Nothing to change/],
    ] as const) {
      const { body } = await api().patch(`/api/jobs/${job.id}`).send(patch).expect(400);
      expect((body as { error: { message: string } }).error.message).toMatch(words);
    }
  });

  test('templates of cards are kept by name', async () => {
    const id = randomUUID();
    const card = { order: ['open'], own: [{ id: 'own 1', words: 'Ask the harbour master' }], left: ['always'] };
    await api().put(`/api/card-templates/${id}`).send({ name: 'On the quay', card }).expect(200);
    expect((await api().get('/api/card-templates').expect(200)).body).toContainEqual({ id, name: 'On the quay', card });
    await api().put(`/api/card-templates/${id}`).send({ name: '', card }).expect(400);
    await api().delete(`/api/card-templates/${id}`).expect(200);
    expect((await api().get('/api/card-templates')).body).not.toContainEqual(expect.objectContaining({ id }));
  });
});

describe('cards on paper', () => {
  test('a card is a PDF of A5 or half letter with the values of its setup; that of a job has every setup', async () => {
    const job = await newJob('On paper');
    const pdf = async (path: string) => {
      const { body } = await api().get(path).buffer(true).expect(200).expect('Content-Type', 'application/pdf');
      return pdfText(body as Buffer);
    };
    const setup = job.setups[0];
    const a5 = await pdf(`/api/setups/${setup?.id}/card.pdf`);
    expect(a5.sizeMm).toEqual([148, 210]);
    expect(a5.text).toContain('Hydraulic tower, small format');
    expect(a5.text).toContain('11.0 mm of rise');
    expect(a5.text).toContain('f/8');
    expect(a5.text).toMatch(/24 m away/);
    expect((await pdf(`/api/setups/${setup?.id}/card.pdf?size=letterHalf`)).sizeMm).toEqual([139.7, 215.9]);
    await api().get(`/api/setups/${setup?.id}/card.pdf?size=a0`).expect(400);
    await api()
      .patch(`/api/jobs/${job.id}`)
      .send({
        place: { name: 'Larkmoor', latitudeDeg: 53.1, longitudeDeg: -0.4, heightM: 4, timeZone: 'Europe/London' },
        day: '2026-06-21',
      })
      .expect(200);
    const whole = await pdf(`/api/jobs/${job.id}/cards.pdf`);
    expect(whole.pages).toBeGreaterThan(a5.pages + 1);
    expect(whole.text).toMatch(/sunrise 04:\d\d/);
    for (const { name } of job.setups) expect(whole.text).toContain(name);
  });
});

const archiveOf = async (id: string): Promise<Buffer> =>
  (
    await api()
      .get(`/api/jobs/${id}/archive`)
      .buffer(true)
      .parse(binary as never)
      .expect(200)
  ).body as Buffer;
const bring = (bytes: Buffer) => api().post('/api/jobs/import').set('Content-Type', 'application/octet-stream').send(bytes);

function manifestOf(files: Readonly<Record<string, string>>, more: object = {}): string {
  return JSON.stringify({
    format: 'gangway-job',
    version: 1,
    made: '2026-11-25T00:00:00Z',
    job: 'x',
    files: Object.entries(files).map(([path, words]) => ({
      path,
      bytes: words.length,
      sha256: createHash('sha256').update(words).digest('hex'),
    })),
    ...more,
  });
}

describe('the archive of a job', () => {
  /** What an archive says, with every id by its place instead of itself. */
  async function said(bytes: Buffer): Promise<unknown> {
    const at = await mkdtemp(join(folder, 'unzipped-'));
    await writeFile(join(at, 'a.zip'), bytes);
    execFileSync('unzip', ['-q', 'a.zip', '-d', 'out'], { cwd: at });
    const text = await readFile(join(at, 'out', 'job.json'), 'utf8');
    const job = archivedJobSchema.parse(JSON.parse(text));
    const ids = new Map<string, string>();
    const plain = JSON.stringify(job).replace(/[0-9a-f]{8}-[0-9a-f]{4}-4[0-9a-f]{3}-[0-9a-f]{4}-[0-9a-f]{12}/gu, (id) => {
      // Kit components keep theirs: they are the same thing on every machine.
      if (id.startsWith('00000000')) return id;
      if (!ids.has(id)) ids.set(id, `id ${ids.size}`);
      return ids.get(id) ?? id;
    });
    const sums: string[] = [];
    for (const path of ['attachments', 'frames', 'pictures'])
      for (const name of (await readdir(join(at, 'out', path)).catch(() => [])).sort())
        sums.push(
          createHash('sha256')
            .update(await readFile(join(at, 'out', path, name)))
            .digest('hex'),
        );
    return { job: { ...(JSON.parse(plain) as object), name: '' }, sums: sums.sort() };
  }

  test('setups, log, photographs and frames come back from an archive unchanged', async () => {
    const job = await newJob('Round trip');
    await api()
      .patch(`/api/jobs/${job.id}`)
      .send({
        place: { name: 'Quay', latitudeDeg: -33.9, longitudeDeg: 151.2, heightM: 2, timeZone: 'Australia/Sydney' },
        day: '2026-11-25',
        dismissedCautions: ['edge'],
        setupOrder: [...job.setups].reverse().map(({ id }) => id),
      })
      .expect(200);
    const shots = [taken(job, 0, { remarks: 'a,"b"\nc' }), taken(job, 1, { rating: 3 })];
    await change(job.id, { put: shots, remove: [] }).expect(200);
    const picture = await sharp({ create: { width: 20, height: 20, channels: 3, background: '#123' } })
      .png()
      .toBuffer();
    await api()
      .post(`/api/jobs/${job.id}/attachments`)
      .query({ name: 'note.png', setupId: shots[0]?.setupId, shotId: shots[0]?.id })
      .set('Content-Type', 'application/octet-stream')
      .send(picture)
      .expect(201);
    const { body: set } = await api()
      .post(`/api/setups/${job.setups[0]?.id}/frame-sets`)
      .send({ name: 'Series', origin: 'files', planned: false })
      .expect(201);
    const noise = await sharp({
      create: { width: 64, height: 48, channels: 3, background: '#777', noise: { type: 'gaussian', mean: 120, sigma: 40 } },
    })
      .tiff()
      .toBuffer();
    await api()
      .post(`/api/frame-sets/${setSchema.parse(set).id}/frames`)
      .query({ name: 'one.tif', role: 'frame' })
      .set('Content-Type', 'application/octet-stream')
      .send(noise)
      .expect(201);
    const first = await archiveOf(job.id);
    const { body } = await bring(first).expect(201);
    const copy = jobSchema.parse(body);
    expect(copy.name).toBe('Round trip (copy)');
    expect(copy.id).not.toBe(job.id);
    const second = await archiveOf(copy.id);
    expect(await said(second)).toEqual(await said(first));
    // Nothing of the first was touched.
    expect(await said(await archiveOf(job.id))).toEqual(await said(first));
  });

  test('any log comes back unchanged from an archive', async () => {
    const job = await newJob('Property');
    await fc.assert(
      fc.asyncProperty(
        fc.array(
          fc.record({
            i: fc.nat({ max: 3 }),
            remarks: fc.string({ unit: 'grapheme', maxLength: 30 }).map((text) => cleanText(text.replaceAll(/\p{Cc}/gu, '')) ?? ''),
            riseMm: evenly(-40, 40).map((mm) => mm + 0),
            rating: fc.integer({ min: 0, max: 5 }),
            focusM: fc.option(evenly(0.1, 1e4)),
          }),
          { maxLength: 5 },
        ),
        async (rows) => {
          const before = (await logOf(job.id)).shots.map(({ id }) => id);
          const shots = rows.map(({ i, ...more }, n) => taken(job, i, { ...more, at: new Date(Date.UTC(2026, 0, 1, 0, n)).toISOString() }));
          await change(job.id, { put: shots, remove: before }).expect(200);
          const copy = jobSchema.parse((await bring(await archiveOf(job.id)).expect(201)).body);
          const plain = (all: readonly Shot[]) => all.map((shot) => ({ ...shot, id: '', setupId: '' }));
          expect(plain((await logOf(copy.id)).shots)).toEqual(plain(shots));
        },
      ),
      { numRuns: 8 },
    );
  });

  test('what an archive brings as frames and pictures goes through the same door, and its lists through the same schemas', async () => {
    const job = await newJob('Untrusted', DEMO_SETUPS.slice(0, 1));
    const [setup] = job.setups;
    if (!setup) throw new Error('no setup');
    const picture = await sharp({
      create: { width: 64, height: 48, channels: 3, background: '#777', noise: { type: 'gaussian', mean: 120, sigma: 40 } },
    })
      .png()
      .toBuffer();
    const [setId, frameId, madeId] = [randomUUID(), randomUUID(), randomUUID()];
    const sum = (bytes: Buffer | string) => createHash('sha256').update(bytes).digest('hex');
    const stamp = '2026-11-25T00:00:00.000Z';
    const report = { width: 64, height: 48, bits: 8, planned: false, frames: [], seams: [], remarks: [], seconds: 1 };
    const bringWith = async (change: { frame?: Buffer; report?: object; origin?: string; name?: string }) => {
      const frame = change.frame ?? picture;
      const set = {
        id: setId,
        setupId: setup.id,
        name: change.name ?? 'Series',
        origin: change.origin ?? 'files',
        plan: null,
        order: [frameId],
        createdAt: stamp,
        frames: [
          // It says of itself what is not so.
          {
            id: frameId,
            name: 'a.png',
            role: 'frame',
            bytes: frame.length,
            sha256: sum('other'),
            seen: { width: '<b>' },
            createdAt: stamp,
            path: `frames/${frameId}.png`,
          },
        ],
        assemblies: [
          {
            id: madeId,
            options: { ...FIRST_OPTIONS, output: 'png' },
            report: change.report ?? report,
            bytes: picture.length,
            createdAt: stamp,
            path: `pictures/${madeId}.png`,
            sidecar: `pictures/${madeId}.json`,
          },
        ],
      };
      const files = {
        'job.json': Buffer.from(
          JSON.stringify({
            name: 'Untrusted',
            dismissedCautions: [],
            place: null,
            day: null,
            setups: [{ id: setup.id, name: setup.name, settings: setup.settings }],
            shots: [],
            attachments: [],
            sets: [set],
          }),
        ),
        [`frames/${frameId}.png`]: frame,
        [`pictures/${madeId}.png`]: picture,
        [`pictures/${madeId}.json`]: Buffer.from('{}'),
      };
      const listed = Object.entries(files).map(([path, bytes]) => ({ path, bytes: bytes.length, sha256: sum(bytes) }));
      const manifest = { format: 'gangway-job', version: 3, records: ARCHIVED_RECORDS, made: stamp, job: 'x', files: listed };
      return bring(await zipOf({ ...files, 'manifest.json': JSON.stringify(manifest) }));
    };
    const { body } = await bringWith({}).then((answer) => {
      expect(answer.status).toBe(201);
      return answer;
    });
    const { body: sets } = await api()
      .get(`/api/setups/${jobSchema.parse(body).setups[0]?.id}/frame-sets`)
      .expect(200);
    // What was seen of the frame was seen here.
    expect(setsSchema.parse(sets).sets[0]?.frames[0]).toMatchObject({ width: 64, height: 48, format: 'png', bits: 8 });
    for (const [change, why] of [
      [{ frame: Buffer.from('<svg onload="alert(1)"/>') }, /a\.png/u],
      [{ frame: picture.subarray(0, picture.length / 2) }, /a\.png/u],
      [{ report: { ...report, width: 60_000 } }, /kind and size that its report says/u],
      [{ report: { ...report, seams: [{ words: {} }] } }, /damaged/u],
      [{ origin: '<script>' }, /damaged/u],
      [{ name: 'x\u0000' }, /control character/u],
    ] as const) {
      const refused = await bringWith(change);
      expect([why, refused.status >= 400 && refused.status < 500, apiErrorSchema.parse(refused.body).detail]).toEqual([
        why,
        true,
        expect.stringMatching(why),
      ]);
    }
  });

  test('what an archive brings as a photograph goes through the door of an upload: its contents say what it is', async () => {
    const job = await newJob('Untrusted', DEMO_SETUPS.slice(0, 1));
    const archiveWith = async (extension: string, contents: Buffer) => {
      const [setup] = job.setups;
      if (!setup) throw new Error('no setup');
      const id = randomUUID();
      const path = `attachments/${id}.${extension}`;
      const sha256 = createHash('sha256').update(contents).digest('hex');
      // The archive says that it is a page, and of a size of its own.
      const attachment = { id, setupId: setup.id, shotId: null, name: 'note', mime: 'text/html', bytes: contents.length, sha256 };
      const words = JSON.stringify({
        name: 'Untrusted',
        dismissedCautions: [],
        place: null,
        day: null,
        setups: [{ id: setup.id, name: setup.name, settings: setup.settings }],
        shots: [],
        attachments: [{ ...attachment, width: 9, height: 9, at: '2026-11-25T00:00:00.000Z', path }],
        sets: [],
      });
      const files = [
        { path: 'job.json', bytes: words.length, sha256: createHash('sha256').update(words).digest('hex') },
        { path, bytes: contents.length, sha256 },
      ];
      return zipOf({
        'job.json': words,
        [path]: contents,
        'manifest.json': manifestOf({}, { version: ARCHIVE_VERSION, records: ARCHIVED_RECORDS, files }),
      });
    };
    const picture = await sharp({ create: { width: 40, height: 30, channels: 3, background: '#876' } })
      .png()
      .toBuffer();
    for (const [extension, contents] of [
      ['html', Buffer.from('<script>alert(1)</script>')],
      ['svg', Buffer.from('<svg xmlns="http://www.w3.org/2000/svg" width="9" height="9"/>')],
      ['png', Buffer.from('<script>alert(1)</script>')],
      ['png', picture.subarray(0, picture.length - 30)],
      ['html', picture],
    ] as const) {
      const { body } = await bring(await archiveWith(extension, contents)).expect(422);
      expect((body as { error: { message: string } }).error.message).toMatch(/is not a picture that can be attached, or is cut short/);
    }
    const { id } = jobSchema.parse((await bring(await archiveWith('png', picture)).expect(201)).body);
    expect((await logOf(id)).attachments).toMatchObject([{ mime: 'image/png', width: 40, height: 30 }]);
  });

  test('a damaged, strange or newer archive, or one with paths out of its folder, is refused with the reason and imports nothing', async () => {
    const job = await newJob('Saved whole');
    const good = await archiveOf(job.id);
    const count = async () => ((await api().get('/api/jobs')).body as unknown[]).length;
    const before = await count();
    const jobWords = JSON.stringify({
      name: 'x',
      dismissedCautions: [],
      place: null,
      day: null,
      setups: [],
      shots: [],
      attachments: [],
      sets: [],
    });
    const orphan = JSON.stringify({ ...(JSON.parse(jobWords) as object), shots: [taken(job, 0)] });
    const climbing = Buffer.from(
      (await zipOf({ 'job.json': jobWords, 'manifest.json': manifestOf({ 'job.json': jobWords }), 'xx/xx/evil': 'x' }))
        .toString('latin1')
        .replaceAll('xx/xx/evil', '../../evil'),
      'latin1',
    );
    const flipped = Buffer.from(good);
    const at = flipped.indexOf('job.json') + 60;
    flipped[at] = (flipped[at] ?? 0) ^ 0xff;
    const bad: readonly (readonly [Buffer, RegExp])[] = [
      [Buffer.from('Dear reader'), /not an archive/],
      [good.subarray(0, good.length - 40), /not an archive|damaged/],
      [flipped, /damaged/],
      [climbing, /points outside its folder/],
      [
        await zipOf({ 'job.json': jobWords, 'manifest.json': manifestOf({ 'job.json': jobWords }, { version: 9 }) }),
        /version 9, made by a newer Gangway/,
      ],
      [await zipOf({ 'job.json': jobWords, 'manifest.json': manifestOf({ 'job.json': `${jobWords} ` }) }), /does not match its checksum/],
      [await zipOf({ 'job.json': jobWords, 'manifest.json': manifestOf({}) }), /not in its manifest/],
      [await zipOf({ 'manifest.json': manifestOf({ 'job.json': jobWords }) }), /job\.json is missing/],
      [
        await zipOf({ 'job.json': jobWords, 'manifest.json': manifestOf({ 'job.json': jobWords }), 'run.sh': 'x' }),
        /does not belong in one/,
      ],
      [await zipOf({ 'job.json': orphan, 'manifest.json': manifestOf({ 'job.json': orphan }) }), /a setup that is not in it/],
      [await zipOf({ 'job.json': '{"name":5}', 'manifest.json': manifestOf({ 'job.json': '{"name":5}' }) }), /its job is invalid/],
      [await zipOf({ 'a.txt': 'x' }), /does not belong in one/],
    ];
    for (const [bytes, words] of bad) {
      const { body, status } = await bring(bytes);
      expect([status, (body as { error: { message: string } }).error.message]).toEqual([422, expect.stringMatching(words)]);
    }
    expect(await count()).toBe(before);
    expect((await readdir(join(folder, 'scratch'))).filter((name) => /^(?:archive|opened)-/u.test(name))).toEqual([]);
  });
});
