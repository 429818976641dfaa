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

const lights = new Map<number, Float32Array>();

/** The light of each value up to the full one. */
function lightUpTo(full: number): Float32Array {
  const known = lights.get(full) ?? Float32Array.from({ length: full + 1 }, (_, value) => lightOf(value / full));
  lights.set(full, known);
  return known;
}

/**
 * The pixels of a picture with the light they stand for: upright, through its
 * colour profile to sRGB, in the 8 or 16 bits of the file. Throws
 * `not_a_picture`, `too_many_pixels`, `out_of_range` for a part outside it.
 */
export async function pixelValues(file: PictureFile, part: PartPx | null = null): Promise<PixelValues> {
  const { widthPx, heightPx } = await readPhotograph(file);
  const [left, top, width, height] = part ?? [0, 0, widthPx, heightPx];
  if (left < 0 || top < 0 || width < 1 || height < 1 || left + width > widthPx || top + height > heightPx)
    throw new CoreError('out_of_range', ['part'], say(lensTestsText.partOutside, { widthPx, heightPx }));
  try {
    const { depth, hasProfile, hasAlpha, orientation = 1 } = await sharp(file, { limitInputPixels: PIXELS_MOST }).metadata();
    // Row by row where nothing is turned: otherwise the whole picture is unpacked beside its pixels.
    const picture = sharp(file, { limitInputPixels: PIXELS_MOST, sequentialRead: orientation === 1 && part === null });
    // Of 8 bits sharp makes 16 by rough steps.
    const isByte = depth === 'uchar';
    // Those of 16 bits with a profile it turns into Display P3, unless it is told otherwise.
    const inSrgb = hasProfile && !isByte ? picture.withIccProfile('srgb') : picture;
    const upright = orientation === 1 ? inSrgb : inSrgb.rotate();
    const { data, info } = await (hasAlpha ? upright.flatten({ background: '#fff' }) : upright)
      .toColourspace(isByte ? 'srgb' : 'rgb16')
      .extract({ left, top, width, height })
      .raw({ depth: isByte ? 'uchar' : 'ushort' })
      .toBuffer({ resolveWithObject: true });
    const values = isByte ? new Uint8Array(data) : new Uint16Array(data.buffer, data.byteOffset, data.byteLength / 2);
    return { widthPx: info.width, heightPx: info.height, values, light: lightUpTo(isByte ? 255 : 65_535) };
  } catch {
    throw new CoreError('not_a_picture', ['file'], plateText.damagedPicture);
  }
}
