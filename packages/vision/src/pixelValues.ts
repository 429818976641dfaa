import sharp from 'sharp';
import { lensTestsText } from '@gangway/messages/core/lensTests';
import { plateText } from '@gangway/messages/core/plate';
import { say } from '@gangway/messages/say';
import { lightOf } from '@gangway/core/assembly/refine';
import { CoreError } from '@gangway/core/errors';
import type { PixelValues } from '@gangway/core/lensTests/flatFrame';
import { PIXELS_MOST, readPhotograph, type PictureFile } from './photograph';

/** Part of a picture in px: from the left and from the top, across and down. */
export type PartPx = readonly [left: number, top: number, width: number, height: number];

let light: Float32Array | null = null;

/** The light of each value of 16 bits. */
function lightOf16(): Float32Array {
  light ??= Float32Array.from({ length: 65_536 }, (_, value) => lightOf(value / 65_535));
  return light;
}

/**
 * The pixels of a picture as its file has them, with the light they stand for:
 * through its colour profile to sRGB in 16 bits, upright. Throws
 * `not_a_picture`, `too_many_pixels`, `out_of_range` for a part outside it.
 */
export async function pixelValues(file: PictureFile, part: PartPx | null = null): Promise<PixelValues> {
  const { widthPx, heightPx } = await readPhotograph(file);
  const upright = sharp(file, { limitInputPixels: PIXELS_MOST }).rotate().flatten({ background: '#fff' }).toColourspace('rgb16');
  const [left, top, width, height] = part ?? [0, 0, widthPx, heightPx];
  if (left < 0 || top < 0 || width < 1 || height < 1 || left + width > widthPx || top + height > heightPx)
    throw new CoreError('out_of_range', ['part'], say(lensTestsText.partOutside, { widthPx, heightPx }));
  try {
    const { data, info } = await upright
      .extract({ left, top, width, height })
      .raw({ depth: 'ushort' })
      .toBuffer({ resolveWithObject: true });
    const values = new Uint16Array(data.buffer, data.byteOffset, data.byteLength / 2);
    return { widthPx: info.width, heightPx: info.height, values, light: lightOf16() };
  } catch {
    throw new CoreError('not_a_picture', ['file'], plateText.damagedPicture);
  }
}
