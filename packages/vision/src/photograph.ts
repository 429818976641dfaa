import ExifReader from 'exifreader';
import sharp, { type Metadata, type OutputInfo, type Sharp } from 'sharp';
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
  /** Whether the file says that it was taken in other proportions than it has now: its middle need not be where the lens pointed. */
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
  const projection = /\w+:ProjectionType(?:="|>)\s*(\w+)/u.exec(xmp)?.[1] ?? null;
  const sphere = projection === 'equirectangular' && widthPx === 2 * heightPx;
  // A program that turned it upright may have exchanged its sides; one that made it smaller kept its proportions.
  const cropped = said.taken !== null && Math.abs(proportion(said.taken) / proportion([width, height]) - 1) > CROPPED;
  const other = projection === null ? null : 'other';
  const equivalentMm = cropped ? ofCropped(said.equivalentMm, said.taken, [width, height]) : said.equivalentMm;
  return { widthPx, heightPx, equivalentMm, cropped, panorama: sphere ? 'sphere' : other };
}

/** The equivalent of a part of what was taken, of as many px; `null` where it was made larger besides, which nobody can tell from another crop. */
function ofCropped(equivalentMm: number | null, taken: readonly [number, number], now: readonly [number, number]): number | null {
  if (equivalentMm === null || Math.max(...now) > Math.max(...taken) || Math.min(...now) > Math.min(...taken)) return null;
  return (equivalentMm * Math.hypot(...taken)) / Math.hypot(...now);
}

/** The longer side over the shorter. */
const proportion = ([a, b]: readonly [number, number]): number => Math.max(a, b) / Math.min(a, b);

/** Rounding to whole pixels changes proportions by less than this share. */
const CROPPED = 0.004;

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
  if (panorama !== null) throw refuse('not_flat', panorama === 'sphere' ? plateText.sphereNotLevelled : plateText.panoramaRefused);
  const mm = givenMm ?? equivalentMm;
  if (mm === null) throw new CoreError('focal_unknown', ['equivalentMm'], plateText.focalUnknown);
  return { kind: 'flat', widthPx, heightPx, focalPx: focalPixels(mm, widthPx, heightPx) };
}

/** The pixels of a picture, upright, at most so many px along its longer side. Throws `not_a_picture` where it cannot be read to its end. */
async function decoded(file: PictureFile, mostPx: number, as: (picture: Sharp) => Sharp): Promise<{ data: Buffer; info: OutputInfo }> {
  const picture = sharp(file, { limitInputPixels: PIXELS_MOST })
    .rotate()
    .resize(mostPx, mostPx, { fit: 'inside', withoutEnlargement: true })
    .flatten({ background: '#fff' });
  try {
    return await as(picture).raw().toBuffer({ resolveWithObject: true });
  } catch {
    // Its header was read before; what fails here is the picture itself.
    throw refuse('not_a_picture', plateText.damagedPicture);
  }
}

/** The straight edges of a photograph, longest first, in px of the whole picture. */
export async function linesOf(file: PictureFile, { widthPx, heightPx }: Photograph): Promise<readonly PlateLine[]> {
  const { data, info } = await decoded(file, LINES_PX, (picture) => picture.greyscale());
  const lines = await straightEdges({ widthPx: info.width, heightPx: info.height, grey: new Uint8Array(data) });
  const [across, down] = [widthPx / info.width, heightPx / info.height];
  return lines.map(([u1, v1, u2, v2]) => [u1 * across, v1 * down, u2 * across, v2 * down]);
}

export interface LevelledPhotograph {
  readonly plate: FlatPlate;
  readonly lines: readonly PlateLine[];
  readonly found: FoundLevel | null;
}

/**
 * A photograph levelled by its own lines; `found` is `null` where it has none that stand upright.
 * Of a cropped one nobody knows where the lens pointed, which pitch and roll are counted from: they are never sure.
 */
export async function levelledPhotograph(file: PictureFile, equivalentMm: number | null): Promise<LevelledPhotograph> {
  const photograph = await readPhotograph(file);
  const plate = flatPlate(photograph, equivalentMm);
  const lines = await linesOf(file, photograph);
  const found = autoLevel(plate, lines);
  return { plate, lines, found: found && photograph.cropped ? { ...found, uncertaintyDeg: null, sure: false } : found };
}

/** The picture itself, upright, at most so many px along its longer side. */
export async function colourPicture(file: PictureFile, mostPx: number): Promise<ColourPicture> {
  const { data, info } = await decoded(file, mostPx, (picture) => picture.toColourspace('srgb'));
  return { widthPx: info.width, heightPx: info.height, rgb: new Uint8Array(data) };
}

/** A picture as a PNG file. */
export async function pngOf({ widthPx, heightPx, rgb }: ColourPicture): Promise<Buffer> {
  return sharp(rgb, { raw: { width: widthPx, height: heightPx, channels: 3 } })
    .png()
    .toBuffer();
}
