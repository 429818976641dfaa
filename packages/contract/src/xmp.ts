import { clockTime } from '@gangway/core/clock';
import { apertureValue, timeValue } from '@gangway/core/exposure/apex';
import { shotWords } from '@gangway/core/log/shot';
import { AT_INFINITY, SHOT_ENTRIES, type Shot } from '@gangway/core/log/shotFields';
import XMLBuilder from 'fast-xml-builder';

/** Our own namespace for movements; docs/log.md says what each of its fields means. */
export const XMP_NAMESPACE = 'urn:gangway:shot:1.0#';

/** Where and in which zone a job was photographed. */
export interface TakenWhere {
  readonly latitudeDeg: number | null;
  readonly longitudeDeg: number | null;
  /** Above sea level, m. */
  readonly heightM: number | null;
  /** What the place is called; empty when it has no name. */
  readonly place: string;
  /** As the IANA names it, such as Europe/London; `null` for UTC. */
  readonly timeZone: string | null;
}

export const NOWHERE: TakenWhere = { latitudeDeg: null, longitudeDeg: null, heightM: null, place: '', timeZone: null };

/** Whether the ending of a sidecar replaces that of its file (IMG.xmp) or follows it (IMG.tif.xmp), as programs differ. */
export type SidecarNaming = 'replaces' | 'follows';

/** The name of the sidecar of a file. A name that is none, or has folders in it, is refused. */
export function sidecarName(file: string, naming: SidecarNaming = 'replaces'): string {
  if (file === '' || /[/\\\p{Cc}]/u.test(file) || file === '.' || file === '..') throw new Error(`“${file}” is no name of a file.`);
  return `${naming === 'follows' ? file : file.replace(/\.[^.]+$/u, '')}.xmp`;
}

/** A number as a fraction of whole ones, as Exif writes it: 1/125, 56/10. */
export function rational(value: number): string {
  if (value > 0 && value < 0.3) return `1/${Math.round(1 / value)}`;
  for (const by of [1, 10, 100, 1000]) {
    if (Math.abs(value * by - Math.round(value * by)) < 1e-6) return `${Math.round(value * by)}/${by}`;
  }
  const per = 1 / value;
  return Math.abs(per - Math.round(per)) < 1e-6 ? `1/${Math.round(per)}` : `${Math.round(value * 10_000)}/10000`;
}

/** A moment as it was on the clocks of a zone, with the offset: 2026-11-25T11:30:00+01:00. */
export function zoned(at: string, timeZone: string | null): string {
  const date = new Date(at);
  if (timeZone === null || timeZone === 'UTC') return `${date.toISOString().slice(0, 19)}Z`;
  const clock = clockTime(date, timeZone);
  const local = `${clock.date}T${clock.time}`;
  const minutes = Math.round(clock.aheadMs / 60_000);
  const two = (n: number): string => String(Math.floor(n)).padStart(2, '0');
  return `${local}${minutes < 0 ? '-' : '+'}${two(Math.abs(minutes) / 60)}:${two(Math.abs(minutes) % 60)}`;
}

/** Degrees as XMP writes a coordinate of GPS: whole degrees, minutes to a ten-thousandth, and the hemisphere. */
export function gpsWords(deg: number, positive: string, negative: string): string {
  const size = Math.round(Math.abs(deg) * 60 * 10_000) / 10_000;
  return `${Math.floor(size / 60)},${(size % 60).toFixed(4)}${deg < 0 ? negative : positive}`;
}

/** The fields that every reader of metadata knows, by their names in XMP. */
export function standardFields(shot: Shot, where: TakenWhere): Readonly<Record<string, string>> {
  return {
    'exif:FNumber': rational(shot.fNumber),
    'exif:ApertureValue': rational(Math.round(apertureValue(shot.fNumber) * 1000) / 1000),
    'exif:FocalLength': rational(shot.focalMm),
    ...(shot.shutterSpeedS !== null && {
      'exif:ExposureTime': rational(shot.shutterSpeedS),
      'exif:ShutterSpeedValue': rational(Math.round(timeValue(shot.shutterSpeedS) * 1000) / 1000),
    }),
    'exif:DateTimeOriginal': zoned(shot.at, where.timeZone),
    'xmp:CreateDate': zoned(shot.at, where.timeZone),
    ...(shot.focusM !== null && shot.focusM > 0 && { 'exif:SubjectDistance': rational(Math.round(shot.focusM * 1000) / 1000) }),
    ...(shot.lens !== '' && { 'exifEX:LensModel': shot.lens, 'aux:Lens': shot.lens }),
    ...(where.latitudeDeg !== null &&
      where.longitudeDeg !== null && {
        'exif:GPSLatitude': gpsWords(where.latitudeDeg, 'N', 'S'),
        'exif:GPSLongitude': gpsWords(where.longitudeDeg, 'E', 'W'),
      }),
    ...(where.heightM !== null && {
      'exif:GPSAltitude': rational(Math.abs(where.heightM)),
      'exif:GPSAltitudeRef': where.heightM < 0 ? '1' : '0',
    }),
    ...(where.place !== '' && { 'Iptc4xmpCore:Location': where.place }),
    ...(shot.rating > 0 && { 'xmp:Rating': String(shot.rating) }),
  };
}

/** What only Gangway knows, by its names in our own namespace. */
export function ownFields(shot: Shot): Readonly<Record<string, string>> {
  const named = SHOT_ENTRIES.flatMap(([key, { xmp }]): readonly (readonly [string, string | number | boolean | null])[] => {
    if (xmp === null) return [];
    return [[xmp, key === 'focusM' && shot.focusM === null ? AT_INFINITY : shot[key]]];
  });
  return Object.fromEntries(
    [...named, ['ShotId', shot.id] as const].flatMap(([name, value]) =>
      value === null || value === '' ? [] : [[`gangway:${name}`, String(value)]],
    ),
  );
}

const builder = new XMLBuilder({
  ignoreAttributes: false,
  attributeNamePrefix: '@',
  textNodeName: '#',
  format: true,
  suppressEmptyNode: true,
});

const alternative = (words: string) => ({ 'rdf:Alt': { 'rdf:li': { '@xml:lang': 'x-default', '#': words } } });

const NAMESPACES = {
  '@xmlns:dc': 'http://purl.org/dc/elements/1.1/',
  '@xmlns:xmp': 'http://ns.adobe.com/xap/1.0/',
  '@xmlns:tiff': 'http://ns.adobe.com/tiff/1.0/',
  '@xmlns:exif': 'http://ns.adobe.com/exif/1.0/',
  '@xmlns:exifEX': 'http://cipa.jp/exif/1.0/',
  '@xmlns:aux': 'http://ns.adobe.com/exif/1.0/aux/',
  '@xmlns:Iptc4xmpCore': 'http://iptc.org/std/Iptc4xmpCore/1.0/xmlns/',
};

/** An XMP packet (ISO 16684-1) that says something about one file. */
function packet(about: object): string {
  const tree = {
    'x:xmpmeta': {
      '@xmlns:x': 'adobe:ns:meta/',
      'rdf:RDF': { '@xmlns:rdf': 'http://www.w3.org/1999/02/22-rdf-syntax-ns#', 'rdf:Description': about },
    },
  };
  return `<?xpacket begin="\uFEFF" id="W5M0MpCehiHzreSzNTczkc9d"?>\n${builder.build(tree)}<?xpacket end="w"?>\n`;
}

/** What a picture says of how it came about; what is unknown is left out. */
export interface PictureFacts {
  readonly creator?: string;
  readonly rights?: string;
  readonly make?: string;
  readonly model?: string;
  readonly lens?: string;
  /** As XMP writes it: 2026-11-25T11:30:00, with an offset where one is known. */
  readonly at?: string;
  readonly latitudeDeg?: number;
  readonly longitudeDeg?: number;
}

/** The same as an XMP packet, for formats that carry no Exif. */
export function pictureXmp({ creator, rights, make, model, lens, at, latitudeDeg, longitudeDeg }: PictureFacts): string {
  return packet({
    '@rdf:about': '',
    ...NAMESPACES,
    ...(make !== undefined && { 'tiff:Make': make }),
    ...(model !== undefined && { 'tiff:Model': model }),
    ...(lens !== undefined && { 'exifEX:LensModel': lens, 'aux:Lens': lens }),
    ...(at !== undefined && { 'exif:DateTimeOriginal': at, 'xmp:CreateDate': at }),
    ...(latitudeDeg !== undefined &&
      longitudeDeg !== undefined && {
        'exif:GPSLatitude': gpsWords(latitudeDeg, 'N', 'S'),
        'exif:GPSLongitude': gpsWords(longitudeDeg, 'E', 'W'),
      }),
    ...(creator !== undefined && { 'dc:creator': { 'rdf:Seq': { 'rdf:li': creator } } }),
    ...(rights !== undefined && { 'dc:rights': alternative(rights) }),
  });
}

/** The sidecar of a shot: an XMP packet (ISO 16684-1) with the standard fields, ours, and the movements in plain words. */
export function shotXmp(shot: Shot, where: TakenWhere): string {
  const words = shotWords(shot);
  return packet({
    '@rdf:about': '',
    ...NAMESPACES,
    '@xmlns:gangway': XMP_NAMESPACE,
    ...standardFields(shot, where),
    ...(shot.iso !== null && { 'exif:ISOSpeedRatings': { 'rdf:Seq': { 'rdf:li': String(Math.round(shot.iso)) } } }),
    'dc:description': alternative(words),
    'tiff:ImageDescription': alternative(words),
    ...ownFields(shot),
  });
}

/** A value on a line of an exiftool argument file, by character entities (its option -E), so that it may hold anything, line breaks too. */
const entities = (value: string): string => value.replace(/[&<>"'\n\r\t]/gu, (c) => `&#${c.charCodeAt(0)};`);

/** Fields that exiftool takes in words unless it is asked for the stored form. */
const AS_STORED: ReadonlySet<string> = new Set(['GPSAltitudeRef']);

/** What exiftool calls namespaces that it has another name for. */
const GROUPS: ReadonlyMap<string, string> = new Map([['Iptc4xmpCore', 'iptcCore']]);

/**
 * An argument file for exiftool that writes the same standard fields into the
 * sidecars beside the files: exiftool -@ this-file, in their folder. Our own
 * fields stand in the description, in plain words, since exiftool writes only
 * what it knows. Image files are not touched.
 */
export function exiftoolArguments(shots: readonly Shot[], where: TakenWhere, naming: SidecarNaming = 'replaces'): string {
  const blocks = shots
    .filter(({ file }) => file !== '')
    .map((shot) => {
      const lines = Object.entries(standardFields(shot, where)).map(([key, value]) => {
        const [prefix = '', name = ''] = key.split(':');
        // exiftool counts in f-numbers, seconds, degrees, and dates with colons; a sign # would have it take the stored form.
        const plain = plainValue(name, shot, where, value);
        return `-XMP-${GROUPS.get(prefix) ?? prefix}:${name}${AS_STORED.has(name) ? '#' : ''}=${entities(plain)}`;
      });
      const words = shotWords(shot);
      return [
        '-E',
        ...lines,
        ...(shot.iso === null ? [] : [`-XMP-exif:ISO=${Math.round(shot.iso)}`]),
        `-XMP-dc:Description=${entities(words)}`,
        `-XMP-tiff:ImageDescription=${entities(words)}`,
        `./${sidecarName(shot.file, naming)}`,
        '-execute',
      ].join('\n');
    });
  return `${['# Written by Gangway: run  exiftool -@ <this file>  in the folder of the image files.', '# Only sidecars (.xmp) are written; image files are not touched.', ...blocks].join('\n')}\n`;
}

function plainValue(name: string, shot: Shot, where: TakenWhere, value: string): string {
  if (name === 'ApertureValue') return String(shot.fNumber);
  if (name === 'ShutterSpeedValue') return String(shot.shutterSpeedS);
  if (name === 'GPSLatitude') return String(where.latitudeDeg);
  if (name === 'GPSLongitude') return String(where.longitudeDeg);
  if (/Date/u.test(name)) return value.replace(/^(\d+)-(\d+)-(\d+)T/u, '$1:$2:$3 ');
  if (/^\d+\/\d+$/u.test(value)) return String(fraction(value));
  return value;
}

function fraction(words: string): number {
  const [a = 0, b = 1] = words.split('/').map(Number);
  return a / b;
}
