import { randomUUID } from 'node:crypto';
import { mkdtemp, rm, writeFile } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import sharp from 'sharp';
import { pictureIn } from '../log/picture';
import { acceptedFrame } from './acceptFrame';

let folder = '';
let tiff: Buffer;
beforeAll(async () => {
  folder = await mkdtemp(join(tmpdir(), 'gangway-frames-'));
  tiff = await noise().tiff({ compression: 'none' }).toBuffer();
});
afterAll(() => rm(folder, { recursive: true, force: true }));

const noise = () =>
  sharp({ create: { width: 64, height: 48, channels: 3, background: '#456', noise: { type: 'gaussian', mean: 100, sigma: 30 } } });

async function fileOf(bytes: Buffer): Promise<string> {
  // A path of its own: the package remembers what it read under one.
  const path = join(folder, randomUUID());
  await writeFile(path, bytes);
  return path;
}

/** The TIFF with one of its entries (TIFF 6.0, section 2) holding another value, or with another directory to follow. */
function withEntry(tag: number | 'next', value: number): Buffer {
  const bytes = Buffer.from(tiff);
  const directory = bytes.readUInt32LE(4);
  const count = bytes.readUInt16LE(directory);
  if (tag === 'next') {
    bytes.writeUInt32LE(value === -1 ? directory : value, directory + 2 + 12 * count);
    return bytes;
  }
  const entry = Array.from({ length: count }, (_, i) => directory + 2 + 12 * i).find((at) => bytes.readUInt16LE(at) === tag);
  if (entry === undefined) throw new Error(`no tag ${tag}`);
  bytes.writeUInt32LE(value, entry + 8);
  return bytes;
}
const [WIDTH, STRIP_OFFSETS] = [256, 273];

describe('a TIFF that leads astray is refused as it comes in, not when it is needed', () => {
  test('it is accepted as it was', async () => {
    expect(await acceptedFrame(await fileOf(tiff), 'a.tif')).toMatchObject({ width: 64, height: 48, bits: 8, remarks: [] });
  });

  test.each([
    ['strips far beyond its end', () => withEntry(STRIP_OFFSETS, 0xffff_ff00)],
    ['strips that run over its end', () => withEntry(STRIP_OFFSETS, tiff.length - 10)],
    ['a next directory far beyond its end', () => withEntry('next', 0xffff_fff0)],
    ['a width that its strips do not have', () => withEntry(WIDTH, 30_000)],
    ['its end missing', () => tiff.subarray(0, tiff.length - 3000)],
  ])('%s', async (_what, bytes) => {
    await expect(acceptedFrame(await fileOf(bytes()), 'a.tif')).rejects.toMatchObject({
      status: 422,
      message: expect.stringContaining('a.tif'),
    });
  });

  test('directories in a loop end: it is read once', async () => {
    const found = await acceptedFrame(await fileOf(withEntry('next', -1)), 'a.tif');
    expect(found).toMatchObject({ width: 64, height: 48 });
  });
});

describe('a photograph that is attached', () => {
  test.each(['png', 'jpeg', 'webp'] as const)('%s: the whole is taken, one that is cut short is not', async (format) => {
    const whole = await noise().toFormat(format).toBuffer();
    expect(await pictureIn(await fileOf(whole))).toMatchObject({ width: 64, height: 48 });
    expect(await pictureIn(await fileOf(whole.subarray(0, Math.round(whole.length / 2))))).toBeNull();
  });
});
