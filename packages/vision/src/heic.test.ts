import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import sharp from 'sharp';
import { isHeic, jpegOfHeic } from './heic';
import { readPhotograph } from './photograph';

/** The demo's tower, made smaller, by Debian's heif-enc 1.15.1 (x265). */
const FILE = readFileSync(join(__dirname, '../checks/heic/tower.heic'));

describe('a photograph in HEIC', () => {
  // Colours as Debian's heif-convert 1.15.1 (libde265) decodes the same file.
  test.each([
    [40, 40, 186, 201, 224],
    [240, 120, 143, 96, 86],
    [300, 330, 184, 180, 171],
    [200, 250, 138, 96, 82],
    [460, 350, 170, 166, 157],
  ])('has the colours that another decoder finds at %i, %i', async (x, y, r, g, b) => {
    const { data, info } = await sharp(await jpegOfHeic(FILE))
      .raw()
      .toBuffer({ resolveWithObject: true });
    const at = info.channels * (y * info.width + x);
    [r, g, b].forEach((value, i) => expect(Math.abs((data[at + i] ?? -99) - value)).toBeLessThanOrEqual(6));
  });

  test('keeps what it says of its focal length, and is read like any other', async () => {
    expect(await readPhotograph(await jpegOfHeic(FILE))).toEqual({
      widthPx: 480,
      heightPx: 360,
      equivalentMm: 26,
      cropped: false,
      panorama: null,
    });
  });

  test('is known by its first bytes, and refused where it is cut short or only says that it is one', async () => {
    expect(isHeic(FILE.subarray(0, 12))).toBe(true);
    expect(isHeic(Buffer.from('\u0000\u0000\u0000\u0018ftypavif'))).toBe(false);
    expect(isHeic(Buffer.from([0xff, 0xd8, 0xff, 0xe0]))).toBe(false);
    await expect(jpegOfHeic(FILE.subarray(0, 4000))).rejects.toMatchObject({ code: 'not_a_picture' });
    await expect(jpegOfHeic(Buffer.concat([FILE.subarray(0, 24), Buffer.alloc(3000, 7)]))).rejects.toMatchObject({ code: 'not_a_picture' });
  });
});
