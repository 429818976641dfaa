import fc from 'fast-check';
import { evenly } from '../evenly.test-support';
import { sampled, splinePicture } from './picture.test-support';
import type { Plane } from './plane';
import { encodedOf, lightOf, lightRatio, refined } from './refine';

/** A picture of one value. */
const even = (value: number, size = 40): Plane => sampled(() => value, 0, 0, size, size);

describe('the curve of sRGB', () => {
  test('is that of IEC 61966-2-1', () => {
    // The straight part ends at 0.04045, or 0.0031308 of light; half of the code is a fifth of the light.
    expect(lightOf(0)).toBe(0);
    expect(lightOf(0.04)).toBeCloseTo(0.04 / 12.92, 12);
    expect(lightOf(0.04045)).toBeCloseTo(0.0031308, 7);
    expect(lightOf(0.5)).toBeCloseTo(0.214041, 6);
    expect(lightOf(1)).toBe(1);
    expect(encodedOf(0.002)).toBeCloseTo(0.02584, 12);
    expect(encodedOf(0.18)).toBeCloseTo(0.461356, 6);
    expect(encodedOf(1)).toBeCloseTo(1, 12);
  });

  test('goes there and back', () => {
    fc.assert(fc.property(evenly(0, 1), (value) => Math.abs(encodedOf(lightOf(value)) - value) < 1e-6));
  });
});

describe('the light of two patches', () => {
  test('is compared as light, not as encoded', () => {
    const ratio = lightRatio({ a: even(0.6), b: even(0.4), dx: 0, dy: 0, margin: 4 });
    expect(ratio).toBeCloseTo(lightOf(0.6) / lightOf(0.4), 5);
  });

  test('leaves out what is black or full in either, and is unknown where too little is left', () => {
    for (const [a, b] of [
      [0.5, 0.99],
      [0.99, 0.5],
      [0.01, 0.5],
      [0.5, 0.01],
    ] as const)
      expect(lightRatio({ a: even(a), b: even(b), dx: 0, dy: 0, margin: 4 })).toBeNull();
    expect(lightRatio({ a: even(0.03), b: even(0.98), dx: 0, dy: 0, margin: 4 })).not.toBeNull();
    // 200 px are enough: 20 × 10, but not 19 × 10.
    const strip = (width: number) =>
      lightRatio({ a: sampled(() => 0.5, 0, 0, width, 10), b: sampled(() => 0.5, 0, 0, width, 10), dx: 0, dy: 0, margin: 0 });
    expect(strip(20)).toBeCloseTo(1, 9);
    expect(strip(19)).toBeNull();
  });

  test('is that of what lies in the same place: the one is read where the other was found', () => {
    // Left half dark, right half bright; what is at x in a is at x + 10 in b.
    const step = (edge: number): Plane => sampled((x) => (x < edge ? 0.2 : 0.8), 0, 0, 60, 60);
    expect(lightRatio({ a: step(25), b: step(35), dx: 10, dy: 0, margin: 12 })).toBeCloseTo(1, 6);
    expect(lightRatio({ a: step(25), b: step(35), dx: 0, dy: 0, margin: 12 })).toBeGreaterThan(1.2);
    const fall = (edge: number): Plane => sampled((_, y) => (y < edge ? 0.2 : 0.8), 0, 0, 60, 60);
    expect(lightRatio({ a: fall(25), b: fall(18), dx: 0, dy: -7, margin: 12 })).toBeCloseTo(1, 6);
  });
});

describe('how far two patches are apart', () => {
  test('is found from a start some pixels away, in both directions, and what is unlike says so', () => {
    const picture = splinePicture(11);
    const a = sampled(picture, 0, 0, 80, 80);
    const found = refined(a, sampled(picture, -4.3, 2.6, 80, 80), { x: 3, y: -2 }, 16);
    expect(found?.offset.x).toBeCloseTo(4.3, 1);
    expect(found?.offset.y).toBeCloseTo(-2.6, 1);
    expect(found?.alike).toBeGreaterThan(0.98);
    const [xx, xy, yy] = found?.knows ?? [0, 0, 0];
    expect(xx).toBeGreaterThan(0);
    expect(yy).toBeGreaterThan(0);
    expect(xx * yy - xy * xy).toBeGreaterThan(0);
  });

  test('is unknown where the start lies beyond the margin or a patch is flat', () => {
    const picture = splinePicture(12);
    const a = sampled(picture, 0, 0, 80, 80);
    expect(refined(a, a, { x: 14, y: 0 }, 16)).toBeNull();
    expect(refined(a, a, { x: 0, y: -14.5 }, 16)).toBeNull();
    expect(refined(even(0.5, 80), even(0.5, 80), { x: 0, y: 0 }, 16)).toBeNull();
    expect(refined(a, even(0.5, 80), { x: 0, y: 0 }, 16)).toBeNull();
  });

  test('a patch whose spread is less than the least noise, 0.0002, is flat; one of twice that is not', () => {
    const picture = splinePicture(12);
    const a = sampled(picture, 0, 0, 80, 80);
    const inside = Array.from({ length: 48 * 48 }, (_, i) => a.data[(16 + Math.floor(i / 48)) * 80 + 16 + (i % 48)] ?? 0);
    const mean = inside.reduce((sum, value) => sum + value, 0) / inside.length;
    const spread = Math.sqrt(inside.reduce((sum, value) => sum + (value - mean) ** 2, 0) / inside.length);
    const faint = (to: number): Plane => sampled((x, y) => 0.5 + ((picture(x, y) - mean) * to) / spread, 0, 0, 80, 80);
    const start = { x: 0, y: 0 };
    expect(refined(faint(1.6e-4), a, start, 16)).toBeNull();
    expect(refined(a, faint(1.6e-4), start, 16)).toBeNull();
    expect(refined(faint(4e-4), a, start, 16)).not.toBeNull();
    expect(refined(a, faint(4e-4), start, 16)).not.toBeNull();
  });

  test('a line knows where it lies across itself, and nothing along itself', () => {
    const upright = (shift: number): Plane => sampled((x) => 0.5 + 0.3 * Math.tanh((x - 40 - shift) / 3), 0, 0, 80, 80);
    const found = refined(upright(0), upright(1.5), { x: 1, y: 0 }, 16);
    expect(found?.offset.x).toBeCloseTo(1.5, 1);
    expect(found?.offset.y).toBeCloseTo(0, 6);
    const [xx, , yy] = found?.knows ?? [0, 0, 1];
    expect(yy).toBeLessThan(xx * 1e-6);
  });

  test('another brightness and contrast move nothing', () => {
    const picture = splinePicture(13);
    const a = sampled(picture, 0, 0, 80, 80);
    const paler = sampled((x, y) => 0.3 + 0.4 * picture(x, y), -1.7, 0.6, 80, 80);
    const found = refined(a, paler, { x: 1, y: 0 }, 16);
    expect(found?.offset.x).toBeCloseTo(1.7, 1);
    expect(found?.offset.y).toBeCloseTo(-0.6, 1);
    expect(found?.alike).toBeGreaterThan(0.98);
  });
});
