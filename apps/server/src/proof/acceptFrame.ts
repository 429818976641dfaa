import { createHash } from 'node:crypto';
import { createReadStream } from 'node:fs';
import exifReader from 'exif-reader';
import sharp, { type Metadata, type Stats } from 'sharp';
import type { Frame } from '@gangway/contract/proof';
import { Refusal } from '../refusal';

/** The most pixels that a frame may say it has. */
export const PIXELS_MOST = 400e6;
const FORMATS: readonly string[] = ['png', 'jpeg', 'tiff'];

/**
 * Looks at a file that came in: what it is, what it says of itself, and whether
 * all of it can be read. Throws a refusal that says what is wrong with it.
 */
export async function acceptedFrame(
  path: string,
  name: string,
): Promise<Pick<Frame, 'width' | 'height' | 'bits' | 'format' | 'takenAt' | 'wrote' | 'remarks'> & { readonly sha256: string }> {
  const refuse = (words: string): Refusal => new Refusal(422, 'not_a_frame', `${name} ${words}`, ['file']);
  let seen: Metadata;
  try {
    // The header alone: what it claims is looked at before anything is unpacked.
    seen = await sharp(path, { limitInputPixels: false }).metadata();
  } catch {
    throw refuse('is not a picture that can be read: PNG, JPEG or TIFF with 8 or 16 bit is taken.');
  }
  const { format, width, height, depth, space, pages } = seen;
  if (!FORMATS.includes(format)) throw refuse(`is ${format.toUpperCase()}; PNG, JPEG or TIFF with 8 or 16 bit is taken.`);
  if (width * height > PIXELS_MOST)
    throw refuse(
      `says that it has ${width} × ${height} px, which is ${Math.round((width * height) / 1e6)} million; at most ${PIXELS_MOST / 1e6} million are taken.`,
    );
  if (width < 32 || height < 32) throw refuse(`has only ${width} × ${height} px.`);
  if (depth !== 'uchar' && depth !== 'ushort') throw refuse(`has samples of the kind ${depth}; 8 or 16 bit are taken.`);
  if (space === 'cmyk') throw refuse('is in CMYK; frames of a camera are in RGB or grey.');
  let light: Stats;
  try {
    light = await sharp(path, { limitInputPixels: false, failOn: 'truncated', page: 0 }).stats();
  } catch (error) {
    throw refuse(`breaks off or is damaged (${error instanceof Error ? (error.message.split('\n')[0] ?? '') : 'unknown'}).`);
  }
  const full = depth === 'ushort' ? 65_535 : 255;
  const channels = light.channels.slice(0, 3);
  const remarks: string[] = [];
  if (channels.every(({ max }) => max < 0.02 * full)) remarks.push('black all over: was the lens cap or the dark slide in?');
  else if (channels.every(({ min }) => min > 0.98 * full)) remarks.push('white all over: burnt out.');
  else if (channels.every(({ stdev }) => stdev < 0.004 * full)) remarks.push('the same all over: nothing to compare with its neighbours.');
  if ((pages ?? 1) > 1) remarks.push(`holds ${pages} pictures; the first is taken.`);
  const said = seen.exif ? exifOf(seen.exif) : xmpOf(seen.xmp);
  const turned = (seen.orientation ?? 1) >= 5;
  return {
    width: turned ? height : width,
    height: turned ? width : height,
    bits: depth === 'ushort' ? 16 : 8,
    format,
    ...said,
    remarks,
    sha256: await sha256Of(path),
  };
}

/** The same from XMP, where a file has that alone. */
function xmpOf(xmp: Buffer | undefined): Pick<Frame, 'takenAt' | 'wrote'> {
  const text = xmp?.toString('utf8') ?? '';
  const said = (key: string): string | null => {
    const found = new RegExp(`exif:${key}(?:="([^"]{1,40})"|>([^<]{1,40})<)`).exec(text);
    return found?.[1] ?? found?.[2] ?? null;
  };
  const number = (key: string): number | null => {
    const [over, under = '1'] = said(key)?.split('/') ?? [];
    const value = over === undefined ? NaN : Number(over) / Number(under);
    return Number.isFinite(value) && value > 0 ? value : null;
  };
  const at = new Date(said('DateTimeOriginal') ?? NaN);
  return {
    takenAt: Number.isNaN(at.getTime()) ? null : at.toISOString(),
    wrote: { fNumber: number('FNumber'), focalMm: number('FocalLength'), exposureS: number('ExposureTime') },
  };
}

/** What the camera wrote; a lens without contacts tells it nothing. */
function exifOf(exif: Buffer | undefined): Pick<Frame, 'takenAt' | 'wrote'> {
  const nothing = { takenAt: null, wrote: { fNumber: null, focalMm: null, exposureS: null } };
  if (!exif) return nothing;
  try {
    const { Image, Photo } = exifReader(exif);
    const number = (value: unknown): number | null => (typeof value === 'number' && Number.isFinite(value) && value > 0 ? value : null);
    const at = Photo?.DateTimeOriginal ?? Image?.DateTime;
    const sub = typeof Photo?.SubSecTimeOriginal === 'string' ? Number(`0.${Photo.SubSecTimeOriginal}`) * 1000 : 0;
    const takenAt =
      at instanceof Date && !Number.isNaN(at.getTime())
        ? new Date(at.getTime() + (Number.isFinite(sub) ? Math.round(sub) : 0)).toISOString()
        : null;
    return {
      takenAt,
      wrote: { fNumber: number(Photo?.FNumber), focalMm: number(Photo?.FocalLength), exposureS: number(Photo?.ExposureTime) },
    };
  } catch {
    return nothing;
  }
}

async function sha256Of(path: string): Promise<string> {
  const hash = createHash('sha256');
  for await (const chunk of createReadStream(path)) hash.update(chunk as Buffer);
  return hash.digest('hex');
}
