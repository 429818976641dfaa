import { join } from 'node:path';
import sharp from 'sharp';
import type { AssemblyPlan } from '@gangway/core/assembly/plan';
import { toCommon } from '@gangway/core/assembly/frameGeometry';
import { randomFrom, splinePicture } from '@gangway/core/assembly/picture.test-support';
import { encodedOf, lightOf } from '@gangway/core/assembly/refine';
import type { FrameFile } from './frames';

export type Picture = (x: number, y: number) => number;

export interface KnownFrames {
  readonly plan: AssemblyPlan;
  readonly picture: Picture;
  /** Where the frames really lie, and by how much their light is off. */
  readonly truth: readonly {
    readonly left: number;
    readonly top: number;
    readonly exposure: number;
    readonly turnedDeg: number;
    readonly scale: number;
  }[];
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
  /** By at most so much frames after the first are turned, degrees, and scaled, as a share; and all distorted, about their middles. */
  readonly turnDeg?: number;
  readonly scaleShare?: number;
  readonly distortion?: number;
  /** Stops lost in the corners of each frame, by the square of the distance from its middle. */
  readonly vignetting?: number;
  /** How far neighbours overlap, px. */
  readonly overlap?: { readonly x: number; readonly y: number };
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
    turnDeg = 0,
    scaleShare = 0,
    distortion = 0,
    vignetting = 0,
    overlap = { x: 110, y: 100 },
    seed = 9,
    picture = splinePicture(seed),
    seen = () => null,
  }: Making = {},
): Promise<KnownFrames> {
  const random = randomFrom(seed);
  const normal = () => Math.sqrt(-2 * Math.log(1 - random())) * Math.cos(2 * Math.PI * random());
  const step = { x: width - overlap.x, y: height - overlap.y };
  const planned = Array.from({ length: columns * rows }, (_, i) => ({
    left: (i % columns) * step.x,
    top: Math.floor(i / columns) * step.y,
    width,
    height,
    footX: width / 2,
    footY: height / 2,
  }));
  const truth = planned.map(({ left, top }, i) => ({
    left: i === 0 ? left : left + 2 * slidePx * (random() - 0.5),
    top: i === 0 ? top : top + 2 * slidePx * (random() - 0.5),
    exposure: 1 + 2 * drift * (random() - 0.5),
    turnedDeg: i === 0 || turnDeg === 0 ? 0 : 2 * turnDeg * (random() - 0.5),
    scale: i === 0 || scaleShare === 0 ? 1 : 1 + 2 * scaleShare * (random() - 0.5),
  }));
  const files: FrameFile[] = [];
  const most = bits === 8 ? 255 : 65_535;
  const bends = turnDeg !== 0 || scaleShare !== 0 || distortion !== 0;
  for (const [f, { left, top, exposure, turnedDeg, scale }] of truth.entries()) {
    const frame = { width, height, foot: { x: width / 2, y: height / 2 }, rough: { x: left, y: top } };
    const laid = { middle: { x: left + width / 2, y: top + height / 2 }, turnedDeg, scale };
    // Values are those of the upper left corner of a pixel, as they always were here.
    const seenAt = (x: number, y: number) => (bends ? toCommon(frame, laid, distortion, { x, y }) : { x: x + left, y: y + top });
    const samples = bits === 8 ? new Uint8Array(3 * width * height) : new Uint16Array(3 * width * height);
    for (let y = 0; y < height; y++) {
      for (let x = 0; x < width; x++) {
        const at = seenAt(x, y);
        const off = ((x - width / 2) ** 2 + (y - height / 2) ** 2) / ((width / 2) ** 2 + (height / 2) ** 2);
        const light = lightOf(seen(f, at.x, at.y) ?? picture(at.x, at.y)) * exposure * 2 ** (-vignetting * off);
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
