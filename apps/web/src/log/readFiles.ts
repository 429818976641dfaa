import { logText } from '@gangway/messages/web/log';
import ExifReader from 'exifreader';
import type { FileToMatch } from '@gangway/core/log/matching';

/** So much of a file is read first; what a JPEG says of itself stands at its beginning. */
const HEAD_BYTES = 512 * 1024;
/** A TIFF may say it at its end: such a file is read whole, up to here. */
const WHOLE_BYTES_MOST = 1_500_000_000;

/** What was read of the files from a card. */
export interface ReadFiles {
  readonly files: readonly FileToMatch[];
  /** The names of sidecars that are there already, in small letters. */
  readonly sidecars: ReadonlySet<string>;
  /** Files that say nothing of themselves. */
  readonly silent: readonly string[];
}

/** The name without its ending, by which a raw file and its JPEG belong together. */
export function stem(name: string): string {
  return name.replace(/\.[^.]+$/u, '').toLowerCase();
}

/** Reads what each file says of itself, here in the browser; nothing is sent anywhere and no file is changed. Of several with one name and different endings the first that says a time stands for all. */
export async function readFiles(chosen: readonly File[], onProgress: (done: number) => void, signal: AbortSignal): Promise<ReadFiles> {
  const sidecars = new Set(chosen.filter(({ name }) => /\.xmp$/iu.test(name)).map(({ name }) => name.toLowerCase()));
  const images = chosen.filter(({ name }) => !/\.(?:xmp|txt|csv|json|pdf|zip)$/iu.test(name) && !name.startsWith('.'));
  const byStem = new Map<string, FileToMatch>();
  const silent: string[] = [];
  let done = 0;
  for (const file of images) {
    if (signal.aborted) break;
    const said = await saidBy(file);
    const key = stem(file.name);
    const known = byStem.get(key);
    if (!known || (known.atMs === null && said.atMs !== null)) byStem.set(key, said);
    if (said.atMs === null && !known) silent.push(file.name);
    onProgress(++done);
  }
  return { files: [...byStem.values()], sidecars, silent };
}

async function saidBy(file: File): Promise<FileToMatch> {
  const nothing: FileToMatch = { name: file.name, atMs: null, camera: logText.unknownCamera, shutterSpeedS: null, iso: null };
  const head = await file.slice(0, HEAD_BYTES).arrayBuffer();
  const mark = new Uint8Array(head.slice(0, 4));
  const tiff = (mark[0] === 0x49 && mark[1] === 0x49) || (mark[0] === 0x4d && mark[1] === 0x4d);
  const png = mark[0] === 0x89 && mark[1] === 0x50;
  const bytes = (tiff || png) && file.size > HEAD_BYTES && file.size <= WHOLE_BYTES_MOST ? await file.arrayBuffer() : head;
  try {
    const tags = ExifReader.load(bytes, { expanded: true });
    const text = (value: unknown): string => textIn(value).replace(/\0/gu, '').trim();
    const exif = tags.exif ?? {};
    const xmp = (tags.xmp ?? {}) as unknown as Readonly<
      Record<string, { readonly value?: unknown; readonly description?: string } | undefined>
    >;
    const when =
      text(exif.DateTimeOriginal?.description) ||
      text(xmp.DateTimeOriginal?.value) ||
      text(exif.DateTime?.description) ||
      text(xmp.CreateDate?.value);
    const part = text(exif.SubSecTimeOriginal?.description);
    const camera = [
      text(exif.Make?.description),
      text(exif.Model?.description) || text(xmp.Model?.value),
      text((exif as Readonly<Record<string, { readonly description?: string } | undefined>>).BodySerialNumber?.description),
    ]
      .filter((words) => words !== '')
      .join(' ');
    return {
      name: file.name,
      atMs: momentOf(when, part),
      camera: camera === '' ? logText.unknownCamera : camera,
      shutterSpeedS: number(exif.ExposureTime?.value) ?? number(xmp.ExposureTime?.value),
      iso: number((exif as Readonly<Record<string, { readonly value?: unknown } | undefined>>).ISOSpeedRatings?.value),
    };
  } catch {
    // It says nothing that can be read; it may still be matched by order.
    return nothing;
  }
}

function textIn(value: unknown): string {
  if (typeof value === 'string') return value;
  if (Array.isArray(value)) return String(value[0] ?? '');
  if (typeof value === 'number') return String(value);
  return '';
}

/** A moment as the file says it, on the clock of the camera, as if that were UTC. */
function momentOf(words: string, part: string): number | null {
  const found = /^(\d{4})[:-](\d\d)[:-](\d\d)[ T](\d\d):(\d\d):(\d\d)(\.\d+)?/u.exec(words);
  if (!found) return null;
  const [y, mo, d, h, mi, s] = found.slice(1, 7).map(Number) as [number, number, number, number, number, number];
  const fraction = found[7] ?? (/^\d+$/u.test(part) ? `.${part}` : '');
  const ms = Date.UTC(y, mo - 1, d, h, mi, s) + (fraction === '' ? 0 : Math.round(Number(`0${fraction}`) * 1000));
  return Number.isNaN(ms) || y < 1970 ? null : ms;
}

/** A number, a fraction of two as a list or as words. */
function number(value: unknown): number | null {
  if (typeof value === 'number') return Number.isFinite(value) && value > 0 ? value : null;
  if (Array.isArray(value)) {
    if (value.length === 2 && typeof value[0] === 'number' && typeof value[1] === 'number') return number(value[0] / value[1]);
    return number(value[0]);
  }
  if (typeof value === 'string') {
    const [a = NaN, b = 1] = value.split('/').map(Number);
    return number(a / b);
  }
  return null;
}
