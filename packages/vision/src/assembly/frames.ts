import { statfs } from 'node:fs/promises';
import sharp from 'sharp';
import type { Plane } from '@gangway/core/assembly/plane';
import { proofText } from '@gangway/messages/server/proof';
import { fixedNumber } from '@gangway/messages/number';
import { say } from '@gangway/messages/say';
import { grey, samplesOf, type RawPicture } from './rawPicture';

/** A frame as its file lies on disk. */
export interface FrameFile {
  readonly id: string;
  readonly name: string;
  readonly path: string;
}

/** What stops a job, in words for the photographer. */
export class AssemblyTrouble extends Error {}

export async function freeBytes(path: string): Promise<number> {
  const { bavail, bsize } = await statfs(path);
  return bavail * bsize;
}

const PIXELS_MOST = 400e6;

/** The reduced pictures have at most so many px on their long side. */
const REDUCED_PX = 1024;

sharp.cache(false);
export const noLimit = { limitInputPixels: false } as const;

/** What a file says of itself. */
export async function lookedAt({ path, name }: { readonly path: string; readonly name: string }) {
  const { width, height, depth, orientation, icc } = await sharp(path, noLimit).metadata();
  if (!width || !height) throw new AssemblyTrouble(say(proofText.cannotBeReadAsA, { name }));
  if (width * height > PIXELS_MOST)
    throw new AssemblyTrouble(
      say(proofText.saysItHasMillionPixels, { name, width: Math.round((width * height) / 1e6), pixelsMost: PIXELS_MOST / 1e6 }),
    );
  const turned = (orientation ?? 1) >= 5;
  return {
    width: turned ? height : width,
    height: turned ? width : height,
    bits: depth === 'ushort' ? 16 : 8,
    profile: icc ?? null,
  } as const;
}

export async function unpackedTo(
  unpacked: string,
  { path, name }: { readonly path: string; readonly name: string },
  bits: 8 | 16,
): Promise<void> {
  try {
    await sharp(path, { ...noLimit, failOn: 'error', sequentialRead: true })
      .autoOrient()
      .removeAlpha()
      .keepIccProfile()
      .pipelineColourspace(bits === 16 ? 'rgb16' : 'srgb')
      .toColourspace(bits === 16 ? 'rgb16' : 'srgb')
      .toFile(unpacked);
  } catch (error) {
    throw new AssemblyTrouble(
      say(proofText.breaksOffOrCannotBe, {
        name,
        error: error instanceof Error ? (error.message.split('\n')[0] ?? '') : proofText.unknown,
      }),
    );
  }
}

export const gigabytes = (bytes: number): string => `${fixedNumber(bytes / 1e9, bytes < 1e9 ? 2 : 1)} GB`;

export interface Reduced {
  readonly plane: Plane;
  readonly by: number;
}

export async function reducedOf(path: string, { width, height, bits }: RawPicture): Promise<Reduced> {
  const by = Math.max(1, Math.ceil(Math.max(width, height) / REDUCED_PX));
  const [w, h] = [Math.floor(width / by), Math.floor(height / by)];
  const buffer = await sharp(path, noLimit)
    .extract({ left: 0, top: 0, width: w * by, height: h * by })
    .resize(w, h, { kernel: 'linear', fit: 'fill' })
    .toColourspace(bits === 16 ? 'rgb16' : 'srgb')
    .raw({ depth: bits === 16 ? 'ushort' : 'uchar' })
    .toBuffer();
  return { plane: grey(samplesOf(buffer, buffer.length, bits), w, h, bits), by };
}
