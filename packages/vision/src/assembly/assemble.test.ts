import { execFileSync } from 'node:child_process';
import { mkdtemp, rm, truncate, writeFile } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import sharp from 'sharp';
import { FIRST_OPTIONS, type AssemblyOptions, type Report } from '@gangway/contract/proof';
import { pictureXmp } from '@gangway/contract/xmp';
import { toCommon } from '@gangway/core/assembly/frameGeometry';
import { profileOf } from '@gangway/core/assembly/profile.test-support';
import { splinePicture } from '@gangway/core/assembly/picture.test-support';
import { encodedOf, lightOf } from '@gangway/core/assembly/refine';
import { assemble, type AssemblyJob } from './assemble';
import { knownFrames, type KnownFrames } from './knownFrames.test-support';

jest.setTimeout(90_000);

let folder = '';
beforeEach(async () => {
  folder = await mkdtemp(join(tmpdir(), 'gangway-assemble-'));
});
afterEach(() => rm(folder, { recursive: true, force: true }));

const run = (
  known: Pick<KnownFrames, 'files'> & { readonly plan: KnownFrames['plan'] | null },
  options: Partial<AssemblyOptions> = {},
  more: Partial<AssemblyJob> = {},
) =>
  assemble({
    frames: known.files,
    flatFields: [],
    plan: known.plan,
    options: { ...FIRST_OPTIONS, ...options },
    scratch: folder,
    result: join(folder, `result.${options.output ?? 'tiff'}`),
    pixelsPerInch: 300,
    onProgress: () => undefined,
    ...more,
  });

/** One channel of the result, 0 to 1. */
async function looked(
  file: string,
): Promise<{ readonly width: number; readonly height: number; readonly at: (x: number, y: number) => number }> {
  const { data, info } = await sharp(file, { page: 0 })
    .toColourspace('rgb16')
    .raw({ depth: 'ushort' })
    .toBuffer({ resolveWithObject: true });
  const samples = new Uint16Array(data.buffer, data.byteOffset, data.length / 2);
  return { width: info.width, height: info.height, at: (x, y) => (samples[info.channels * (y * info.width + x)] ?? 0) / 65_535 };
}

test('frames slid, drifted and noisy by known amounts: places within a tenth of a pixel, light evened, no seam to see', async () => {
  const known = await knownFrames(folder, { columns: 3, rows: 2 });
  const report = await run(known);
  const [first] = report.frames;
  report.frames.forEach(({ left, top, gain, held }, i) => {
    const truth = known.truth[i];
    expect(held).toBe(true);
    expect(Math.abs(left - (first?.left ?? 0) - (truth?.left ?? NaN))).toBeLessThan(0.1);
    expect(Math.abs(top - (first?.top ?? 0) - (truth?.top ?? NaN))).toBeLessThan(0.1);
    expect((gain * (truth?.exposure ?? NaN)) / ((first?.gain ?? 1) * (known.truth[0]?.exposure ?? 1))).toBeCloseTo(1, 2);
  });
  expect(report.seams.map(({ state }) => state)).toEqual(report.seams.map(() => 'fits'));
  expect(report.seams.length).toBe(7);
  const picture = await looked(join(folder, 'result.tiff'));
  expect([picture.width, picture.height]).toEqual([report.width, report.height]);
  // Against the known picture: at the seams no farther off than inside a frame, where noise is the same or more.
  const scale = (first?.gain ?? 1) * (known.truth[0]?.exposure ?? 1);
  const off = (x0: number, y0: number, x1: number, y1: number): number => {
    let [sum, n] = [0, 0];
    for (let y = y0; y < y1; y++) {
      for (let x = x0; x < x1; x++) {
        sum += (picture.at(x, y) - encodedOf(lightOf(known.picture(x - (first?.left ?? 0), y - (first?.top ?? 0))) * scale)) ** 2;
        n++;
      }
    }
    return Math.sqrt(sum / n);
  };
  const inside = off(20, 20, 280, 200);
  expect(inside).toBeLessThan(0.006);
  expect(off(310, 10, 420, 200)).toBeLessThan(inside * 1.15);
  expect(off(10, 220, 300, 320)).toBeLessThan(inside * 1.15);
});

describe('frames that are turned, scaled or distorted', () => {
  const bends = { columns: 2, rows: 2, width: 560, height: 460, slidePx: 5 };

  /** How far the report has places of frames from where they were taken, root mean square, px; against the first. */
  const offPx = (known: KnownFrames, report: Awaited<ReturnType<typeof run>>, distortion: number): number => {
    const [first] = report.frames;
    let [sum, n] = [0, 0];
    report.frames.forEach(({ fromPlan, turnedDeg, scale }, i) => {
      const [truth, planned] = [known.truth[i], known.plan.frames[i]];
      if (!truth || !planned || !first) throw new Error('a frame is missing');
      const { width, height } = planned;
      const frame = { width, height, foot: { x: width / 2, y: height / 2 }, rough: { x: 0, y: 0 } };
      const middle = (left: number, top: number) => ({ x: left + width / 2, y: top + height / 2 });
      for (const place of [
        { x: 0, y: 0 },
        { x: width, y: 0 },
        { x: 0, y: height },
        { x: width, y: height },
      ]) {
        const is = toCommon(
          frame,
          { middle: middle(truth.left, truth.top), turnedDeg: truth.turnedDeg, scale: truth.scale },
          distortion,
          place,
        );
        const said = toCommon(
          frame,
          { middle: middle(planned.left + fromPlan.x, planned.top + fromPlan.y), turnedDeg, scale },
          report.distortion,
          place,
        );
        sum += (is.x - said.x) ** 2 + (is.y - said.y) ** 2;
        n++;
      }
    });
    return Math.sqrt(sum / n);
  };

  test.each([
    [{ turnDeg: 0.25 }, /is rotated/u],
    [{ scaleShare: 0.005 }, / % (larger|smaller) in scale/u],
    [{ turnDeg: 0.2, scaleShare: 0.003, distortion: -0.008 }, /0\.[789]\d % barrel distortion/u],
  ])('%p: found within 0.3 px, told, and straightened, so that the seams fit', async (how, told) => {
    const known = await knownFrames(folder, { ...bends, ...how });
    const report = await run(known);
    expect(offPx(known, report, 'distortion' in how ? how.distortion : 0)).toBeLessThan(0.3);
    expect(report.remarks.join(' ')).toMatch(told);
    expect(report.seams.map(({ state }) => state)).toEqual(report.seams.map(() => 'fits'));
    for (const { scatterPx, bentPx } of report.seams) expect(Math.hypot(scatterPx, bentPx)).toBeLessThan(0.5);
    // What is put together is the picture, not only what fits among frames.
    const [first] = report.frames;
    const result = await looked(join(folder, 'result.tiff'));
    const scale = (first?.gain ?? 1) * (known.truth[0]?.exposure ?? 1);
    const [left, top] = [(first?.inset.x ?? 0) - (first?.left ?? 0), (first?.inset.y ?? 0) - (first?.top ?? 0)];
    let [sum, n] = [0, 0];
    for (let y = 40; y < result.height - 40; y += 7)
      for (let x = 40; x < result.width - 40; x += 7) {
        const is = encodedOf(lightOf(known.picture(x + left, y + top)) * scale);
        sum += (result.at(x, y) - is) ** 2;
        n++;
      }
    expect(Math.sqrt(sum / n)).toBeLessThan(0.02);
  });

  test('placed by whole pixels nothing is drawn anew, and the report says what that costs', async () => {
    const known = await knownFrames(folder, { ...bends, turnDeg: 0.2 });
    const report = await run(known, { placing: 'whole' });
    expect(report.frames.every(({ turnedDeg }) => turnedDeg === 0)).toBe(true);
    expect(report.remarks.join(' ')).toMatch(/off by up to \d\.\d px/u);
  });
});

test('eight bit, JPEG and TIFF go the same way, without a plan as well', async () => {
  for (const [format, bits] of [
    ['jpeg', 8],
    ['tiff', 16],
  ] as const) {
    const known = await knownFrames(folder, { columns: 2, rows: 1, format, bits, slidePx: 12 });
    const report = await run({ ...known, plan: null }, { columns: 2, rows: 1, output: 'png' });
    const [a, b] = report.frames;
    expect((b?.left ?? 0) - (a?.left ?? 0)).toBeCloseTo(known.truth[1]?.left ?? NaN, 1);
    expect((b?.top ?? 0) - (a?.top ?? 0)).toBeCloseTo(known.truth[1]?.top ?? NaN, 1);
    expect(report.bits).toBe(bits);
    expect(await sharp(join(folder, 'result.png')).metadata()).toMatchObject({
      width: report.width,
      height: report.height,
      depth: bits === 16 ? 'ushort' : 'uchar',
    });
  }
});

test('the file is read alike by independent tools: libvips and ImageMagick of Debian, and exiftool', async () => {
  const profile = join(folder, 'profile.png');
  const known = await knownFrames(folder, { columns: 2, rows: 1, slidePx: 0, format: 'tiff' });
  // The first frame carries a colour profile, which has to come out again.
  await sharp(known.files[0]?.path)
    .pipelineColourspace('rgb16')
    .toColourspace('rgb16')
    .withIccProfile('p3')
    .tiff({ compression: 'none' })
    .toFile(profile);
  const report = await run({ ...known, files: known.files.map((file, i) => (i === 0 ? { ...file, path: profile } : file)) });
  const file = join(folder, 'result.tiff');
  const vips = execFileSync('vipsheader', ['-a', file]).toString();
  expect(vips).toMatch(new RegExp(`${report.width}x${report.height} ushort, 3 bands, rgb16`));
  expect(vips).toMatch(/icc-profile-data/);
  const pages = execFileSync('identify', ['-format', '%w %h %z\n', file]).toString().trim().split('\n');
  expect(pages[0]).toBe(`${report.width} ${report.height} 16`);
  // A pyramid: each smaller by half.
  expect(pages.length).toBeGreaterThan(1);
  const [said] = JSON.parse(execFileSync('exiftool', ['-json', '-n', file]).toString()) as [Record<string, unknown>];
  expect(said).toMatchObject({
    ImageWidth: report.width,
    ImageHeight: report.height,
    XResolution: expect.closeTo(300, 0) as number,
    TileWidth: 256,
  });
  expect(said).toHaveProperty('ProfileDescription');
});

test('date, artist, copyright, camera, lens and place of the first frame go into the result, for exiftool too', async () => {
  const known = await knownFrames(folder, { columns: 2, rows: 1, slidePx: 0, format: 'jpeg', bits: 8 });
  const [first] = known.files;
  const path = join(folder, 'first.jpg');
  await sharp(first?.path)
    .withExif({
      IFD0: {
        Artist: 'The photographer',
        Copyright: 'The photographer, all rights reserved',
        Make: 'Workshop',
        Model: 'Small back',
        DateTime: '2027:05:12 10:20:30',
      },
      IFD2: { DateTimeOriginal: '2027:05:12 10:20:30', OffsetTimeOriginal: '+01:00', LensModel: '24 mm shift wide' },
      IFD3: { GPSLatitudeRef: 'S', GPSLatitude: '33/1 52/1 77/10', GPSLongitudeRef: 'E', GPSLongitude: '151/1 12/1 0/1' },
    })
    .jpeg({ quality: 98 })
    .toFile(path);
  const files = known.files.map((file, i) => (i === 0 ? { ...file, path } : file));
  for (const output of ['jpeg', 'png', 'tiff'] as const) {
    await run({ ...known, files }, { output });
    const [said = {}] = JSON.parse(
      execFileSync('exiftool', ['-json', '-n', join(folder, `result.${output}`)]).toString(),
    ) as readonly Record<string, unknown>[];
    expect(said).toMatchObject({ Make: 'Workshop', Model: 'Small back', LensModel: '24 mm shift wide' });
    expect(said.Artist ?? said.Creator).toBe('The photographer');
    expect(said.Copyright ?? said.Rights).toBe('The photographer, all rights reserved');
    expect(String(said.DateTimeOriginal)).toMatch(/^2027:05:12 10:20:30/u);
    expect(Math.abs(Number(said.GPSLatitude) + (33 + 52 / 60 + 7.7 / 3600))).toBeLessThan(1e-5);
    expect(Math.abs(Number(said.GPSLongitude) - 151.2)).toBeLessThan(1e-5);
  }
  // A TIFF with its tags behind more than a megabyte of pixels.
  const large = await knownFrames(folder, { columns: 1, rows: 1, width: 700, height: 600, slidePx: 0, format: 'tiff' });
  const tagged = join(folder, 'tagged.tif');
  await sharp(large.files[0]?.path)
    .pipelineColourspace('rgb16')
    .toColourspace('rgb16')
    .withXmp(pictureXmp({ creator: 'Somebody', lens: '90 mm field wide' }))
    .tiff({ compression: 'none' })
    .toFile(tagged);
  await run({ ...large, files: large.files.map((file) => ({ ...file, path: tagged })) }, { output: 'tiff' });
  const [late = {}] = JSON.parse(execFileSync('exiftool', ['-json', join(folder, 'result.tiff')]).toString()) as readonly Record<
    string,
    unknown
  >[];
  expect([late.Creator, late.LensModel]).toEqual(['Somebody', '90 mm field wide']);
  // Frames that record nothing give nothing.
  await run(known, { output: 'png' });
  expect((await sharp(join(folder, 'result.png')).metadata()).xmp).toBeUndefined();
});

test('flat sky falls back on the plan and says so', async () => {
  const known = await knownFrames(folder, { picture: () => 0.7, columns: 2, rows: 1 });
  const report = await run(known);
  expect(report.frames[1]?.fromPlan).toEqual({ x: 0, y: 0 });
  expect(report.seams[0]?.state).toBe('nothing');
  expect(report.remarks.join(' ')).toMatch(/are placed by the plan/);
});

test('what moved is named motion, a near thing that parts is named parallax, and seams keep out of a marked zone', async () => {
  const [thing, close] = [splinePicture(77), splinePicture(78)];
  const block = (x0: number, x: number, y: number): number | null => (x > x0 && x < x0 + 46 && y > 90 && y < 230 ? thing(x - x0, y) : null);
  // In the second frame the block has gone 6 px to the right and 5 down.
  const moved = await knownFrames(folder, {
    columns: 2,
    rows: 1,
    height: 620,
    slidePx: 0,
    seen: (f, x, y) => (f === 0 ? block(345, x, y) : block(351, x, y - 5)),
  });
  const zone = { left: 330, right: 410, top: 80, bottom: 250 };
  const { seams } = await run({ ...moved, plan: { ...moved.plan, zones: [zone] } });
  expect(seams[0]?.state).toBe('motion');
  expect(seams[0]?.words).toMatch(/moved/);
  const near = await knownFrames(folder, {
    columns: 2,
    rows: 1,
    height: 620,
    slidePx: 0,
    seen: (f, x, y) => (y > 400 ? close(x + (f === 1 ? 7 : 0), y) : null),
  });
  const parted = await run(near);
  expect(parted.seams[0]?.state).toBe('parallax');
  expect(parted.seams[0]?.farthestPx).toBeGreaterThan(4);
  expect(parted.seams[0]?.worstAt).not.toBeNull();
});

describe('what is refused with the reason', () => {
  test('wrong order, another size, too many or too few', async () => {
    const known = await knownFrames(folder, { columns: 3, rows: 2 });
    await expect(
      run({ ...known, files: [...known.files].reverse().map((file, i) => (i % 2 === 0 ? file : (known.files[i] ?? file))) }),
    ).rejects.toThrow(/do not fit the plan in this order/);
    await expect(run({ ...known, files: known.files.slice(0, 5) })).rejects.toThrow(/6 places, and there are 5 frames/);
    await sharp(known.files[1]?.path).resize(300, 200).png().toFile(join(folder, 'small.png'));
    await expect(
      run({
        ...known,
        files: known.files.map((file, i) => (i === 1 ? { ...file, name: 'small.png', path: join(folder, 'small.png') } : file)),
      }),
    ).rejects.toThrow(/small\.png is 300 × 200 px; its place in the plan has 420 × 320/);
    await expect(run({ ...known, plan: null }, { columns: 2, rows: 2 })).rejects.toThrow(/make 4 places, and there are 6/);
  });

  test('a truncated file, a full disk, cos⁴ without a lens and missing flat-field frames are each refused', async () => {
    const known = await knownFrames(folder, { columns: 2, rows: 1 });
    await expect(run({ ...known, plan: null }, { columns: 2, falloff: 'law' })).rejects.toThrow(/needs the lens position/);
    await expect(run(known, { falloff: 'flatField' })).rejects.toThrow(/no flat-field frame/);
    await expect(run(known, {}, { freeBytes: () => Promise.resolve(1e5) })).rejects.toThrow(/needs 0\.0\d GB of free disk/);
    await truncate(known.files[1]?.path ?? '', 90_000);
    await expect(run(known)).rejects.toThrow(/frame-1\.png is incomplete/);
    await writeFile(join(folder, 'text.tif'), 'This is no picture.');
    await expect(
      run({ ...known, files: known.files.map((file, i) => (i === 1 ? { ...file, path: join(folder, 'text.tif') } : file)) }),
    ).rejects.toThrow();
  });
});

test('an empty place is left out and said', async () => {
  const known = await knownFrames(folder, { columns: 3, rows: 1 });
  const report = await assemble({
    frames: [known.files[0] ?? null, known.files[1] ?? null, null],
    flatFields: [],
    plan: known.plan,
    options: FIRST_OPTIONS,
    scratch: folder,
    result: join(folder, 'r.tiff'),
    pixelsPerInch: 300,
    onProgress: () => undefined,
  });
  expect(report.remarks.join(' ')).toMatch(/Place 3 is empty/);
  expect(report.frames.map(({ place }) => place)).toEqual([0, 1]);
  expect(report.width).toBeLessThan(750);
});

test('falloff is taken off by flat-field frames', async () => {
  // Light falls to a half at the left and right of each frame.
  const fall = (x: number): number => 1 - 0.5 * ((x - 210) / 210) ** 2;
  const step = 310;
  const ground = splinePicture(9);
  const known = await knownFrames(folder, {
    columns: 2,
    rows: 1,
    slidePx: 0,
    drift: 0,
    noise: 0.002,
    seen: (f, x, y) => encodedOf(lightOf(ground(x, y)) * fall(x - f * step)),
  });
  const samples = new Uint16Array(3 * 420 * 320);
  for (let y = 0; y < 320; y++)
    for (let x = 0; x < 420; x++) samples.fill(Math.round(65_535 * encodedOf(0.7 * fall(x))), 3 * (y * 420 + x), 3 * (y * 420 + x) + 3);
  const card = { id: known.files[0]?.id ?? '', name: 'card.png', path: join(folder, 'card.png') };
  await sharp(samples, { raw: { width: 420, height: 320, channels: 3 } })
    .pipelineColourspace('rgb16')
    .toColourspace('rgb16')
    .png()
    .toFile(card.path);
  const report = await run(known, { falloff: 'flatField', evenLight: false }, { flatFields: [card] });
  const picture = await looked(join(folder, 'result.tiff'));
  const [first] = report.frames;
  let most = 0;
  for (let y = 20; y < 300; y += 7)
    for (let x = 20; x < 700; x += 7)
      most = Math.max(most, Math.abs(picture.at(x, y) - known.picture(x - (first?.left ?? 0), y - (first?.top ?? 0))));
  expect(most).toBeLessThan(0.03);
});

test('light is evened by the curve of the frames’ own profile', async () => {
  const known = await knownFrames(folder, { columns: 2, rows: 1, drift: 0.3, noise: 0.001 });
  const profile = join(folder, 'power.icc');
  await writeFile(profile, profileOf({ curve: { power: 1.4 } }));
  for (const { path } of known.files) {
    const converted = await sharp(path).pipelineColourspace('rgb16').toColourspace('rgb16').withIccProfile(profile).png().toBuffer();
    await writeFile(path, converted);
  }
  const { frames } = await run(known);
  const [one, two] = frames;
  const wanted = (known.truth[0]?.exposure ?? NaN) / (known.truth[1]?.exposure ?? NaN);
  expect(Math.abs(wanted - 1)).toBeGreaterThan(0.1);
  expect((two?.gain ?? NaN) / (one?.gain ?? NaN) / wanted).toBeCloseTo(1, 2);
  // The result keeps the profile.
  expect((await sharp(join(folder, 'result.tiff')).metadata()).icc).toBeDefined();
});

/** Light of the result over that of the picture differs from place to place by so many stops, from the 5th to the 95th of a hundred places. */
async function unevenness({ picture }: Pick<KnownFrames, 'picture'>, { width, height, frames: [first] }: Report): Promise<number> {
  const { at } = await looked(join(folder, 'result.tiff'));
  const ratios: number[] = [];
  for (let y = 10; y < height - 10; y += 9)
    for (let x = 10; x < width - 10; x += 9)
      ratios.push(lightOf(at(x, y)) / lightOf(picture(x - (first?.left ?? 0), y - (first?.top ?? 0))));
  const sorted = ratios.sort((p, q) => p - q);
  const share = (of: number): number => sorted[Math.floor(of * sorted.length)] ?? NaN;
  return Math.log2(share(0.95) / share(0.05));
}

test('falloff is fitted to the overlaps: what each frame loses in its corners is given back', async () => {
  const known = await knownFrames(folder, {
    columns: 2,
    rows: 2,
    width: 520,
    height: 400,
    overlap: { x: 200, y: 160 },
    drift: 0.1,
    noise: 0.002,
    vignetting: 0.8,
  });
  const report = await run(known, { falloff: 'fitted' });
  expect(report.remarks.join(' ')).toMatch(/show 0\.[789] stops of falloff/u);
  const corrected = await unevenness(known, report);
  expect(corrected).toBeLessThan(0.2);
  // Left as it is, the picture is darker in the corners of its frames.
  const plain = await unevenness(known, await run(known));
  expect(plain).toBeGreaterThan(2 * corrected);
});

test('falloff that the overlaps cannot show is left, and the report says so', async () => {
  const known = await knownFrames(folder, { columns: 2, rows: 1, noise: 0.002 });
  expect((await run(known, { falloff: 'fitted' })).remarks.join(' ')).toMatch(/no falloff that could be corrected/u);
});
