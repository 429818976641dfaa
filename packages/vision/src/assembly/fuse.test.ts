import { execFileSync } from 'node:child_process';
import { mkdtemp, rm, writeFile } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import sharp from 'sharp';
import { profileOf } from '@gangway/core/assembly/profile.test-support';
import { fuse, type FuseJob } from './fuse';
import { roomScene, writtenFrame, type LaidTruth, type Scene } from './knownScenes.test-support';

jest.setTimeout(120_000);

let folder = '';
beforeEach(async () => {
  folder = await mkdtemp(join(tmpdir(), 'gangway-fuse-'));
});
afterEach(() => rm(folder, { recursive: true, force: true }));

const [WIDE, HIGH] = [420, 300];

/** Three exposures of a scene, three stops apart. */
async function bracket(
  scenes: Scene | readonly Scene[],
  { lies = [], ...more }: Partial<Parameters<typeof writtenFrame>[2]> & { lies?: readonly LaidTruth[] } = {},
) {
  const files = [];
  for (const [i, [exposure, time]] of (
    [
      [0.1, '1/80'],
      [0.8, '1/10'],
      [6.4, '8/10'],
    ] as const
  ).entries())
    files.push(
      await writtenFrame(folder, `bracket-${i}.png`, {
        ...more,
        ...lies[i],
        scene: (typeof scenes === 'function' ? scenes : scenes[i]) ?? roomScene(1),
        width: WIDE,
        height: HIGH,
        exposure,
        seed: i + 1,
        exif: more.exif ?? { ExposureTime: time },
      }),
    );
  return files;
}

const run = (frames: FuseJob['frames'], more: Partial<FuseJob> = {}) =>
  fuse({
    frames,
    stops: null,
    fused: true,
    whole: false,
    output: 'tiff',
    scratch: folder,
    result: join(folder, 'fused.tif'),
    light: join(folder, 'light.tif'),
    pixelsPerInch: 300,
    onProgress: () => undefined,
    ...more,
  });

/** Linear light of the result at a pixel. */
async function lightIn(file: string): Promise<(x: number, y: number) => readonly [number, number, number]> {
  const { data, info } = await sharp(file)
    .pipelineColourspace('scrgb')
    .toColourspace('scrgb')
    .raw({ depth: 'float' })
    .toBuffer({ resolveWithObject: true });
  const light = new Float32Array(data.buffer, data.byteOffset, data.length / 4);
  return (x, y) => [0, 1, 2].map((c) => light[3 * (y * info.width + x) + c] ?? NaN) as unknown as readonly [number, number, number];
}

/** How far the light of the middle exposure is off, as shares, smallest first. */
async function offs(scene: Scene, left = 0, top = 0): Promise<readonly number[]> {
  const light = await lightIn(join(folder, 'light.tif'));
  const found: number[] = [];
  for (let y = 6; y < HIGH - 12; y += 3)
    for (let x = 6; x < WIDE - 12; x += 3) {
      const truth = scene(x + left + 0.5, y + top + 0.5);
      const there = light(x, y);
      for (let c = 0; c < 3; c++) found.push(Math.abs((there[c] ?? NaN) / (0.8 * (truth[c] ?? NaN)) - 1));
    }
  return found.sort((a, b) => a - b);
}

const at = (sorted: readonly number[], share: number): number => sorted[Math.floor(share * (sorted.length - 1))] ?? NaN;

test('light over ten stops is merged to within a percent of what was there', async () => {
  const scene = roomScene(3);
  const report = await run(await bracket(scene, { noise: 0.0005 }));
  expect(report.frames.map(({ stops }) => Math.round(stops * 100) / 100)).toEqual([-3, 0, 3]);
  expect(report).toMatchObject({ width: WIDE, height: HIGH, reference: 'bracket-1.png', movedShare: 0, clippedShare: 0, remarks: [] });
  const off = await offs(scene);
  expect(at(off, 0.5)).toBeLessThan(0.003);
  expect(at(off, 0.99)).toBeLessThan(0.01);
});

test('exposures that lie apart are aligned to within 0.08 px, and the report says by how much', async () => {
  const scene = roomScene(5);
  const lies = [{ xPx: 1.6, yPx: -2.3, turnedDeg: 0.1 }, {}, { xPx: -2.2, yPx: 0.7, scale: 1.002 }];
  const report = await run(await bracket(scene, { noise: 0.001, lies }));
  report.frames.forEach((frame, i) => {
    expect(Math.abs(frame.xPx - (lies[i]?.xPx ?? 0))).toBeLessThan(0.08);
    expect(Math.abs(frame.yPx - (lies[i]?.yPx ?? 0))).toBeLessThan(0.08);
    expect(Math.abs(frame.turnedDeg - (lies[i]?.turnedDeg ?? 0))).toBeLessThan(0.02);
    expect(Math.abs(frame.scale - (lies[i]?.scale ?? 1))).toBeLessThan(0.0004);
  });
  expect(report.remarks.join(' ')).toMatch(/aligned: moved by up to 2\.8 px, rotated by up to 0\.10° and scaled by 0\.20 %/u);
  // Nothing outside any of the frames is shown.
  expect(report.width).toBeLessThan(WIDE - 4);
});

test('files that record no exposure say by their tones how much longer each is; what has none in common is asked for', async () => {
  const tones: Scene = (x, y) => {
    const light = 2 ** ((x / WIDE) * 9 - 6) * (1 + 0.2 * Math.sin(x / 3) * Math.sin(y / 4));
    return [light, light, light];
  };
  const files = await bracket(tones, { exif: {} });
  const { frames } = await run(files, { light: null });
  expect(frames.map(({ stops, recordedStops }) => [Math.round(20 * stops) / 20, recordedStops])).toEqual([
    [-3, null],
    [0, null],
    [3, null],
  ]);
  const black = await writtenFrame(folder, 'black.png', { scene: () => [0, 0, 0], width: WIDE, height: HIGH });
  await expect(run([...files, black])).rejects.toThrow(/record no exposure times/u);
  const given = await run(files, { stops: [0, 3, 6], light: null });
  expect(given.frames.map(({ stops }) => Math.round(stops * 10) / 10)).toEqual([-3, 0, 3]);
  await expect(run(files, { stops: [0, 3] })).rejects.toThrow('There are 2 exposure offsets for 3 frames');
});

test('a shutter that is off is named, and its frame counts by what it really shows', async () => {
  const tones: Scene = (x, y) => {
    const light = 2 ** ((x / WIDE) * 9 - 6) * (1 + 0.2 * Math.sin(x / 3) * Math.sin(y / 4));
    return [light, light, light];
  };
  const [short, , long] = await bracket(tones);
  // 1/5 s by its file, and really 0.3 s.
  const slow = await writtenFrame(folder, 'slow.png', {
    scene: tones,
    width: WIDE,
    height: HIGH,
    exposure: 2.4,
    exif: { ExposureTime: '2/10' },
  });
  if (!short || !long) throw new Error('a frame is missing');
  const { remarks, frames } = await run([short, slow, long], { light: null });
  expect(frames[0]?.stops).toBeCloseTo(Math.log2(0.1 / 2.4), 1);
  expect(remarks).toContain('bracket-0.png was exposed 0.6 stops less than its file records.');
});

test('a person who walks through leaves no ghost: each place where they stood is all person or all wall', async () => {
  const scene = roomScene(9);
  const places = [60, 140, 330];
  const walking = places.map(
    (place): Scene =>
      (x, y) =>
        Math.abs(x - place) < 12 && y > 215 && y < 285 ? [0.05, 0.02, 0.02] : scene(x, y),
  );
  const report = await run(await bracket(walking, { noise: 0.001 }));
  expect(report.movedShare).toBeGreaterThan(0.01);
  expect(report.movedShare).toBeLessThan(0.2);
  const light = await lightIn(join(folder, 'light.tif'));
  for (const x of places) {
    const [r, g] = light(x, 250);
    const [wr, wg] = scene(x + 0.5, 250.5);
    const person = Math.abs(r / 0.04 - 1) < 0.03 && Math.abs(g / 0.016 - 1) < 0.05;
    const wall = Math.abs(r / (0.8 * wr) - 1) < 0.05 && Math.abs(g / (0.8 * wg) - 1) < 0.05;
    expect(person || wall).toBe(true);
  }
});

test('light is that of the profile of the frames, in the colours of sRGB', async () => {
  const profile = join(folder, 'wide.icc');
  await writeFile(profile, profileOf({ curve: { power: 1.8 } }));
  const scene: Scene = (x) => {
    const light = 0.05 + (0.6 * x) / WIDE;
    return [light, light, light];
  };
  const files = await bracket(scene, { icc: profile });
  await run(files);
  const off = await offs(scene);
  expect(at(off, 0.5)).toBeLessThan(0.005);
  expect(at(off, 0.98)).toBeLessThan(0.01);
  // The fused picture keeps the profile.
  expect((await sharp(join(folder, 'fused.tif')).metadata()).icc).toBeDefined();
});

test('frames of other size or profile are refused by name', async () => {
  const scene = roomScene(2);
  const files = await bracket(scene);
  const small = await writtenFrame(folder, 'small.png', { scene, width: 400, height: HIGH });
  await expect(run([...files, small])).rejects.toThrow('small.png is 400 × 300 px and bracket-0.png 420 × 300');
  const profile = join(folder, 'wide.icc');
  await writeFile(profile, profileOf({ curve: { power: 1.8 } }));
  const other = await writtenFrame(folder, 'other.png', { scene, width: WIDE, height: HIGH, icc: profile });
  await expect(run([...files, other])).rejects.toThrow('other.png has another colour profile than bracket-0.png');
  await expect(run(files.slice(0, 1))).rejects.toThrow('At least two frames');
  await expect(run(files, { freeBytes: () => Promise.resolve(1000) })).rejects.toThrow(/free disk space/u);
});

test('results are opened by other programs: linear light with 32-bit samples, the picture with 16', async () => {
  await run(await bracket(roomScene(4)), { output: 'tiff' });
  const header = execFileSync('vipsheader', ['-a', join(folder, 'light.tif')], { encoding: 'utf8' });
  expect(header).toMatch(/420x300 float, 3 bands/u);
  const identified = execFileSync('identify', ['-format', '%w %h %z %m', `${join(folder, 'light.tif')}[0]`], { encoding: 'utf8' });
  expect(identified).toMatch(/^420 300 32 TIFF/u);
  const exif = execFileSync('exiftool', ['-s3', '-SampleFormat', '-BitsPerSample', join(folder, 'light.tif')], { encoding: 'utf8' });
  expect(exif).toMatch(/Float[^]*32 32 32/u);
  expect(execFileSync('vipsheader', [join(folder, 'fused.tif')], { encoding: 'utf8' })).toMatch(/420x300 ushort, 3 bands/u);
  // Light above full is kept.
  expect(Number(execFileSync('vips', ['max', join(folder, 'light.tif')], { encoding: 'utf8' }))).toBeGreaterThan(2);
});
