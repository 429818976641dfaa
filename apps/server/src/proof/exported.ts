import sharp from 'sharp';
import { ratioIn, type PictureExport } from '@gangway/contract/pictureExport';
import { straightenedPart } from '@gangway/core/framing/straightened';
import { decoding } from './decoding';

/** How strongly edges are sharpened: radius (standard deviation, px), and in flat and in steep places; common practice. */
const SHARPENING = {
  none: null,
  screen: { sigma: 0.6, m1: 0.4, m2: 1.2 },
  print: { sigma: 1, m1: 0.6, m2: 2 },
} as const;

/** Writes a finished picture as it is exported: rotated, cropped, made smaller, sharpened. Its profile and metadata stay. Answers its width and height, px. */
export function exported(
  path: string,
  to: string,
  { output, longPx, ratio, turnDeg, sharpening }: PictureExport,
): Promise<{ readonly width: number; readonly height: number }> {
  return decoding(async () => {
    const { width, height, depth } = await sharp(path, { limitInputPixels: false, page: 0 }).metadata();
    const size = { width, height };
    const part = straightenedPart(size, turnDeg, ratioIn(ratio, size));
    const bits = depth === 'uchar' || output === 'jpeg' ? 'srgb' : 'rgb16';
    const picture = sharp(path, { limitInputPixels: false, page: 0, sequentialRead: turnDeg === 0 })
      .pipelineColourspace(depth === 'uchar' ? 'srgb' : 'rgb16')
      .keepMetadata()
      .rotate(turnDeg, { background: '#000' })
      .extract(part);
    const long = Math.max(part.width, part.height);
    if (longPx !== null && longPx < long)
      picture.resize(Math.max(1, Math.round((part.width * longPx) / long)), Math.max(1, Math.round((part.height * longPx) / long)), {
        fit: 'fill',
        kernel: 'lanczos3',
      });
    const sharpen = SHARPENING[sharpening];
    if (sharpen) picture.sharpen(sharpen);
    picture.toColourspace(bits);
    if (output === 'tiff') picture.tiff({ compression: 'deflate', predictor: 'horizontal' });
    else if (output === 'png') picture.png({ compressionLevel: 6 });
    else picture.jpeg({ quality: 92, chromaSubsampling: '4:4:4' });
    return picture.toFile(to);
  });
}
