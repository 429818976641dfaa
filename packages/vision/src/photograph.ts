import ExifReader from 'exifreader';
import sharp, { type Metadata } from 'sharp';
import { plateText } from '@gangway/messages/core/plate';
import { say } from '@gangway/messages/say';
import { autoLevel, type FoundLevel } from '@gangway/core/plate/autoLevel';
import { CoreError } from '@gangway/core/errors';
import type { PlateLine } from '@gangway/core/plate/level';
import { focalPixels, type FlatPlate } from '@gangway/core/plate/pixel';
import type { ColourPicture } from '@gangway/core/plate/view';
import { straightEdges } from './segments';

/** The most pixels that a photograph may have. */
export const PIXELS_MOST = 220e6;
/** Lines are looked for in a picture of at most so many px along its longer side: more shows grain, not more lines. */
const LINES_PX = 2000;
const FORMATS: readonly string[] = ['jpeg', 'png', 'tiff', 'webp'];

/** What a file says of a photograph of the place. */
export interface Photograph {
  /** As it is seen upright. */
  readonly widthPx: number;
  readonly heightPx: number;
  /** Focal length for a frame of 36 × 24 mm by the diagonal, mm, digital zoom in it; `null` where the file does not say. */
  readonly equivalentMm: number | null;
  /** Whether the file says that it was taken in another size than it has now: its middle may not be where the lens pointed. */
  readonly cropped: boolean;
  /** A panorama by its own words: a whole sphere, or something else that is not flat. */
  readonly panorama: 'sphere' | 'other' | null;
}

/** A picture that came in: its path or its bytes. */
export type PictureFile = string | Buffer;

const refuse = (code: string, words: string): CoreError => new CoreError(code, ['file'], words);

/**
 * What a file of a photograph says of itself, turned upright by its metadata.
 * Throws `not_a_picture`, `too_many_pixels`.
 */
export async function readPhotograph(file: PictureFile): Promise<Photograph> {
  let seen: Metadata;
  try {
    seen = await sharp(file, { limitInputPixels: false }).metadata();
  } catch {
    throw refuse('not_a_picture', plateText.notAPicture);
  }
  const { format, width, height, orientation = 1 } = seen;
  if (!FORMATS.includes(format)) throw refuse('not_a_picture', say(plateText.wrongFormat, { format: format.toUpperCase() }));
  if (width * height > PIXELS_MOST)
    throw refuse('too_many_pixels', say(plateText.tooManyPixels, { width, height, mostMp: PIXELS_MOST / 1e6 }));
  const [widthPx, heightPx] = orientation >= 5 ? [height, width] : [width, height];
  const said = seen.exif ? exifOf(seen.exif) : { equivalentMm: null, taken: null };
  const xmp = seen.xmp?.toString('utf8') ?? '';
  const projection = /GPano:ProjectionType(?:="|>)\s*(\w+)/u.exec(xmp)?.[1] ?? null;
  const sphere = projection === 'equirectangular' && widthPx === 2 * heightPx;
  // Turned upright by a program, it may have its sides exchanged.
  const cropped =
    said.taken !== null &&
    (Math.max(...said.taken) !== Math.max(width, height) || Math.min(...said.taken) !== Math.min(width, height)) &&
    Math.abs(Math.max(...said.taken) / Math.min(...said.taken) - Math.max(width, height) / Math.min(width, height)) > 0.005;
  const other = projection === null ? null : 'other';
  return { widthPx, heightPx, equivalentMm: said.equivalentMm, cropped, panorama: sphere ? 'sphere' : other };
}

function exifOf(exif: Buffer): { readonly equivalentMm: number | null; readonly taken: readonly [number, number] | null } {
  // What sharp hands on begins with the six bytes that mark it in a JPEG file.
  const start = exif.subarray(0, 4).toString('latin1') === 'Exif' ? 6 : 0;
  let tags: ExifReader.Tags;
  try {
    tags = ExifReader.load(Uint8Array.from(exif.subarray(start)).buffer);
  } catch {
    return { equivalentMm: null, taken: null };
  }
  const number = (value: unknown): number | null => (typeof value === 'number' && value > 0 ? value : null);
  const equivalentMm = number(tags.FocalLengthIn35mmFilm?.value);
  const [wide, high] = [number(tags.PixelXDimension?.value), number(tags.PixelYDimension?.value)];
  return { equivalentMm, taken: wide !== null && high !== null ? [wide, high] : null };
}

/** A photograph as a flat plate. Throws `focal_unknown` where neither the file nor the caller says how wide it sees, `not_flat` for a panorama. */
export function flatPlate({ widthPx, heightPx, equivalentMm, panorama }: Photograph, givenMm: number | null): FlatPlate {
  if (panorama !== null) throw refuse('not_flat', plateText.panoramaRefused);
  const mm = givenMm ?? equivalentMm;
  if (mm === null) throw new CoreError('focal_unknown', ['equivalentMm'], plateText.focalUnknown);
  return { kind: 'flat', widthPx, heightPx, focalPx: focalPixels(mm, widthPx, heightPx) };
}

/** The straight edges of a photograph, longest first, in px of the whole picture. */
export async function linesOf(file: PictureFile, { widthPx, heightPx }: Photograph): Promise<readonly PlateLine[]> {
  const { data, info } = await sharp(file, { limitInputPixels: PIXELS_MOST })
    .rotate()
    .resize(LINES_PX, LINES_PX, { fit: 'inside', withoutEnlargement: true })
    .flatten({ background: '#fff' })
    .greyscale()
    .raw()
    .toBuffer({ resolveWithObject: true });
  const lines = await straightEdges({ widthPx: info.width, heightPx: info.height, grey: new Uint8Array(data) });
  const [across, down] = [widthPx / info.width, heightPx / info.height];
  return lines.map(([u1, v1, u2, v2]) => [u1 * across, v1 * down, u2 * across, v2 * down]);
}

export interface LevelledPhotograph {
  readonly plate: FlatPlate;
  readonly lines: readonly PlateLine[];
  readonly found: FoundLevel | null;
}

/** A photograph levelled by its own lines; `found` is `null` where it has none that stand upright. */
export async function levelledPhotograph(file: PictureFile, equivalentMm: number | null): Promise<LevelledPhotograph> {
  const photograph = await readPhotograph(file);
  const plate = flatPlate(photograph, equivalentMm);
  const lines = await linesOf(file, photograph);
  return { plate, lines, found: autoLevel(plate, lines) };
}

/** The picture itself, upright, at most so many px along its longer side. */
export async function colourPicture(file: PictureFile, mostPx: number): Promise<ColourPicture> {
  const { data, info } = await sharp(file, { limitInputPixels: PIXELS_MOST })
    .rotate()
    .resize(mostPx, mostPx, { fit: 'inside', withoutEnlargement: true })
    .flatten({ background: '#fff' })
    .toColourspace('srgb')
    .raw()
    .toBuffer({ resolveWithObject: true });
  return { widthPx: info.width, heightPx: info.height, rgb: new Uint8Array(data) };
}

/** A picture as a PNG file. */
export async function pngOf({ widthPx, heightPx, rgb }: ColourPicture): Promise<Buffer> {
  return sharp(rgb, { raw: { width: widthPx, height: heightPx, channels: 3 } })
    .png()
    .toBuffer();
}
