import { join } from 'node:path';
import sharp from 'sharp';
import type { AssemblyPlan } from '@gangway/core/assembly/plan';
import { randomFrom, splinePicture } from '@gangway/core/assembly/picture.test-support';
import { encodedOf, lightOf } from '@gangway/core/assembly/refine';
import type { FrameFile } from './assemble';

export type Picture = (x: number, y: number) => number;

export interface KnownFrames {
  readonly plan: AssemblyPlan;
  readonly picture: Picture;
  /** Where the frames really lie, and by how much their light is off. */
  readonly truth: readonly { readonly left: number; readonly top: number; readonly exposure: number }[];
  readonly files: readonly FrameFile[];
}

export interface Making {
  readonly columns?: number;
  readonly rows?: number;
  readonly width?: number;
  readonly height?: number;
  readonly bits?: 8 | 16;
  readonly format?: 'png' | 'tiff' | 'jpeg';
  readonly noise?: number;
  readonly slidePx?: number;
  readonly drift?: number;
  readonly seed?: number;
  readonly picture?: Picture;
  /** What is seen otherwise in one frame: something that moved, a near thing. */
  readonly seen?: (frame: number, x: number, y: number) => number | null;
}

/** Frames of a picture that is known everywhere, slid, drifted and noisy by known amounts, in a folder. */
export async function knownFrames(
  folder: string,
  {
    columns = 2,
    rows = 2,
    width = 420,
    height = 320,
    bits = 16,
    format = 'png',
    noise = 0.004,
    slidePx = 4,
    drift = 0.06,
    seed = 9,
    picture = splinePicture(seed),
    seen = () => null,
  }: Making = {},
): Promise<KnownFrames> {
  const random = randomFrom(seed);
  const normal = () => Math.sqrt(-2 * Math.log(1 - random())) * Math.cos(2 * Math.PI * random());
  const step = { x: width - 110, y: height - 100 };
  const planned = Array.from({ length: columns * rows }, (_, i) => ({
    left: (i % columns) * step.x,
    top: Math.floor(i / columns) * step.y,
    width,
    height,
    footX: 0,
    footY: 0,
  }));
  const truth = planned.map(({ left, top }, i) => ({
    left: i === 0 ? left : left + 2 * slidePx * (random() - 0.5),
    top: i === 0 ? top : top + 2 * slidePx * (random() - 0.5),
    exposure: 1 + 2 * drift * (random() - 0.5),
  }));
  const files: FrameFile[] = [];
  const most = bits === 8 ? 255 : 65_535;
  for (const [f, { left, top, exposure }] of truth.entries()) {
    const samples = bits === 8 ? new Uint8Array(3 * width * height) : new Uint16Array(3 * width * height);
    for (let y = 0; y < height; y++) {
      for (let x = 0; x < width; x++) {
        const light = lightOf(seen(f, x + left, y + top) ?? picture(x + left, y + top)) * exposure;
        const value = encodedOf(Math.min(1, light)) + noise * normal();
        samples.fill(Math.max(0, Math.min(most, Math.round(value * most))), 3 * (y * width + x), 3 * (y * width + x) + 3);
      }
    }
    const path = join(folder, `frame-${f}.${format}`);
    const file = sharp(samples, { raw: { width, height, channels: 3 } })
      .pipelineColourspace(bits === 16 ? 'rgb16' : 'srgb')
      .toColourspace(bits === 16 ? 'rgb16' : 'srgb');
    if (format === 'png') await file.png().toFile(path);
    else if (format === 'tiff') await file.tiff({ compression: 'none' }).toFile(path);
    else await file.jpeg({ quality: 98, chromaSubsampling: '4:4:4' }).toFile(path);
    files.push({ id: `0000000${f}-0000-4000-8000-000000000000`, name: `frame-${f}.${format}`, path });
  }
  return { plan: { frames: planned, zones: [], distancePx: 1000, axis: [0, 0, 1], slidePx }, picture, truth, files };
}
