import { mkdtemp, rm } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import sharp from 'sharp';
import { encodedOf } from '@gangway/core/assembly/refine';
import { allSharp, deepScene, focusedAt, writtenFrame, type Scene } from './knownScenes.test-support';
import { stack, type StackJob } from './stack';

jest.setTimeout(180_000);

let folder = '';
beforeEach(async () => {
  folder = await mkdtemp(join(tmpdir(), 'gangway-stack-'));
});
afterEach(() => rm(folder, { recursive: true, force: true }));

const [WIDE, HIGH, FRAMES] = [300, 220, 5] as const;

const run = (frames: StackJob['frames'], more: Partial<StackJob> = {}) =>
  stack({
    frames,
    output: 'tiff',
    scratch: folder,
    result: join(folder, 'stacked.tif'),
    depth: null,
    pixelsPerInch: 300,
    onProgress: () => undefined,
    ...more,
  });

async function grey(file: string) {
  const { data, info } = await sharp(file, { page: 0 })
    .toColourspace('rgb16')
    .raw({ depth: 'ushort' })
    .toBuffer({ resolveWithObject: true });
  const samples = new Uint16Array(data.buffer, data.byteOffset, data.length / 2);
  return { ...info, at: (x: number, y: number): number => (samples[info.channels * (y * info.width + x)] ?? NaN) / 65_535 };
}

/** How near a file comes to a scene, dB; it begins `left` and `top` px inside. */
async function psnr(file: string, truth: Scene, left: number, top: number): Promise<number> {
  const { width, height, at } = await grey(file);
  let [sum, n] = [0, 0];
  for (let y = 6; y < height - 6; y++)
    for (let x = 6; x < width - 6; x++) {
      sum += (at(x, y) - encodedOf(truth(x + left + 0.5, y + top + 0.5)[1])) ** 2;
      n++;
    }
  return 10 * Math.log10(n / sum);
}

test('a board that leans and a thing before it, each frame scaled and moved as focusing does: everything sharp, where it is, and how far', async () => {
  const deep = deepScene(4, WIDE, HIGH, FRAMES);
  const lies = (i: number) => ({ scale: 1 + 0.004 * (i - 2), xPx: 0.4 * (i - 2), yPx: 0.2 * (i - 2) });
  const files = [];
  for (let i = 0; i < FRAMES; i++)
    files.push(
      await writtenFrame(folder, `focus-${i}.png`, {
        ...lies(i),
        scene: focusedAt(deep, i, 1.6),
        width: WIDE,
        height: HIGH,
        noise: 0.003,
        seed: i + 1,
      }),
    );
  const depth = join(folder, 'depth.png');
  const report = await run(files, { depth });
  expect(report.reference).toBe('focus-2.png');
  report.frames.forEach(({ scale, xPx, yPx, turnedDeg }, i) => {
    expect(Math.abs(scale - lies(i).scale)).toBeLessThan(0.0006);
    expect(Math.abs(xPx - lies(i).xPx)).toBeLessThan(0.1);
    expect(Math.abs(yPx - lies(i).yPx)).toBeLessThan(0.1);
    expect(Math.abs(turnedDeg)).toBeLessThan(0.02);
  });
  expect(report.frames.reduce((sum, { share }) => sum + share, 0)).toBeCloseTo(1, 6);
  expect(report.unknownShare).toBeLessThan(0.02);
  const [left, top] = [Math.round((WIDE - report.width) / 2), Math.round((HIGH - report.height) / 2)];
  const near = [-1, 0, 1].flatMap((y) => [-1, 0, 1].map((x) => psnr(join(folder, 'stacked.tif'), allSharp(deep), left + x, top + y)));
  const found = Math.max(...(await Promise.all(near)));
  expect(found).toBeGreaterThan(35);
  // Far better than the best frame of all.
  const singles = await Promise.all(files.map(({ path }) => psnr(path, allSharp(deep), 0, 0)));
  expect(found).toBeGreaterThan(Math.max(...singles) + 5);
  // The depth map: board from far at the top to near at the bottom, the thing before it nearest.
  const map = await grey(depth);
  const deepAt = (x: number, y: number): number => map.at(Math.round((x - left) / 2), Math.round((y - top) / 2)) * (FRAMES - 1);
  for (const [x, y] of [
    [20, 30],
    [280, 60],
    [30, 200],
    [270, 180],
  ] as const)
    expect(Math.abs(deepAt(x, y) - deep.board.depth(x, y))).toBeLessThan(0.7);
  expect(Math.abs(deepAt(WIDE / 2, 0.45 * HIGH) - 0.5)).toBeLessThan(0.6);
});

test('frames that differ by 3 % in scale from one to the next, as close up, are aligned as well', async () => {
  const deep = deepScene(6, WIDE, HIGH, 3);
  const scales = [0.97, 1, 1.03];
  const files = [];
  for (const [i, scale] of scales.entries())
    files.push(
      await writtenFrame(folder, `near-${i}.png`, {
        scale,
        scene: focusedAt(deep, i, 1.2),
        width: WIDE,
        height: HIGH,
        noise: 0.002,
        seed: i + 1,
      }),
    );
  const { frames, remarks } = await run(files);
  frames.forEach(({ scale }, i) => expect(Math.abs(scale - (scales[i] ?? NaN))).toBeLessThan(0.001));
  expect(remarks).toEqual([expect.stringMatching(/aligned.*scaled by [56]\.\d\d %/u)]);
});

test('frames that lie on each other are not drawn anew, and the report names those that give nothing', async () => {
  const deep = deepScene(8, WIDE, HIGH, FRAMES);
  const files = [];
  for (const i of [0, 1, 2, 3, 4, 9])
    files.push(
      await writtenFrame(folder, `focus-${i}.png`, { scene: focusedAt(deep, i, 1.6), width: WIDE, height: HIGH, bits: 8, seed: i + 1 }),
    );
  const report = await run(files);
  expect(report).toMatchObject({ width: WIDE, height: HIGH, bits: 8 });
  expect(report.frames.map(({ xPx, yPx, scale }) => [xPx, yPx, scale])).toEqual(files.map(() => [0, 0, 1]));
  expect(report.remarks.join(' ')).toContain('focus-9.png is the sharpest frame almost nowhere');
});

test('where nothing shows detail the depth is unknown, and two blank frames are not aligned', async () => {
  const blank: Scene = () => [0.2, 0.2, 0.2];
  const files = [];
  for (let i = 0; i < 2; i++) files.push(await writtenFrame(folder, `blank-${i}.png`, { scene: blank, width: 120, height: 90 }));
  const report = await run(files);
  expect(report.unknownShare).toBe(1);
  expect(report.remarks).toContain('blank-0.png and blank-1.png have no detail to compare and were not aligned.');
});
