import { randomUUID } from 'node:crypto';
import { existsSync } from 'node:fs';
import { join } from 'node:path';
import { lensTestSchema, lensTestSummarySchema, type LensTest } from '@gangway/contract/lensTest';
import { chartFrameFrom } from '@gangway/contract/lensTestChart';
import { gridFrom } from '@gangway/contract/lensTestGrid';
import { encodedSamples, lightOf } from '@gangway/core/assembly/refine';
import { chartLayout } from '@gangway/core/lensTests/chart';
import { fillingMagnification } from '@gangway/core/lensTests/chartPlan';
import { measuredSharpness, sharpnessAt } from '@gangway/core/lensTests/chartSharpness';
import { measuredTexture, textureBest } from '@gangway/core/lensTests/texture';
import { simulatedTexture } from '@gangway/core/lensTests/simulatedTexture';
import { textureFrameFrom } from '@gangway/contract/lensTestTexture';
import { measuredLight } from '@gangway/core/lensTests/light';
import { sharpnessByLaw, simulatedChart, simulatedSharpCopy, withPixels } from '@gangway/core/lensTests/simulatedChart';
import { simulatedCopy, simulatedWall } from '@gangway/core/lensTests/simulatedWall';
import { eq, sql } from 'drizzle-orm';
import { unzipSync } from 'fflate';
import sharp from 'sharp';
import request from 'supertest';
import { z } from 'zod';
import { lensTestFrames, lensTests, looseFiles } from '../db/schema';
import { folderStore } from '../proof/store/folderStore';
import { purgeOld } from '../purge';
import { binary } from '../binary.test-support';
import { pdfText } from '../log/pdfText.test-support';
import { wholeServer } from '../wholeServer.test-support';

jest.setTimeout(90_000);

let server: Awaited<ReturnType<typeof wholeServer>>;
const api = () => request(server.base);
beforeAll(async () => (server = await wholeServer()));
afterAll(() => server.close());

const LENS = randomUUID();
const shotsOf = (places: readonly (readonly [number, number])[], fNumbers: readonly number[]) =>
  places.flatMap(([riseMm, shiftMm]) => fNumbers.map((fNumber) => ({ fNumber, riseMm, shiftMm })));
const settings = (shots: readonly object[] = shotsOf([[0, 0]], [4, 8]), over = {}) => ({
  name: 'Wall',
  lensId: LENS,
  rigId: null,
  rigName: 'Body with 24 mm',
  widthMm: 36,
  heightMm: 24,
  shots,
  ...over,
});

async function begun(shots?: readonly object[]): Promise<LensTest> {
  return lensTestSchema.parse((await api().post('/api/lens-tests').send(settings(shots)).expect(201)).body);
}

const picture = (seed: number, over: { width?: number; height?: number } = {}) =>
  sharp({ create: { width: 108, height: 72, channels: 3, background: { r: 100 + seed, g: 120, b: 90 }, ...over } })
    .png()
    .toBuffer();

const sent = (id: string, name: string, file: Buffer) =>
  api().post(`/api/lens-tests/${id}/frames`).query({ name }).set('Content-Type', 'application/octet-stream').send(file);
const opened = async (id: string) => lensTestSchema.parse((await api().get(`/api/lens-tests/${id}`).expect(200)).body);

describe('a test of a lens', () => {
  test('is begun, listed, filled in the order of its plan, and what is left over has no place', async () => {
    const { id } = await begun();
    for (const [i, name] of ['1.png', '2.png', '3.png'].entries()) await sent(id, name, await picture(i)).expect(201);
    const test = await opened(id);
    expect(test.frames.map(({ name }) => name)).toEqual(['1.png', '2.png', '3.png']);
    expect(test.settings.shots.map(({ frameId }) => frameId)).toEqual(test.frames.slice(0, 2).map((frame) => frame.id));
    expect(test.version).toBe(4);
    const { body } = await api().get('/api/lens-tests').expect(200);
    const listed = z
      .object({ tests: z.array(lensTestSummarySchema) })
      .parse(body)
      .tests.find((each) => each.id === id);
    expect(listed).toMatchObject({ name: 'Wall', lensId: LENS, frames: 3, shots: 2, appliedAt: null });
    const look = await api()
      .get(`/api/lens-test-frames/${test.frames[0]?.id ?? ''}/look`)
      .expect(200);
    expect(look.type).toBe('image/jpeg');
  });

  test('stores the light of its frames: an invented lens is measured from what the server answers', async () => {
    const copy = simulatedCopy({ focalMm: 28, imageCircleMm: 66, widestFNumber: 4 }, 5);
    const far = copy.imageCircleMm / 2 - 13;
    const places = [
      [0, 0],
      ...Array.from({ length: 8 }, (_, i) => [far * Math.sin((i * Math.PI) / 4), far * Math.cos((i * Math.PI) / 4)] as const),
    ] as const;
    const { id } = await begun(shotsOf(places, [8]));
    const [widthPx, heightPx] = [180, 120];
    for (const [i, [riseMm = 0, shiftMm = 0]] of places.entries()) {
      const shot = { fNumber: 8, riseMm, shiftMm, exposure: 0.6, slope: [0, 0] as const, noise: 0.01, seed: i + 1 };
      const { values } = simulatedWall(copy, shot, { widthMm: 36, heightMm: 24, widthPx, heightPx });
      const samples = encodedSamples(values);
      await api()
        .post(`/api/lens-tests/${id}/exposures`)
        .query({
          number: i + 1,
          width: widthPx,
          height: heightPx,
          bits: 16,
          format: 'png',
          takenAt: new Date(1e12 + i * 1000).toISOString(),
          exposureS: 0.01,
        })
        .set('Content-Type', 'application/octet-stream')
        .send(Buffer.from(samples.buffer))
        .expect(201);
    }
    const test = await opened(id);
    const frames = test.settings.shots.map(({ fNumber, riseMm, shiftMm, frameId }) => {
      const frame = test.frames.find((each) => each.id === frameId);
      if (!frame?.grid) throw new Error('a place is empty');
      // A lens without contacts.
      expect(frame.wrote.fNumber).toBeNull();
      return { name: frame.name, fNumber, riseMm, shiftMm, grid: gridFrom(frame.grid, test.settings) };
    });
    const { circle } = measuredLight(frames, 0);
    expect(Math.abs(2 * (circle?.radiusMm ?? 0) - copy.imageCircleMm)).toBeLessThan(0.01 * copy.imageCircleMm);
  });

  test('reads the test chart in its frames: an invented lens is measured from what the server answers', async () => {
    const law = { ...simulatedSharpCopy({ focalMm: 50, imageCircleMm: 64, widestFNumber: 4 }, 3), tilt: [0, 0] as const, decentred: null };
    const lens = sharpnessByLaw(law);
    const layout = chartLayout('A3');
    const frame = { widthMm: 36, heightMm: 24, widthPx: 1350, heightPx: 900 };
    const { body } = await api()
      .post('/api/lens-tests')
      .send(settings(shotsOf([[0, 0]], [8, 11]), { target: 'chart', chart: 'A3' }))
      .expect(201);
    const { id } = lensTestSchema.parse(body);
    const shot = {
      fNumber: 8,
      riseMm: 0,
      shiftMm: 0,
      focusMm: 0,
      exposure: 0.7,
      noise: 0.01,
      rollDeg: 0.3,
      turnedDeg: [0.2, -0.1] as const,
      seed: 3,
    };
    const samples = encodedSamples(simulatedChart(lens, shot, frame, layout).values);
    await api()
      .post(`/api/lens-tests/${id}/exposures`)
      .query({ number: 1, width: 1350, height: 900, bits: '16', format: 'png', takenAt: new Date(1e12).toISOString(), exposureS: 0.01 })
      .set('Content-Type', 'application/octet-stream')
      .send(Buffer.from(samples.buffer))
      .expect(201);
    // A blank wall in its place is stored all the same; that it shows no chart is said where it is measured.
    await sent(id, 'blank.png', await picture(1)).expect(201);
    const test = await opened(id);
    const frames = test.settings.shots.flatMap((each) => {
      const file = test.frames.find((one) => one.id === each.frameId);
      return (file && chartFrameFrom(file, each, test.settings)) ?? [];
    });
    expect(frames.map(({ markers }) => markers.length > 40)).toEqual([true, false]);
    const { apertures, problems } = measuredSharpness(layout, frames);
    expect(problems).toEqual([{ kind: 'noChart', frames: ['blank.png'] }]);
    const magnification = fillingMagnification(frame, layout);
    for (const mm of [0, 8, 16]) {
      const blur = lens.blur([mm, 0], { fNumber: 8, focusMm: 0, magnification });
      for (const way of ['tangential', 'sagittal'] as const) {
        const found = apertures[0] && sharpnessAt(apertures[0], way, mm);
        expect(Math.abs((found?.cyMm ?? NaN) / withPixels(blur[way], 36 / 1350) - 1)).toBeLessThan(0.04);
      }
    }
  });

  test('shows its frames closely: tiles and parts at their own pixels; a mark goes with its frame', async () => {
    const { id } = await begun();
    const pixels = Buffer.alloc(108 * 72 * 3, 90);
    // One white pixel, 50 from the left and 30 from the top.
    pixels.fill(255, 3 * (30 * 108 + 50), 3 * (30 * 108 + 50) + 3);
    const file = await sharp(pixels, { raw: { width: 108, height: 72, channels: 3 } })
      .png()
      .toBuffer();
    const { body } = await sent(id, 'close.png', file).expect(201);
    const { frame, version, settings: placed } = body as { frame: { id: string }; version: number; settings: LensTest['settings'] };
    const part = await api()
      .get(`/api/lens-test-frames/${frame.id}/part`)
      .query({ left: 40, top: 20, width: 20, height: 20 })
      .buffer()
      .parse(binary as never)
      .expect(200);
    const { data, info } = await sharp(part.body as Buffer)
      .removeAlpha()
      .raw()
      .toBuffer({ resolveWithObject: true });
    expect([info.width, info.height]).toEqual([20, 20]);
    const at = (x: number, y: number) => data[3 * (y * 20 + x)] ?? NaN;
    expect(at(10, 10)).toBeGreaterThan(200);
    expect(Math.abs(at(2, 2) - 90)).toBeLessThan(6);
    const tile = await api()
      .get(`/api/lens-test-frames/${frame.id}/tiles/7/0/0`)
      .buffer()
      .parse(binary as never)
      .expect(200);
    expect(await sharp(tile.body as Buffer).metadata()).toMatchObject({ format: 'jpeg', width: 108, height: 72 });
    await api().get(`/api/lens-test-frames/${frame.id}/tiles/9/0/0`).expect(404);
    const outside = await api()
      .get(`/api/lens-test-frames/${frame.id}/part`)
      .query({ left: 100, top: 0, width: 20, height: 20 })
      .expect(400);
    expect((outside.body as { error: { message: string } }).error.message).toContain('which is 108 × 72 px');

    const marks = [{ frameId: frame.id, place: 'left', at: [0.1, 0.5], mark: 'no' }];
    await api()
      .put(`/api/lens-tests/${id}`)
      .send({ version, settings: { ...placed, marks, byMarks: true } })
      .expect(200);
    expect((await opened(id)).settings).toMatchObject({ marks, byMarks: true });
    await api().delete(`/api/lens-test-frames/${frame.id}`).expect(200);
    expect((await opened(id)).settings.marks).toEqual([]);
    await api().get(`/api/lens-test-frames/${frame.id}/part`).query({ left: 0, top: 0, width: 20, height: 20 }).expect(404);
  });

  test('reads the texture in its frames', async () => {
    const law = simulatedSharpCopy({ focalMm: 50, imageCircleMm: 64, widestFNumber: 4 }, 3);
    const frame = { widthMm: 36, heightMm: 24, widthPx: 1056, heightPx: 704 };
    const { body } = await api()
      .post('/api/lens-tests')
      .send(settings(shotsOf([[0, 0]], [4, 8]), { target: 'texture' }))
      .expect(201);
    const { id } = lensTestSchema.parse(body);
    for (const [i, fNumber] of [4, 8].entries()) {
      const shot = { fNumber, riseMm: 0, shiftMm: 0, focusMm: 0, exposure: 0.35, noise: 0.01, seed: i + 1 };
      const samples = encodedSamples(simulatedTexture(sharpnessByLaw(law), shot, frame).values);
      await api()
        .post(`/api/lens-tests/${id}/exposures`)
        .query({
          number: i + 1,
          width: 1056,
          height: 704,
          bits: 16,
          format: 'png',
          takenAt: new Date(1e12 + i).toISOString(),
          exposureS: 0.01,
        })
        .set('Content-Type', 'application/octet-stream')
        .send(Buffer.from(samples.buffer))
        .expect(201);
    }
    const test = await opened(id);
    const frames = test.settings.shots.flatMap((shot) => {
      const file = test.frames.find((each) => each.id === shot.frameId);
      return (file && textureFrameFrom(file, shot, test.settings)) ?? [];
    });
    const { apertures, problems } = measuredTexture(frames);
    expect(problems).toEqual([]);
    expect(apertures.map(({ fNumber }) => fNumber)).toEqual([4, 8]);
    // Stopped down the border is sharper.
    expect(textureBest(apertures, 18)?.bestFNumber).toBe(8);
  });

  test('makes a report to print, and flat-field frames that even out what the lens took', async () => {
    const light = measuredLight([], 0);
    const heightsMm = [0, 15, 30];
    const at = {
      fNumber: 8,
      heightsMm,
      lost: [0, 0.5, 1.5],
      doubt: [0, 0, 0],
      redder: [0, 0, 0],
      bluer: [0, 0, 0],
      edge: null,
      unevenStops: 0,
    };
    const file = {
      format: 'gangway-lens-test',
      version: 2,
      name: 'Wall',
      lens: '24 mm',
      rig: 'Body',
      begunAt: '2026-05-01T10:00:00Z',
      frame: { widthMm: 36, heightMm: 24 },
      chart: null,
      wantedCyMm: null,
      frames: [0, 20].map((shiftMm) => ({ name: `${shiftMm}.tif`, fNumber: 8, riseMm: 0, shiftMm, focusMm: 0 })),
      result: { kind: 'wall', light: { ...light, apertures: [at] } },
    };
    const report = { file, focalMm: 24, nominalCircleMm: 67, isOtherCopy: false };
    const pdf = await api()
      .post('/api/lens-test-report.pdf')
      .send(report)
      .buffer()
      .parse(binary as never)
      .expect(200);
    const { text: words } = pdfText(pdf.body as Buffer);
    expect(words).toContain('24 mm, tested on Body');
    expect(words).toContain('1.50 ± 0.01 stops at 30.0 mm');
    await api()
      .post('/api/lens-test-report.pdf')
      .send({ ...report, focalMm: -1 })
      .expect(400);

    const zip = await api()
      .post('/api/lens-test-flat-fields.zip')
      .send(file)
      .buffer()
      .parse(binary as never)
      .expect(200);
    const entries = unzipSync(new Uint8Array(zip.body as Buffer));
    // Shifted by 20 mm a corner lies farther out than was measured: nothing is made up.
    expect(Object.keys(entries)).toEqual(['flat-f8-rise+0.0-shift+0.0.png']);
    const { data, info } = await sharp(Object.values(entries)[0])
      .toColourspace('rgb16')
      .raw({ depth: 'ushort' })
      .toBuffer({ resolveWithObject: true });
    const lights = Array.from(new Uint16Array(data.buffer, data.byteOffset, data.byteLength / 2), (value) => lightOf(value / 65_535));
    const middle = lights[info.channels * (Math.floor(info.height / 2) * info.width + Math.floor(info.width / 2))] ?? NaN;
    // 18 mm from the axis: 0.5 stops and a fifth of one more.
    const border = lights[info.channels * (Math.floor(info.height / 2) * info.width)] ?? NaN;
    expect(Math.log2(middle / border)).toBeCloseTo(0.7, 1);
    await api()
      .post('/api/lens-test-flat-fields.zip')
      .send({ ...file, frames: file.frames.slice(1) })
      .expect(422);
  });

  test('answers the schema of its file, and takes in what somebody else measured on another copy', async () => {
    expect((await api().get('/api/lens-test-file/schema').expect(200)).body).toMatchObject({
      $schema: expect.stringContaining('json-schema'),
      properties: { format: { const: 'gangway-lens-test' } },
    });
    const otherCopy = { lens: 'A 24 mm', begunAt: new Date(1e12).toISOString(), result: { kind: 'wall', light: measuredLight([], 0) } };
    const { body } = await api()
      .post('/api/lens-tests')
      .send(settings(undefined, { name: 'Another copy', otherCopy }))
      .expect(201);
    expect(lensTestSchema.parse(body).settings.otherCopy).toEqual(otherCopy);
    const listed = z.object({ tests: z.array(lensTestSummarySchema) }).parse((await api().get('/api/lens-tests').expect(200)).body);
    expect(listed.tests.find(({ name }) => name === 'Another copy')).toMatchObject({ isOtherCopy: true, target: 'wall' });
  });

  test('refuses what is no frame of it: another shape, the same file twice, no picture, no name', async () => {
    const { id } = await begun();
    const upright = await sent(id, 'upright.png', await picture(0, { width: 72, height: 108 })).expect(422);
    expect(upright.body).toMatchObject({ error: { code: 'wrong_shape', path: ['file'] } });
    await sent(id, '1.png', await picture(1)).expect(201);
    expect((await sent(id, '2.png', await picture(1)).expect(409)).body).toMatchObject({ error: { code: 'doubled' } });
    expect((await sent(id, 'notes.txt', Buffer.from('no picture')).expect(422)).body).toMatchObject({ error: { code: 'not_a_frame' } });
    expect((await sent(id, '', await picture(2)).expect(400)).body).toMatchObject({ error: { code: 'no_name' } });
    await sent(randomUUID(), '1.png', await picture(3)).expect(404);
    expect((await opened(id)).frames).toHaveLength(1);
  });

  test('is changed against the version that was seen, and names only its own frames', async () => {
    const [one, other] = [await begun(), await begun()];
    const { body } = await sent(one.id, '1.png', await picture(1)).expect(201);
    const { frame, version, settings: placed } = body as { frame: { id: string }; version: number; settings: LensTest['settings'] };
    const shots = placed.shots.toReversed();
    await api()
      .put(`/api/lens-tests/${one.id}`)
      .send({ version, settings: { ...placed, shots } })
      .expect(200);
    expect((await opened(one.id)).settings.shots[1]?.frameId).toBe(frame.id);
    const stale = await api().put(`/api/lens-tests/${one.id}`).send({ version, settings: placed }).expect(409);
    expect(stale.body).toMatchObject({ error: { code: 'changed_elsewhere' } });
    const strange = {
      version: other.version,
      settings: { ...other.settings, shots: shots.map((shot) => ({ ...shot, frameId: frame.id })).slice(0, 1) },
    };
    expect((await api().put(`/api/lens-tests/${other.id}`).send(strange).expect(400)).body).toMatchObject({
      error: { code: 'no_such_frame' },
    });
    const twice = { version: version + 1, settings: { ...placed, shots: placed.shots.map((shot) => ({ ...shot, frameId: frame.id })) } };
    await api().put(`/api/lens-tests/${one.id}`).send(twice).expect(400);
    const wrong = await api()
      .post('/api/lens-tests')
      .send(settings(shotsOf([[0, 0]], [0])))
      .expect(400);
    expect(wrong.body).toMatchObject({
      error: { path: ['shots', 0, 'fNumber'], message: expect.stringContaining('Aperture must be') as string },
    });
  });

  test('loses a frame with its file, and comes back after it was deleted; after thirty days it is gone with all files', async () => {
    const { id } = await begun();
    for (const i of [1, 2]) await sent(id, `${i}.png`, await picture(i)).expect(201);
    const test = await opened(id);
    const { db } = server.database.connection;
    const keys = (await db.select({ key: lensTestFrames.storeKey }).from(lensTestFrames).where(eq(lensTestFrames.testId, id))).map(
      ({ key }) => join(server.folder, 'store', key),
    );
    expect(keys.map((path) => existsSync(path))).toEqual([true, true]);
    await api()
      .delete(`/api/lens-test-frames/${test.frames[0]?.id ?? ''}`)
      .expect(200);
    expect((await opened(id)).settings.shots.map(({ frameId }) => frameId)).toEqual([null, test.frames[1]?.id]);
    expect(keys.map((path) => existsSync(path))).toEqual([false, true]);

    await api().delete(`/api/lens-tests/${id}`).expect(200);
    await api().get(`/api/lens-tests/${id}`).expect(404);
    await sent(id, '3.png', await picture(3)).expect(404);
    await api().post(`/api/lens-tests/${id}/restore`).expect(200);
    expect((await opened(id)).frames).toHaveLength(1);

    await api().delete(`/api/lens-tests/${id}`).expect(200);
    const store = folderStore(join(server.folder, 'store'));
    expect(await purgeOld(db, store)).toBe(0);
    await db
      .update(lensTests)
      .set({ deletedAt: sql`now() - interval '31 days'` })
      .where(eq(lensTests.id, id));
    expect(await purgeOld(db, store)).toBe(1);
    expect(keys.map((path) => existsSync(path))).toEqual([false, false]);
    expect(await db.$count(looseFiles)).toBe(0);
    await api().post(`/api/lens-tests/${id}/restore`).expect(404);
  });
});

describe('the test chart', () => {
  test('prints on its own paper, or on smaller sheets to glue', async () => {
    const pdf = async (query: string) => {
      const { body } = await api()
        .get(`/api/lens-test-chart.pdf?${query}`)
        .buffer(true)
        .parse(binary as never)
        .expect(200);
      return pdfText(body as Buffer);
    };
    expect((await pdf('size=A3')).pages).toBe(1);
    const tiled = await pdf('size=A2&paper=A4');
    // 594 × 420 mm in steps of 275 × 188 mm.
    expect(tiled.pages).toBe(9);
    expect(JSON.stringify(tiled)).toContain('sheet 1/3 down, 1/3 across');
    const { body } = await api().get('/api/lens-test-chart.pdf?size=A9').expect(400);
    expect(body).toMatchObject({ error: { path: ['size'], message: 'size: must be one of A4, A3, A2, A1, A0.' } });
  });
});
