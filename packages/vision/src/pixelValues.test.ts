import sharp, { type Sharp } from 'sharp';
import { lightOf } from '@gangway/core/assembly/refine';
import { pixelValues, type PartPx } from './pixelValues';

/** A picture of one colour, in 16 bits. */
const even = (values: readonly number[]): Sharp =>
  sharp(
    Uint16Array.from({ length: 24 * 16 * values.length }, (_, i) => values[i % values.length] ?? 0),
    {
      raw: { width: 24, height: 16, channels: values.length === 1 ? 1 : 3 },
    },
  ).toColourspace(values.length === 1 ? 'grey16' : 'rgb16');

/** Linear red, green and blue of the first pixel. */
async function first(file: Buffer, part: PartPx | null = null): Promise<readonly number[]> {
  const { values, light } = await pixelValues(file, part);
  return [0, 1, 2].map((c) => light?.[values[c] ?? NaN] ?? NaN);
}

describe('pixels as linear light', () => {
  test('keep the 16 bits of a file, grey ones as three colours', async () => {
    const { values } = await pixelValues(await even([40_001, 20_003, 10_007]).png().toBuffer());
    expect([...Array.from(values).slice(0, 3)]).toEqual([40_001, 20_003, 10_007]);
    const [red, green, blue] = await first(await even([40_001]).png().toBuffer());
    expect(red).toBeCloseTo(lightOf(40_001 / 65_535), 6);
    expect([green, blue]).toEqual([red, red]);
  });

  test('of 8 bits are exact, and full is full', async () => {
    for (const value of [0, 60, 128, 200, 253, 254, 255]) {
      const plain = sharp(Buffer.alloc(24 * 16 * 3, value), { raw: { width: 24, height: 16, channels: 3 } });
      const [red = NaN] = await first(await plain.png().toBuffer());
      expect(red).toBeCloseTo(lightOf(value / 255), 6);
    }
    const white = sharp(Buffer.alloc(24 * 16 * 3, 255), { raw: { width: 24, height: 16, channels: 3 } });
    expect(await first(await white.jpeg({ quality: 100 }).toBuffer())).toEqual([1, 1, 1]);
  });

  test('go through the colour profile to sRGB', async () => {
    // From linear Display P3 to linear sRGB. Source: the primaries of SMPTE EG 432-1 and IEC 61966-2-1 at D65 (from memory).
    const toSrgb: readonly (readonly number[])[] = [
      [1.2249, -0.2247, 0],
      [-0.042, 1.0419, 0],
      [-0.0197, -0.0786, 1.0979],
    ];
    const stored = [50_000, 25_000, 12_000];
    const wide = await even(stored).withIccProfile('p3').png().toBuffer();
    const asStored = await sharp(wide, { ignoreIcc: true }).toColourspace('rgb16').raw({ depth: 'ushort' }).toBuffer();
    expect([0, 1, 2].map((c) => asStored.readUInt16LE(2 * c))).toEqual(stored);
    const found = await first(wide);
    const p3 = stored.map((value) => lightOf(value / 65_535));
    toSrgb.forEach((row, c) => {
      const expected = row.reduce((sum, by, i) => sum + by * (p3[i] ?? NaN), 0);
      expect(Math.abs((found[c] ?? NaN) - expected)).toBeLessThan(0.003);
      expect(Math.abs((found[c] ?? NaN) - (p3[c] ?? NaN))).toBeGreaterThan(0.01);
    });
  });

  test('are upright, and a part is counted in the upright picture', async () => {
    const left = { create: { width: 24, height: 16, channels: 3, background: '#000' } } as const;
    const white = await sharp({ create: { width: 4, height: 16, channels: 3, background: '#fff' } })
      .png()
      .toBuffer();
    // White at the left as stored; turned clockwise it is at the top.
    const file = await sharp(left)
      .composite([{ input: white, left: 0, top: 0 }])
      .withMetadata({ orientation: 6 })
      .jpeg({ quality: 100 })
      .toBuffer();
    const { widthPx, heightPx } = await pixelValues(file);
    expect([widthPx, heightPx]).toEqual([16, 24]);
    expect((await first(file, [0, 0, 12, 2]))[0]).toBeGreaterThan(0.9);
    expect((await first(file, [0, 16, 12, 2]))[0]).toBeLessThan(0.1);
    await expect(pixelValues(file, [0, 20, 12, 8])).rejects.toMatchObject({ code: 'out_of_range', path: ['part'] });
  });
});
