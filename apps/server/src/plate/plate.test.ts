import { randomUUID } from 'node:crypto';
import { readFile } from 'node:fs/promises';
import { join } from 'node:path';
import { DEMO_SETUPS } from '@gangway/contract/demo';
import { jobSchema } from '@gangway/contract/job';
import { attachmentSchema } from '@gangway/contract/log';
import { besideReadingSchema, plateReadingSchema } from '@gangway/contract/plate';
import { photographLevelSchema } from '@gangway/contract/photographLevel';
import { setupSchema } from '@gangway/contract/setup';
import { storedSettings } from '@gangway/contract/storedSetup';
import type { OtherPhotograph, Plate } from '@gangway/core/model/plate';
import { BLANK_PLATE } from '@gangway/core/plate/blankPlate';
import { autoLevel } from '@gangway/core/plate/autoLevel';
import { focalPixels } from '@gangway/core/plate/pixel';
import sharp from 'sharp';
import request from 'supertest';
import { binary } from '../binary.test-support';
import { pdfText } from '../log/pdfText.test-support';
import { wholeServer } from '../wholeServer.test-support';

jest.setTimeout(90_000);

let server: Awaited<ReturnType<typeof wholeServer>>;
const api = () => request(server.base);
beforeAll(async () => (server = await wholeServer()));
afterAll(() => server.close());

const [demo] = DEMO_SETUPS;
const settings = demo && storedSettings(demo.settings);

const folder = join(import.meta.dirname, '../../../../packages/vision/checks/plates');

async function newJob(name: string): Promise<string> {
  return jobSchema.parse((await api().post('/api/jobs').send({ name }).expect(201)).body).id;
}

async function newSetup(jobId: string, plate: Plate | null = null) {
  const sent = { name: 'Tower', settings: { ...settings, plate } };
  return setupSchema.parse((await api().post(`/api/jobs/${jobId}/setups`).send(sent).expect(201)).body);
}

async function attached(jobId: string, setupId: string, file: Buffer, name = 'place.jpg') {
  const { body } = await api()
    .post(`/api/jobs/${jobId}/attachments`)
    .query({ name, setupId })
    .set('Content-Type', 'application/octet-stream')
    .send(file)
    .expect(201);
  return attachmentSchema.parse(body);
}

const plateOf = (pictureId: string): Plate => ({
  ...BLANK_PLATE,
  pictureId,
  name: 'place.jpg',
  widthPx: 300,
  heightPx: 400,
  equivalentMm: 26,
  typed: { pitchDeg: 2, rollDeg: 0 },
});

const otherOf = (pictureId: string): OtherPhotograph => ({
  pictureId,
  name: 'up.jpg',
  widthPx: 300,
  heightPx: 400,
  equivalentMm: 26,
  matches: null,
  apart: null,
});

const small = () => sharp({ create: { width: 400, height: 300, channels: 3, background: '#456' } });

describe('an attached photograph as a plate', () => {
  test('is drawn upright and as small as is asked for, and kept by whoever has it', async () => {
    const jobId = await newJob('Upright');
    const setup = await newSetup(jobId);
    const { id } = await attached(jobId, setup.id, await small().jpeg().withMetadata({ orientation: 6 }).toBuffer());
    const view = await api()
      .get(`/api/attachments/${id}/view?px=200`)
      .buffer(true)
      .parse(binary as never)
      .expect(200);
    expect(view.headers['cache-control']).toContain('immutable');
    expect(await sharp(view.body as Buffer).metadata()).toMatchObject({ format: 'jpeg', width: 150, height: 200 });
    for (const px of ['63', '9000', '1.5', 'wide', '']) await api().get(`/api/attachments/${id}/view?px=${px}`).expect(400);
    await api().get('/api/attachments/2b7f9a70-3a52-4a1f-9d0e-5b7a4c1d2e3f/view?px=200').expect(404);
  });

  test('is read: size, focal length and lines, by which it is levelled as its drawer held it', async () => {
    const truth = JSON.parse(await readFile(join(folder, 'truth.json'), 'utf8')) as Readonly<
      Record<string, { readonly pitchDeg: number; readonly rollDeg: number; readonly equivalentMm: number }>
    >;
    const name = 'plate-01-01.jpg';
    const jobId = await newJob('Read');
    const setup = await newSetup(jobId);
    const { id } = await attached(jobId, setup.id, await readFile(join(folder, name)));
    const read = plateReadingSchema.parse((await api().get(`/api/attachments/${id}/plate`).expect(200)).body);
    const wanted = truth[name];
    if (!wanted) throw new Error('no truth');
    const { widthPx, heightPx, lines } = read;
    const focalPx = focalPixels(wanted.equivalentMm, widthPx, heightPx);
    const found = autoLevel({ kind: 'flat', widthPx, heightPx, focalPx }, lines);
    expect(Math.abs((found?.pitchDeg ?? NaN) - wanted.pitchDeg)).toBeLessThan(0.1);
    expect(Math.abs((found?.rollDeg ?? NaN) - wanted.rollDeg)).toBeLessThan(0.1);
  });

  test('may be a TIFF, which pages are shown as a JPEG', async () => {
    const jobId = await newJob('Tiff');
    const setup = await newSetup(jobId);
    const { id, mime } = await attached(jobId, setup.id, await small().tiff().toBuffer(), 'place.tif');
    expect(mime).toBe('image/tiff');
    await api()
      .get(`/api/attachments/${id}/view?px=400`)
      .expect(200)
      .expect('Content-Type', /image\/jpeg/u);
  });

  test('may be in HEIC, as phones leave it, and is kept as a JPEG; one that is damaged is refused', async () => {
    const jobId = await newJob('Heic');
    const setup = await newSetup(jobId);
    const file = await readFile(join(folder, '../heic/tower.heic'));
    const { id, mime, name, width, height } = await attached(jobId, setup.id, file, 'IMG_7.HEIC');
    expect({ mime, name, width, height }).toEqual({ mime: 'image/jpeg', name: 'IMG_7.jpg', width: 480, height: 360 });
    const read = plateReadingSchema.parse((await api().get(`/api/attachments/${id}/plate`).expect(200)).body);
    expect(read.equivalentMm).toBe(26);
    expect(read.lines.length).toBeGreaterThan(5);
    const refused = await api()
      .post(`/api/jobs/${jobId}/attachments`)
      .query({ name: 'cut.heic', setupId: setup.id })
      .set('Content-Type', 'application/octet-stream')
      .send(file.subarray(0, 5000))
      .expect(422);
    expect(JSON.stringify(refused.body)).toContain('cut.heic');
  });

  test('is compared with another one: the same places in both, evenly spread', async () => {
    const jobId = await newJob('Beside');
    const setup = await newSetup(jobId);
    const whole = await readFile(join(folder, 'plate-01-04.jpg'));
    const { width, height } = await sharp(whole).metadata();
    const [left, top] = [Math.round(width / 5), Math.round(height / 8)];
    const cut = await sharp(whole)
      .extract({ left, top, width: width - left, height: height - top })
      .jpeg()
      .toBuffer();
    const [first, second] = [await attached(jobId, setup.id, whole), await attached(jobId, setup.id, cut, 'cut.jpg')];
    const { body } = await api().get(`/api/attachments/${first.id}/beside/${second.id}`).expect(200);
    const { matches } = besideReadingSchema.parse(body);
    expect(matches.length).toBeGreaterThan(60);
    // The one is a part of the other: what both show lies as far apart as it was cut, but for the wrong ones among the matches.
    const off = matches.map(([u, v, x, y]) => Math.hypot(u - x - left, v - y - top)).sort((a, b) => a - b);
    expect(off[Math.floor(off.length * 0.8)]).toBeLessThan(4);
    await api().get(`/api/attachments/${first.id}/beside/${randomUUID()}`).expect(404);
  });

  test('is not deleted while a setup is planned on it, and goes over to a copy when that setup goes for good', async () => {
    const jobId = await newJob('Planned');
    const first = await newSetup(jobId);
    const { id } = await attached(jobId, first.id, await small().jpeg().toBuffer());
    const copy = await newSetup(jobId, plateOf(id));
    const refused = await api().delete(`/api/attachments/${id}`).expect(409);
    expect(JSON.stringify(refused.body)).toContain('Tower');
    await api().delete(`/api/setups/${first.id}`).expect(200);
    await api().delete(`/api/deleted/setups/${first.id}`).expect(200);
    await api().get(`/api/attachments/${id}/view?px=100`).expect(200);
    // One beside it is no less planned on.
    const other = await attached(jobId, copy.id, await small().jpeg().toBuffer());
    const second = await newSetup(jobId, { ...plateOf(id), others: [otherOf(other.id)] });
    await api().delete(`/api/attachments/${other.id}`).expect(409);
    await api().delete(`/api/setups/${copy.id}`).expect(200);
    await api().delete(`/api/deleted/setups/${copy.id}`).expect(200);
    await api().get(`/api/attachments/${other.id}/view?px=100`).expect(200);
    // Nobody is planned on them any more: they may go.
    await api().delete(`/api/setups/${second.id}`).expect(200);
    await api().delete(`/api/attachments/${other.id}`).expect(200);
    await api().delete(`/api/attachments/${id}`).expect(200);
  });

  test('goes with an archived job, a copy of another one too, and is found by its new id', async () => {
    const from = await newJob('Original');
    const original = await newSetup(from);
    const { id } = await attached(from, original.id, await small().jpeg().toBuffer());
    const copied = await newJob('Copied');
    const other = await attached(from, original.id, await small().png().toBuffer());
    await newSetup(copied, { ...plateOf(id), others: [otherOf(other.id)] });
    const archive = await api()
      .get(`/api/jobs/${copied}/archive`)
      .buffer(true)
      .parse(binary as never)
      .expect(200);
    const { body } = await api()
      .post('/api/jobs/import')
      .set('Content-Type', 'application/octet-stream')
      .send(archive.body as Buffer)
      .expect(201);
    const { setups } = jobSchema.parse(body);
    const found = setups[0]?.settings.plate;
    const ids = [found?.pictureId ?? '', found?.others[0]?.pictureId ?? ''];
    expect(ids).not.toContain(id);
    expect(ids).not.toContain(other.id);
    for (const each of ids) await api().get(`/api/attachments/${each}/view?px=100`).expect(200);
  });

  test('is printed on the card with what it shows in words, and its place says so where it is gone', async () => {
    const jobId = await newJob('On a card');
    const first = await newSetup(jobId);
    const { id } = await attached(jobId, first.id, await small().jpeg().toBuffer());
    const planned = await newSetup(jobId, plateOf(id));
    const card = async (path: string) => {
      const { body } = await api().get(path).buffer(true).expect(200);
      return { bytes: (body as Buffer).toString('latin1'), ...pdfText(body as Buffer) };
    };
    const { bytes, text, tagged } = await card(`/api/setups/${planned.id}/card.pdf`);
    expect(bytes).toContain('/Subtype /Image');
    expect(tagged.tags).toContain('Figure');
    expect(text).toContain('The frame on the photograph');
    expect((await card(`/api/setups/${first.id}/card.pdf`)).bytes).not.toContain('/Subtype /Image');
    expect((await card(`/api/jobs/${jobId}/cards.pdf`)).bytes).toContain('/Subtype /Image');
    const lost = await newSetup(jobId, plateOf(randomUUID()));
    const without = await card(`/api/setups/${lost.id}/card.pdf`);
    expect(without.bytes).not.toContain('/Subtype /Image');
    expect(without.text).toContain('The photograph was missing when this was printed.');
  });
});

test('a photograph is levelled by its own verticals and not kept; one without any is refused in words', async () => {
  const name = 'street.jpg';
  const level = async (file: Buffer, query: object = {}) =>
    api()
      .post('/api/photograph-level')
      .query({ name, ...query })
      .set('Content-Type', 'application/octet-stream')
      .send(file);
  // A fence before a white wall, in a picture rolled by 2°.
  const posts = Array.from({ length: 16 }, (_, i) => `<rect x="${60 + 70 * i}" y="100" width="24" height="600"/>`).join('');
  const drawn = `<svg xmlns="http://www.w3.org/2000/svg" width="1200" height="800"><rect width="1200" height="800" fill="#eee"/><g transform="rotate(2 600 400)" fill="#333">${posts}</g></svg>`;
  const { status, body } = await level(await sharp(Buffer.from(drawn)).jpeg({ quality: 95 }).toBuffer(), { equivalentMm: 28 });
  expect(status).toBe(200);
  const found = photographLevelSchema.parse(body);
  // What is turned clockwise in the picture was taken by a camera that was rolled the other way.
  expect(found.rollDeg).toBeCloseTo(-2, 1);
  expect(Math.abs(found.pitchDeg)).toBeLessThan(0.1);
  const plain = await sharp({ create: { width: 600, height: 400, channels: 3, background: '#999' } })
    .jpeg()
    .toBuffer();
  expect((await level(plain, { equivalentMm: 28 })).body).toMatchObject({
    error: { code: 'no_verticals', message: expect.stringContaining(name) as string },
  });
  expect((await level(plain)).body).toMatchObject({ error: { code: 'focal_unknown' } });
});
