import { open } from 'node:fs/promises';
import ExifReader from 'exifreader';
import type { Exif } from 'sharp';
import { pictureXmp, type PictureFacts } from '@gangway/contract/xmp';

/** What goes from a frame into what is put together: as Exif, and as XMP for formats that carry no Exif. */
export interface Travelling {
  readonly exif: Exif;
  readonly xmp: string;
}

/** So much is read from the beginning of a file, and from where a TIFF has its tags. */
const READ_BYTES = 2 ** 20;

/** Date, artist, copyright, camera, lens and place that a frame records; `null` where it records none of them. */
export async function travellingFrom(path: string): Promise<Travelling | null> {
  const tags = await tagsIn(path);
  return tags && travellingOf(tags);
}

/** The light that a frame's exposure lets in, in stops above 1 s at f/1 and ISO 100, by what it records; `null` where it does not. */
export async function recordedStops(path: string): Promise<number | null> {
  const { exif, xmp } = (await tagsIn(path)) ?? {};
  const timeS = fraction(exif?.ExposureTime) ?? fraction(xmp?.ExposureTime);
  const fNumber = fraction(exif?.FNumber) ?? fraction(xmp?.FNumber);
  if (timeS === null) return null;
  // A lens without contacts records no aperture, and some records no ISO: both are the same for all frames of a bracket then.
  const iso = fraction(exif?.ISOSpeedRatings) ?? 100;
  return Math.log2((timeS * iso) / 100 / (fNumber ?? 1) ** 2);
}

/** A positive number of metadata, written as a number, a fraction or in words; `null` without one. */
function fraction(tag: { readonly value?: unknown } | undefined): number | null {
  const value = tag?.value;
  const parts = typeof value === 'string' ? value.split('/') : [value].flat();
  const [over = NaN, under = 1] = parts.map(Number);
  return over > 0 && under > 0 && Number.isFinite(over / under) ? over / under : null;
}

/** What a file records of itself; `null` where that cannot be read. */
async function tagsIn(path: string): Promise<ExifReader.ExpandedTags | null> {
  const file = await open(path, 'r');
  try {
    const { size } = await file.stat();
    const head = Buffer.alloc(Math.min(size, READ_BYTES));
    await file.read(head, 0, head.length, 0);
    const tagsAt = tiffTagsAt(head);
    if (tagsAt === null || tagsAt < READ_BYTES / 2) return ExifReader.load(head, { expanded: true });
    // Many programs write the tags of a TIFF after its pixels. What is between is not read.
    const sparse = Buffer.alloc(Math.min(size, tagsAt + READ_BYTES));
    head.copy(sparse);
    await file.read(sparse, tagsAt, sparse.length - tagsAt, tagsAt);
    // The values of tags may lie before them.
    const before = Math.max(0, tagsAt - READ_BYTES);
    await file.read(sparse, before, tagsAt - before, before);
    return ExifReader.load(sparse, { expanded: true });
  } catch {
    // A file without metadata, or with some that cannot be read, still has its picture.
    return null;
  } finally {
    await file.close();
  }
}

/** Where a TIFF has its first tags; `null` for another file, and for BigTIFF, which the reader does not know. */
function tiffTagsAt(head: Buffer): number | null {
  const order = head.toString('latin1', 0, 4);
  if (order === 'II*\0') return head.readUInt32LE(4);
  return order === 'MM\0*' ? head.readUInt32BE(4) : null;
}

function travellingOf({ exif, gps, xmp }: ExifReader.ExpandedTags): Travelling | null {
  const text = (tag: { readonly description?: string } | undefined): string | undefined => {
    const words = tag?.description?.trim();
    return words === '' ? undefined : words;
  };
  const taken = text(exif?.DateTimeOriginal ?? exif?.DateTime);
  const offset = text(exif?.OffsetTimeOriginal);
  const facts: PictureFacts = withoutUnknown({
    creator: text(exif?.Artist) ?? text(xmp?.creator),
    rights: text(exif?.Copyright) ?? text(xmp?.rights),
    make: text(exif?.Make) ?? text(xmp?.Make),
    model: text(exif?.Model) ?? text(xmp?.Model),
    lens: text(exif?.LensModel) ?? text(xmp?.LensModel) ?? text(xmp?.Lens),
    at: xmpMoment(taken, offset) ?? text(xmp?.DateTimeOriginal),
    latitudeDeg: gps?.Latitude,
    longitudeDeg: gps?.Longitude,
  });
  if (Object.keys(facts).length === 0) return null;
  const { creator, rights, make, model, lens, at, latitudeDeg, longitudeDeg } = facts;
  const stamp = at?.slice(0, 19).replaceAll('-', ':').replace('T', ' ');
  return {
    exif: {
      IFD0: withoutUnknown({ Artist: creator, Copyright: rights, Make: make, Model: model, DateTime: stamp, Software: 'Gangway' }),
      IFD2: withoutUnknown({ DateTimeOriginal: stamp, OffsetTimeOriginal: offset, LensModel: lens }),
      ...(latitudeDeg !== undefined &&
        longitudeDeg !== undefined && {
          IFD3: {
            GPSLatitudeRef: latitudeDeg < 0 ? 'S' : 'N',
            GPSLatitude: degreesMinutesSeconds(latitudeDeg),
            GPSLongitudeRef: longitudeDeg < 0 ? 'W' : 'E',
            GPSLongitude: degreesMinutesSeconds(longitudeDeg),
          },
        }),
    },
    xmp: pictureXmp(facts),
  };
}

/** An object without what is unknown. */
const withoutUnknown = <T extends object>(of: T): { [K in keyof T]?: Exclude<T[K], undefined> } =>
  Object.fromEntries(Object.entries(of).filter(([, value]) => value !== undefined)) as { [K in keyof T]?: Exclude<T[K], undefined> };

/** A moment of Exif (2026:11:25 11:30:00) as XMP writes it. */
function xmpMoment(words: string | undefined, offset: string | undefined): string | undefined {
  const parts = /^(\d{4}):(\d\d):(\d\d) (\d\d:\d\d:\d\d)/u.exec(words ?? '');
  if (!parts) return undefined;
  return `${parts[1]}-${parts[2]}-${parts[3]}T${parts[4]}${/^[+-]\d\d:\d\d$/u.test(offset ?? '') ? offset : ''}`;
}

/** An angle as Exif writes it: three fractions, of degrees, minutes and ten-thousandths of seconds. */
function degreesMinutesSeconds(deg: number): string {
  const tenThousandths = Math.round(Math.abs(deg) * 3600 * 10_000);
  const seconds = tenThousandths % (60 * 10_000);
  const minutes = (tenThousandths - seconds) / (60 * 10_000);
  return `${Math.floor(minutes / 60)}/1 ${minutes % 60}/1 ${seconds}/10000`;
}
