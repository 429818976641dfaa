import { proofText } from '@gangway/messages/server/proof';
import { say } from '@gangway/messages/say';
import { createHash } from 'node:crypto';
import { createReadStream } from 'node:fs';
import ExifReader from 'exifreader';
import sharp, { type Metadata } from 'sharp';
import type { Frame } from '@gangway/contract/proof';
import { HttpError } from '../httpError';
import { decoding } from './decoding';

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
  const refuse = (words: string): HttpError => new HttpError(422, 'not_a_frame', `${name} ${words}`, { path: ['file'] });
  let seen: Metadata;
  try {
    // The header alone: what it claims is looked at before anything is unpacked.
    seen = await sharp(path, { limitInputPixels: false }).metadata();
  } catch {
    throw refuse(proofText.isNotAPictureThat);
  }
  const { format, width, height, depth, space, pages } = seen;
  if (!FORMATS.includes(format)) throw refuse(say(proofText.isPngJpegOrTiff, { format: format.toUpperCase() }));
  if (width * height > PIXELS_MOST)
    throw refuse(
      say(proofText.saysThatItHasPx, { width, height, width2: Math.round((width * height) / 1e6), pixelsMost: PIXELS_MOST / 1e6 }),
    );
  if (width < 32 || height < 32) throw refuse(say(proofText.hasOnlyPx, { width, height }));
  if (depth !== 'uchar' && depth !== 'ushort') throw refuse(say(proofText.hasSamplesOfTheKind, { depth }));
  if (space === 'cmyk') throw refuse(proofText.isInCmykFramesOf);
  let channels: readonly Range[];
  try {
    channels = await decoding(() => light(path));
  } catch (error) {
    throw refuse(
      say(proofText.isIncompleteOrDamaged, { error: error instanceof Error ? (error.message.split('\n')[0] ?? '') : proofText.unknown }),
    );
  }
  const remarks: string[] = [];
  if (channels.every(({ most }) => most < 0.02)) remarks.push(proofText.blackAllOverWasThe);
  else if (channels.every(({ least }) => least > 0.98)) remarks.push(proofText.whiteAllOverBurntOut);
  else if (channels.every(({ most, least }) => most - least < 0.01)) remarks.push(proofText.theSameAllOverNothing);
  if (pages !== undefined && pages > 1) remarks.push(say(proofText.holdsPicturesTheFirstIs, { pages }));
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

/** The darkest and the brightest place of a channel, shares of full scale. */
interface Range {
  readonly least: number;
  readonly most: number;
}

/** Decodes a picture to its end, row by row, and answers the range of each channel, over places of at most a thousandth of its width. */
async function light(path: string): Promise<readonly Range[]> {
  const { data, info } = await sharp(path, { limitInputPixels: false, failOn: 'error', page: 0, sequentialRead: true })
    .removeAlpha()
    .resize(1000, 1000, { fit: 'inside', withoutEnlargement: true })
    .toColourspace('rgb16')
    .raw({ depth: 'ushort' })
    .toBuffer({ resolveWithObject: true });
  const samples = new Uint16Array(Uint8Array.from(data).buffer);
  return Array.from({ length: info.channels }, (_, channel) => {
    let [least, most] = [Infinity, -Infinity];
    for (let i = channel; i < samples.length; i += info.channels) {
      const share = (samples[i] ?? 0) / 65_535;
      least = Math.min(least, share);
      most = Math.max(most, share);
    }
    return { least, most };
  });
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

/** An Exif block as a JPEG of nothing else, which is how the reader takes it; `null` when it is too long to be one. */
function asJpeg(exif: Buffer): Buffer | null {
  // A PNG holds the block without the name that stands before it in a JPEG.
  const named = exif.subarray(0, 4).toString('latin1') === 'Exif' ? exif : Buffer.concat([Buffer.from('Exif\0\0', 'latin1'), exif]);
  const length = named.length + 2;
  return length > 0xffff ? null : Buffer.concat([Buffer.from([0xff, 0xd8, 0xff, 0xe1, length >> 8, length & 0xff]), named]);
}

/** The moment that Exif gives, its clock taken for UTC; `null` when it gives none that can be read. */
function exifMoment(words: string | undefined, fraction: string | undefined): string | null {
  const parts = /^(\d{4}):(\d\d):(\d\d) (\d\d:\d\d:\d\d)/u.exec(words ?? '');
  if (!parts) return null;
  const at = new Date(`${parts[1]}-${parts[2]}-${parts[3]}T${parts[4]}Z`).getTime();
  const more = Number(`0.${/^\d+/u.exec(fraction ?? '')?.[0] ?? '0'}`) * 1000;
  return Number.isNaN(at) ? null : new Date(at + Math.round(more)).toISOString();
}

/** A positive number from a tag that holds one, or a fraction of two; `null` otherwise. */
function positive(value: unknown): number | null {
  const found = Array.isArray(value) ? Number(value[0]) / Number(value[1] ?? 1) : value;
  return typeof found === 'number' && Number.isFinite(found) && found > 0 ? found : null;
}

/** What the camera wrote; a lens without contacts tells it nothing. */
function exifOf(exif: Buffer): Pick<Frame, 'takenAt' | 'wrote'> {
  const nothing = { takenAt: null, wrote: { fNumber: null, focalMm: null, exposureS: null } };
  const jpeg = asJpeg(exif);
  if (!jpeg) return nothing;
  try {
    const tags = ExifReader.load(jpeg, { expanded: true }).exif ?? {};
    return {
      takenAt: exifMoment((tags.DateTimeOriginal ?? tags.DateTime)?.description, tags.SubSecTimeOriginal?.description),
      wrote: {
        fNumber: positive(tags.FNumber?.value),
        focalMm: positive(tags.FocalLength?.value),
        exposureS: positive(tags.ExposureTime?.value),
      },
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
