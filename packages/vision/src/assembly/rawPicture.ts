import { open, type FileHandle } from 'node:fs/promises';
import type { Plane } from '@gangway/core/assembly/plane';
import type { Samples } from '@gangway/core/assembly/blend';

/** The header of libvips's own format: sizes and type of the samples, which follow it row by row. */
export const HEADER = 64;
const MAGIC = 0x08f2a6b6;

/** An unpacked picture on disk, three samples to the pixel. */
export interface RawPicture {
  readonly width: number;
  readonly height: number;
  readonly bits: 8 | 16;
  readonly file: FileHandle;
  readonly close: () => Promise<void>;
}

/** Opens an unpacked picture that libvips wrote. Throws when it has not three bands of 8 or 16 bit. */
export async function openRaw(path: string): Promise<RawPicture> {
  const file = await open(path, 'r');
  const header = Buffer.alloc(HEADER);
  await file.read(header, 0, HEADER, 0);
  const [width, height, bands, format] = [header.readInt32LE(4), header.readInt32LE(8), header.readInt32LE(12), header.readInt32LE(20)];
  if (header.readUInt32LE(0) !== MAGIC || bands !== 3 || (format !== 0 && format !== 2)) {
    await file.close();
    throw new Error(`an unpacked picture has ${bands} bands of format ${format}`);
  }
  return { width, height, bits: format === 0 ? 8 : 16, file, close: () => file.close() };
}

/** Where the rows of a picture of our own begin in its file. */
export const ROWS_FROM = 16;
const STRIP_ROWS = 64;

/**
 * What goes before and after the rows of a picture of our own, so that they are
 * an unpacked TIFF of any size in strips (32 bits are floating-point): libvips reads that strip by strip,
 * where it would map its own format into memory as a whole.
 * Source: TIFF 6.0 and the BigTIFF extension (libtiff's description, from memory).
 */
export function unpackedTiff(
  width: number,
  height: number,
  bits: 8 | 16 | 32,
  profile: Buffer | null,
): { readonly head: Buffer; readonly tail: Buffer; readonly tailAt: number } {
  const row = rowBytes({ width, bits });
  const strips = Math.ceil(height / STRIP_ROWS);
  const tailAt = ROWS_FROM + row * height;
  const head = Buffer.alloc(ROWS_FROM);
  head.write('II', 'latin1');
  head.writeUInt16LE(43, 2);
  head.writeUInt16LE(8, 4);
  head.writeBigUInt64LE(BigInt(tailAt), 8);
  const offsets = Buffer.alloc(8 * strips);
  const counts = Buffer.alloc(8 * strips);
  for (let i = 0; i < strips; i++) {
    offsets.writeBigUInt64LE(BigInt(ROWS_FROM + row * STRIP_ROWS * i), 8 * i);
    counts.writeBigUInt64LE(BigInt(row * Math.min(STRIP_ROWS, height - STRIP_ROWS * i)), 8 * i);
  }
  const depths = Buffer.alloc(6);
  for (let i = 0; i < 3; i++) depths.writeUInt16LE(bits, 2 * i);
  const floating = Buffer.alloc(6);
  for (let i = 0; i < 3; i++) floating.writeUInt16LE(3, 2 * i);
  const short = (value: number): Buffer => {
    const buffer = Buffer.alloc(2);
    buffer.writeUInt16LE(value);
    return buffer;
  };
  const long = (value: number): Buffer => {
    const buffer = Buffer.alloc(4);
    buffer.writeUInt32LE(value);
    return buffer;
  };
  const [SHORT, LONG, UNDEFINED, LONG8] = [3, 4, 7, 16];
  // Tag, type, count, value.
  const entries: readonly (readonly [number, number, number, Buffer])[] = [
    [256, LONG, 1, long(width)],
    [257, LONG, 1, long(height)],
    [258, SHORT, 3, depths],
    [259, SHORT, 1, short(1)],
    [262, SHORT, 1, short(2)],
    [273, LONG8, strips, offsets],
    [277, SHORT, 1, short(3)],
    [278, LONG, 1, long(STRIP_ROWS)],
    [279, LONG8, strips, counts],
    [284, SHORT, 1, short(1)],
    ...(bits === 32 ? [[339, SHORT, 3, floating] as const] : []),
    ...(profile ? [[34675, UNDEFINED, profile.length, profile] as const] : []),
  ];
  const directory = Buffer.alloc(8 + 20 * entries.length + 8);
  directory.writeBigUInt64LE(BigInt(entries.length), 0);
  const beyond: Buffer[] = [];
  let at = tailAt + directory.length;
  entries.forEach(([tag, type, count, value], i) => {
    const place = 8 + 20 * i;
    directory.writeUInt16LE(tag, place);
    directory.writeUInt16LE(type, place + 2);
    directory.writeBigUInt64LE(BigInt(count), place + 4);
    if (value.length <= 8) value.copy(directory, place + 12);
    else {
      directory.writeBigUInt64LE(BigInt(at), place + 12);
      beyond.push(value);
      at += value.length;
    }
  });
  return { head, tail: Buffer.concat([directory, ...beyond]), tailAt };
}

export const rowBytes = ({ width, bits }: { readonly width: number; readonly bits: 8 | 16 | 32 }): number => width * 3 * (bits / 8);

/** Rows of a picture into a buffer that is used again and again; answers a view of the samples. */
export async function readRows(picture: RawPicture, first: number, count: number, into: Buffer): Promise<Samples> {
  const bytes = rowBytes(picture) * count;
  await picture.file.read(into, 0, bytes, HEADER + rowBytes(picture) * first);
  return samplesOf(into, bytes, picture.bits);
}

export function samplesOf(buffer: Buffer, bytes: number, bits: 8 | 16): Samples {
  return bits === 8
    ? new Uint8Array(buffer.buffer, buffer.byteOffset, bytes)
    : new Uint16Array(buffer.buffer, buffer.byteOffset, bytes / 2);
}

/** A square of a picture as one channel, 0 to 1; `null` when it does not lie inside. */
export async function readPatch(picture: RawPicture, left: number, top: number, size: number): Promise<Plane | null> {
  if (left < 0 || top < 0 || left + size > picture.width || top + size > picture.height) return null;
  const row = rowBytes(picture);
  const bytes = size * 3 * (picture.bits / 8);
  const buffer = Buffer.alloc(bytes * size);
  const reads: Promise<unknown>[] = [];
  for (let y = 0; y < size; y++)
    reads.push(picture.file.read(buffer, y * bytes, bytes, HEADER + (top + y) * row + left * 3 * (picture.bits / 8)));
  await Promise.all(reads);
  return grey(samplesOf(buffer, buffer.length, picture.bits), size, size, picture.bits);
}

/** One channel of three, green counted twice. */
export function grey(samples: Samples, width: number, height: number, bits: 8 | 16): Plane {
  const data = new Float32Array(width * height);
  const scale = 1 / (4 * (bits === 8 ? 255 : 65_535));
  for (let i = 0; i < data.length; i++)
    data[i] = ((samples[3 * i] ?? 0) + 2 * (samples[3 * i + 1] ?? 0) + (samples[3 * i + 2] ?? 0)) * scale;
  return { width, height, data };
}
