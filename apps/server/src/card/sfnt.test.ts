import { readFileSync } from 'node:fs';
import { createRequire } from 'node:module';
import { create, type Font } from 'fontkit';
import { sfntOf } from './sfnt';

const require = createRequire(import.meta.url);
const read = (file: string): Buffer => readFileSync(require.resolve(`@fontsource/${file}`));

describe('a WOFF file unpacked', () => {
  // The same font is shipped as WOFF 2, read by fontkit itself.
  test.each([
    ['noto-sans-sc/files/noto-sans-sc-101-400-normal', '場'],
    ['noto-sans-sc/files/noto-sans-sc-119-700-normal', 'の'],
    ['archivo/files/archivo-latin-400-normal', 'R'],
  ])('%s has the extent and width of its WOFF 2', (file, character) => {
    const [font, other] = [create(sfntOf(read(`${file}.woff`))), create(read(`${file}.woff2`))] as [Font, Font];
    expect(font.numGlyphs).toBe(other.numGlyphs);
    // One of them has crossing strokes joined, which changes points, not extent.
    const [glyph, same] = [font, other].map((each) => each.layout(character).glyphs[0]);
    expect(glyph?.path.commands.length).toBeGreaterThan(8);
    expect(glyph?.advanceWidth).toBe(same?.advanceWidth);
    for (const side of ['minX', 'minY', 'maxX', 'maxY'] as const)
      expect(Math.abs((glyph?.bbox[side] ?? NaN) - (same?.bbox[side] ?? NaN))).toBeLessThanOrEqual(1);
  });

  test('each table has the checksum of the sum of its words (OpenType, table directory), the head but for its adjustment', () => {
    const sfnt = sfntOf(read('noto-sans-sc/files/noto-sans-sc-101-400-normal.woff'));
    const count = sfnt.readUInt16BE(4);
    expect(count).toBeGreaterThan(10);
    for (let i = 0; i < count; i++) {
      const at = 12 + i * 16;
      const [sum, offset, length] = [sfnt.readUInt32BE(at + 4), sfnt.readUInt32BE(at + 8), sfnt.readUInt32BE(at + 12)];
      let own = 0;
      for (let k = 0; k < Math.ceil(length / 4); k++) own = (own + sfnt.readUInt32BE(offset + k * 4)) >>> 0;
      if (sfnt.toString('latin1', at, at + 4) === 'head') own = (own - sfnt.readUInt32BE(offset + 8)) >>> 0;
      expect(own).toBe(sum);
    }
  });

  test('what is no WOFF file is refused', () => expect(() => sfntOf(Buffer.from('OTTO and more'))).toThrow('no WOFF'));
});
