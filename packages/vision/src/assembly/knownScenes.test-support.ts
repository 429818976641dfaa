import { join } from 'node:path';
import sharp from 'sharp';
import { randomFrom, splinePicture } from '@gangway/core/assembly/picture.test-support';
import { encodedOf, lightOf } from '@gangway/core/assembly/refine';
import type { FrameFile } from './frames';

/** Linear light of a scene at a place, three channels; may be far above 1. */
export type Scene = (x: number, y: number) => readonly [number, number, number];

export interface LaidTruth {
  /** How far its middle lies right of and below that of the picture, px; turned clockwise; larger. */
  readonly xPx?: number;
  readonly yPx?: number;
  readonly turnedDeg?: number;
  readonly scale?: number;
}

interface FrameMaking extends LaidTruth {
  readonly scene: Scene;
  readonly width: number;
  readonly height: number;
  readonly exposure?: number;
  readonly noise?: number;
  readonly bits?: 8 | 16;
  /** A profile into which the picture is converted, by Little CMS. */
  readonly icc?: string;
  readonly exif?: Readonly<Record<string, string>>;
  readonly seed?: number;
}

/** Writes one frame of a scene as a PNG; the camera looks at the middle of the pixels. */
export async function writtenFrame(folder: string, name: string, making: FrameMaking): Promise<FrameFile> {
  const {
    scene,
    width,
    height,
    exposure = 1,
    noise = 0,
    bits = 16,
    icc,
    exif,
    seed = 1,
    xPx = 0,
    yPx = 0,
    turnedDeg = 0,
    scale = 1,
  } = making;
  const random = randomFrom(seed);
  const normal = (): number => Math.sqrt(-2 * Math.log(1 - random())) * Math.cos(2 * Math.PI * random());
  const most = bits === 8 ? 255 : 65_535;
  const samples = bits === 8 ? new Uint8Array(3 * width * height) : new Uint16Array(3 * width * height);
  const [c, s] = [scale * Math.cos((turnedDeg * Math.PI) / 180), scale * Math.sin((turnedDeg * Math.PI) / 180)];
  for (let y = 0; y < height; y++) {
    for (let x = 0; x < width; x++) {
      const [dx, dy] = [x + 0.5 - width / 2, y + 0.5 - height / 2];
      const light = scene(width / 2 + xPx + c * dx - s * dy, height / 2 + yPx + s * dx + c * dy);
      for (let k = 0; k < 3; k++) {
        const value = encodedOf(Math.min(1, Math.max(0, (light[k] ?? 0) * exposure))) + (noise > 0 ? noise * normal() : 0);
        samples[3 * (y * width + x) + k] = Math.max(0, Math.min(most, Math.round(value * most)));
      }
    }
  }
  const path = join(folder, name);
  const file = sharp(samples, { raw: { width, height, channels: 3 } })
    .pipelineColourspace(bits === 16 ? 'rgb16' : 'srgb')
    .toColourspace(bits === 16 ? 'rgb16' : 'srgb');
  if (icc !== undefined) file.withIccProfile(icc);
  if (exif) file.withExif({ IFD2: exif, IFD0: { Artist: 'the photographer' } });
  await file.png({ compressionLevel: 1 }).toFile(path);
  return { id: name, name, path };
}

/** A wall in shade and a bright window, with fine detail in both: about ten stops of light. */
export function roomScene(seed: number): Scene {
  const wall = splinePicture(seed, 4);
  const view = splinePicture(seed + 1, 5);
  return (x, y) => {
    const inWindow = Math.max(0, Math.min(1, (90 - Math.hypot(x - 250, (y - 120) * 1.3)) / 4));
    const shade = 0.004 + 0.05 * wall(x, y) ** 2;
    const bright = 1.5 + 5 * view(x, y) ** 2;
    const light = shade * (1 - inWindow) + bright * inWindow;
    return [light, light * (0.85 + 0.1 * wall(y, x)), light * (0.7 + 0.2 * view(y, x))];
  };
}

/** A tilted board and a round thing before it: how far each place is, in frames of the stack, and what is there. */
export interface DeepScene {
  readonly depth: (x: number, y: number) => number;
  readonly tone: (x: number, y: number) => number;
}

export interface Deep {
  readonly board: DeepScene;
  readonly before: DeepScene & { readonly covers: (x: number, y: number) => boolean };
}

export function deepScene(seed: number, width: number, height: number, frames: number): Deep {
  const [board, before] = [splinePicture(seed, 4), splinePicture(seed + 1, 3)];
  return {
    board: { depth: (x, y) => 1 + (frames - 2.5) * (1 - y / height) + 0.5 * Math.sin(x / 60), tone: board },
    before: { depth: () => 0.5, tone: before, covers: (x, y) => Math.hypot(x - width / 2, (y - 0.45 * height) * 1.2) < 0.2 * height },
  };
}

/** Mean over a disc. */
function overDisc(of: (x: number, y: number) => number, radius: number, x: number, y: number): number {
  if (radius < 0.35) return of(x, y);
  const step = radius < 2 ? 0.5 : 1;
  const reach = step * Math.ceil(radius / step);
  let [sum, n] = [0, 0];
  for (let j = -reach; j <= reach; j += step)
    for (let i = -reach; i <= reach; i += step) {
      if (i * i + j * j > radius * radius) continue;
      sum += of(x + i, y + j);
      n++;
    }
  return sum / n;
}

/** Light of a deep scene as one frame of its stack shows it, blurred by so many px for each frame that it is out of focus. */
export function focusedAt({ board, before }: Deep, frame: number, blurPx: number): Scene {
  const back = remembered((x, y) => lightOf(board.tone(x, y)));
  const near = remembered((x, y) => lightOf(before.tone(x, y)));
  return (x, y) => {
    const radius = blurPx * Math.abs(before.depth(x, y) - frame);
    const covered = overDisc((p, q) => (before.covers(p, q) ? 1 : 0), radius, x, y);
    const behind = covered < 1 ? overDisc(back, blurPx * Math.abs(board.depth(x, y) - frame), x, y) : 0;
    const light = covered > 0 ? overDisc((p, q) => (before.covers(p, q) ? near(p, q) : 0), radius, x, y) + (1 - covered) * behind : behind;
    return [light, light, light];
  };
}

/** Everything sharp. */
export const allSharp =
  ({ board, before }: Deep): Scene =>
  (x, y) => {
    const light = lightOf(before.covers(x, y) ? before.tone(x, y) : board.tone(x, y));
    return [light, light, light];
  };

/** A function that is worked out once for each place. */
function remembered(of: (x: number, y: number) => number): (x: number, y: number) => number {
  const known = new Map<number, number>();
  return (x, y) => {
    const key = Math.round(x * 64) * 1e6 + Math.round(y * 64);
    const value = known.get(key) ?? of(x, y);
    known.set(key, value);
    return value;
  };
}
