import { mkdir, mkdtemp, rm, stat } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import sharp from 'sharp';
import { FIRST_OPTIONS } from '@gangway/contract/proof';
import { numbersFrom } from '@gangway/core/capture/shots';
import { assemble } from '@gangway/vision/assembly/assemble';

const OVERLAP = 0.2;

/** Frames of one large noisy picture, cut at whole pixels, as uncompressed 16 bit TIFF. */
async function framesOf(folder: string, [columns, rows]: readonly [number, number], [width, height]: readonly [number, number]) {
  const step = { x: Math.round(width * (1 - OVERLAP)), y: Math.round(height * (1 - OVERLAP)) };
  const plan = {
    frames: Array.from({ length: columns * rows }, (_, i) => ({
      left: (i % columns) * step.x,
      top: Math.floor(i / columns) * step.y,
      width,
      height,
      footX: 0,
      footY: 0,
    })),
    zones: [],
    distancePx: 10_000,
    axis: [0, 0, 1] as const,
    slidePx: 4,
  };
  const random = numbersFrom(5);
  // A texture that repeats far apart, so that a large picture need not be kept.
  const side = 1024;
  const texture = Uint16Array.from({ length: side * side }, () => 20_000 + Math.floor(20_000 * random()));
  const soft = await sharp(texture, { raw: { width: side, height: side, channels: 1 } })
    .pipelineColourspace('grey16')
    .toColourspace('grey16')
    .blur(1.5)
    .raw({ depth: 'ushort' })
    .toBuffer();
  const tile = new Uint16Array(soft.buffer, soft.byteOffset, soft.length / 2);
  const files = [];
  for (const [i, { left, top }] of plan.frames.entries()) {
    const samples = new Uint16Array(3 * width * height);
    for (let y = 0; y < height; y++) {
      const row = ((y + top) % side) * side;
      for (let x = 0; x < width; x++) {
        const value = (tile[row + ((x + left + 31 * Math.floor((y + top) / side)) % side)] ?? 0) * 1;
        const k = 3 * (y * width + x);
        samples[k] = value;
        samples[k + 1] = value;
        samples[k + 2] = value;
      }
    }
    const path = join(folder, `frame-${i}.tif`);
    await sharp(samples, { raw: { width, height, channels: 3 }, limitInputPixels: false })
      .pipelineColourspace('rgb16')
      .toColourspace('rgb16')
      .tiff({ compression: 'none' })
      .toFile(path);
    files.push({ id: `0000000${i}-0000-4000-8000-000000000000`, name: `frame-${i}.tif`, path });
  }
  return { plan, files, columns };
}

/** What libvips itself needs to read the frames, join them without blending and write the same file, s. */
async function joined(files: readonly { readonly path: string }[], columns: number, result: string): Promise<number> {
  const at = performance.now();
  await sharp(
    files.map(({ path }) => path),
    { join: { across: columns }, limitInputPixels: false },
  )
    .pipelineColourspace('rgb16')
    .toColourspace('rgb16')
    .tiff({ compression: 'deflate', predictor: 'horizontal', tile: true, tileWidth: 256, tileHeight: 256, pyramid: true, bigtiff: true })
    .toFile(result);
  return (performance.now() - at) / 1000;
}

/** Both in one run; for the large one the peak memory alone. */
export async function run(large: boolean): Promise<readonly string[]> {
  const folder = await mkdtemp(join(tmpdir(), 'gangway-bench-'));
  try {
    const [width, height] = large ? [8256, 6192] : [2400, 1800];
    const [columns, rows] = large ? [4, 3] : [4, 2];
    const { files, plan } = await framesOf(folder, [columns, rows], [width, height]);
    const scratch = join(folder, 'scratch');
    await mkdir(scratch);
    const result = join(folder, 'ours.tif');
    const before = process.resourceUsage().maxRSS;
    const at = performance.now();
    const report = await assemble({
      frames: files,
      flatFields: [],
      plan,
      options: FIRST_OPTIONS,
      scratch,
      result,
      pixelsPerInch: 300,
      onProgress: () => undefined,
    });
    const ours = (performance.now() - at) / 1000;
    const peak = process.resourceUsage().maxRSS;
    const lines = [
      `assembly of ${columns} × ${rows} frames of ${((width * height) / 1e6).toFixed(1)} MP, 16 bit, into ${((report.width * report.height) / 1e6).toFixed(0)} MP: ${ours.toFixed(1)} s, file ${((await stat(result)).size / 1e6).toFixed(0)} MB; peak memory of the process ${(peak / 1024 / 1024).toFixed(2)} GiB (${(before / 1024 / 1024).toFixed(2)} before, from making the frames)`,
    ];
    if (!large) {
      const reference = await joined(files, columns, join(folder, 'theirs.tif'));
      lines.push(
        `  libvips alone, reading, joining without blending and writing the same kind of file: ${reference.toFixed(1)} s; ratio ${(ours / reference).toFixed(2)}`,
      );
    }
    return lines;
  } finally {
    await rm(folder, { recursive: true, force: true });
  }
}
