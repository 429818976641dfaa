import { inflateSync } from 'node:zlib';

const WOFF_HEADER = 44;
const WOFF_ENTRY = 20;
const SFNT_HEADER = 12;
const SFNT_ENTRY = 16;

const padded = (length: number): number => Math.ceil(length / 4) * 4;

/**
 * The font of a WOFF file as it was before it was packed. The font package has
 * an inflater of its own that fails on some of these files without a word.
 * Source: W3C WOFF File Format 1.0, sections 3 to 5.
 *
 * @param woff the bytes of a WOFF 1.0 file
 */
export function sfntOf(woff: Buffer): Buffer {
  if (woff.toString('latin1', 0, 4) !== 'wOFF') throw new Error('This is no WOFF file.');
  const count = woff.readUInt16BE(12);
  const tables = Array.from({ length: count }, (_, i) => {
    const at = WOFF_HEADER + i * WOFF_ENTRY;
    const [offset, packed, length] = [woff.readUInt32BE(at + 4), woff.readUInt32BE(at + 8), woff.readUInt32BE(at + 12)];
    const bytes = woff.subarray(offset, offset + packed);
    // What would not have become smaller stands as it is.
    return { tag: woff.subarray(at, at + 4), checksum: woff.readUInt32BE(at + 16), bytes: packed < length ? inflateSync(bytes) : bytes };
  });
  const head = SFNT_HEADER + count * SFNT_ENTRY;
  const sfnt = Buffer.alloc(tables.reduce((sum, { bytes }) => sum + padded(bytes.length), head));
  const power = 2 ** Math.floor(Math.log2(count));
  woff.copy(sfnt, 0, 4, 8);
  sfnt.writeUInt16BE(count, 4);
  sfnt.writeUInt16BE(power * SFNT_ENTRY, 6);
  sfnt.writeUInt16BE(Math.log2(power), 8);
  sfnt.writeUInt16BE((count - power) * SFNT_ENTRY, 10);
  let offset = head;
  tables.forEach(({ tag, checksum, bytes }, i) => {
    const at = SFNT_HEADER + i * SFNT_ENTRY;
    tag.copy(sfnt, at);
    sfnt.writeUInt32BE(checksum, at + 4);
    sfnt.writeUInt32BE(offset, at + 8);
    sfnt.writeUInt32BE(bytes.length, at + 12);
    bytes.copy(sfnt, offset);
    offset += padded(bytes.length);
  });
  return sfnt;
}
