import { plateText } from '@gangway/messages/core/plate';
import { say } from '@gangway/messages/say';
import ExifReader from 'exifreader';
import type decode from 'heic-decode';
import sharp from 'sharp';
import { CoreError } from '@gangway/core/errors';

/** How files of the High Efficiency Image File Format begin whose pictures are HEVC. Source: ISO/IEC 23008-12, B.4. */
const BRANDS: readonly string[] = ['heic', 'heix', 'heim', 'heis', 'hevc', 'hevx', 'mif1', 'msf1'];
/** A decoded picture takes four bytes to the pixel, all at once. */
const PIXELS_MOST = 110e6;
/** What is lost by it is less than what the format has lost before. */
const QUALITY = 94;

/** Whether a file is HEIC, by its first twelve bytes. */
export function isHeic(head: Uint8Array): boolean {
  const text = Buffer.from(head.subarray(4, 12)).toString('latin1');
  return text.startsWith('ftyp') && BRANDS.includes(text.slice(4));
}

/** The pictures of a file, with what their types leave out. */
type Pictures = readonly (Awaited<ReturnType<typeof decode.all>>[number] & { readonly width: number; readonly height: number })[] & {
  readonly dispose: () => void;
};

/**
 * A photograph in HEIC as a JPEG file, upright, with what it says of its focal length and its size as it was taken. Throws
 * `not_a_picture`, `too_many_pixels`.
 *
 * @param bytes the whole file
 */
export async function jpegOfHeic(bytes: Buffer): Promise<Buffer> {
  const { width, height, data } = await decoded(bytes);
  const said = exifOf(bytes);
  return sharp(Buffer.from(data.buffer, data.byteOffset, data.byteLength), { raw: { width, height, channels: 4 } })
    .removeAlpha()
    .withExif({ IFD2: said })
    .jpeg({ quality: QUALITY, chromaSubsampling: '4:4:4' })
    .toBuffer();
}

async function decoded(bytes: Buffer): ReturnType<typeof decode> {
  let pictures: Pictures;
  try {
    // Loaded when the first one comes.
    const { default: heic } = await import('heic-decode');
    pictures = (await heic.all({ buffer: bytes })) as unknown as Pictures;
  } catch {
    throw new CoreError('not_a_picture', ['file'], plateText.notAPicture);
  }
  try {
    const [picture] = pictures;
    if (!picture) throw new CoreError('not_a_picture', ['file'], plateText.notAPicture);
    const { width, height } = picture;
    if (width * height > PIXELS_MOST)
      throw new CoreError('too_many_pixels', ['file'], say(plateText.tooManyPixels, { width, height, mostMp: PIXELS_MOST / 1e6 }));
    return await picture.decode().catch(() => {
      throw new CoreError('not_a_picture', ['file'], plateText.damagedPicture);
    });
  } finally {
    pictures.dispose();
  }
}

/** What counts for a plate; how the camera was turned is in the picture already. */
function exifOf(bytes: Buffer): Record<string, string> {
  let tags: ExifReader.Tags;
  try {
    tags = ExifReader.load(Uint8Array.from(bytes).buffer);
  } catch {
    return {};
  }
  const kept = {
    FocalLengthIn35mmFilm: tags.FocalLengthIn35mmFilm,
    PixelXDimension: tags.PixelXDimension,
    PixelYDimension: tags.PixelYDimension,
  };
  return Object.fromEntries(
    Object.entries(kept).flatMap(([name, tag]) => (typeof tag?.value === 'number' && tag.value > 0 ? [[name, String(tag.value)]] : [])),
  );
}
