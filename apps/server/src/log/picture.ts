import { decoding } from '../proof/decoding';
import sharp from 'sharp';

/** What may be attached, and its ending in the store. */
const IMAGES: Readonly<Record<string, readonly [mime: string, extension: string]>> = {
  jpeg: ['image/jpeg', 'jpg'],
  png: ['image/png', 'png'],
  webp: ['image/webp', 'webp'],
  tiff: ['image/tiff', 'tif'],
};

/** A photograph has no more pixels than this: the largest single exposures, with some room. */
const PIXELS_MOST = 250e6;

interface Picture {
  readonly mime: string;
  readonly extension: string;
  readonly width: number;
  readonly height: number;
}

/** What a file is, by its contents alone, read to its end; `null` where it is no picture that may be attached, or is cut short. */
export async function pictureIn(path: string): Promise<Picture | null> {
  try {
    const image = sharp(path, { failOn: 'error', limitInputPixels: PIXELS_MOST, sequentialRead: true });
    const { format, width, height } = await image.metadata();
    const known = IMAGES[format];
    if (!known) return null;
    await decoding(() => image.clone().resize(16, 16, { fit: 'fill' }).raw().toBuffer());
    const [mime, extension] = known;
    return { mime, extension, width, height };
  } catch {
    return null;
  }
}
