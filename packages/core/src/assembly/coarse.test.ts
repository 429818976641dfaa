import fc from 'fast-check';
import { numbersFrom } from '../capture/shots';
import { coarsePlace, likeness, shrunk, smallPlaces } from './coarse';
import type { Plane } from './plane';

/** A picture of coarse grain, brighter to one side as a lens that falls off draws it. */
function grain(seed: number, width: number, height: number, falloff = 0): Plane {
  const random = numbersFrom(seed);
  const raw = Float32Array.from({ length: width * height }, () => random());
  const data = raw.map((value, i) => {
    const [x, y] = [i % width, Math.floor(i / width)];
    const around = [value, raw[i + 1] ?? value, raw[i + width] ?? value, raw[i + width + 1] ?? value];
    return around.reduce((sum, each) => sum + each, 0) / 4 + falloff * (x / width) * (y / height);
  });
  return { width, height, data };
}

/** A part of a picture. */
function part({ width, data }: Plane, left: number, top: number, w: number, h: number): Plane {
  return {
    width: w,
    height: h,
    data: Float32Array.from({ length: w * h }, (_, i) => data[(top + Math.floor(i / w)) * width + left + (i % w)] ?? 0),
  };
}

/** Pearson's correlation of what two pictures have in common, by its definition; `null` where that is little. */
function correlation(a: Plane, b: Plane, at: { readonly x: number; readonly y: number }): number | null {
  const pairs: (readonly [number, number])[] = [];
  for (let y = Math.max(0, at.y); y < Math.min(a.height, at.y + b.height); y++)
    for (let x = Math.max(0, at.x); x < Math.min(a.width, at.x + b.width); x++)
      pairs.push([a.data[y * a.width + x] ?? 0, b.data[(y - at.y) * b.width + x - at.x] ?? 0]);
  if (pairs.length < 40) return null;
  const mean = (k: 0 | 1) => pairs.reduce((sum, pair) => sum + pair[k], 0) / pairs.length;
  const [ma, mb] = [mean(0), mean(1)];
  const sum = (of: (pair: readonly [number, number]) => number) => pairs.reduce((all, pair) => all + of(pair), 0);
  return sum(([p, q]) => (p - ma) * (q - mb)) / Math.sqrt(sum(([p]) => (p - ma) ** 2) * sum(([, q]) => (q - mb) ** 2));
}

describe('where one picture lies over another', () => {
  test('likeness is the correlation of what they have in common, by its definition', () => {
    const [a, b] = [grain(3, 30, 22, 1), grain(4, 26, 18)];
    for (const at of [
      { x: 0, y: 0 },
      { x: 5, y: -3 },
      { x: -9, y: 6 },
      { x: 12, y: 9 },
    ])
      expect(likeness(a, b, at)).toBeCloseTo(correlation(a, b, at) ?? NaN, 5);
  });

  test('the first place of reduced pictures is the one that trying them all finds most alike', () => {
    fc.assert(
      fc.property(fc.integer({ min: 1, max: 9999 }), fc.integer({ min: -8, max: 8 }), fc.integer({ min: -6, max: 6 }), (seed, dx, dy) => {
        const whole = grain(seed, 60, 46, 0.8);
        const other = grain(seed + 1, 28, 22, 1.5);
        const a = part(whole, 12, 10, 32, 24);
        const seen = part(whole, 12 + dx, 10 + dy, 28, 22);
        // Half of it is something else, and it is lit otherwise: only a correlation made whole finds it.
        const b = { ...seen, data: seen.data.map((value, i) => 0.6 * value + 0.5 * (other.data[i] ?? 0) + 0.2) };
        const [least, most] = [
          { x: -8, y: -6 },
          { x: 8, y: 6 },
        ];
        let best = { at: { x: NaN, y: NaN }, alike: -Infinity };
        for (let y = least.y; y <= most.y; y++)
          for (let x = least.x; x <= most.x; x++) {
            const alike = correlation(a, b, { x, y }) ?? -Infinity;
            if (alike > best.alike) best = { at: { x, y }, alike };
          }
        expect(smallPlaces(a, b, least, most)[0]).toEqual(best.at);
      }),
      { numRuns: 60 },
    );
  });

  test('the places of reduced pictures are apart, each the most alike of its neighbourhood, and as many as are looked for', () => {
    let all = 0;
    fc.assert(
      fc.property(fc.integer({ min: 1, max: 9999 }), (seed) => {
        const [a, b] = [grain(seed, 34, 26, 0.4), grain(seed + 7, 28, 22)];
        const [least, most] = [
          { x: -8, y: -6 },
          { x: 8, y: 6 },
        ];
        const places = smallPlaces(a, b, least, most);
        all += places.length;
        const alike = ({ x, y }: { readonly x: number; readonly y: number }): number => correlation(a, b, { x, y }) ?? -Infinity;
        places.forEach((place, i) => {
          for (const other of places.slice(i + 1)) {
            expect(Math.max(Math.abs(place.x - other.x), Math.abs(place.y - other.y))).toBeGreaterThan(2);
            expect(alike(place)).toBeGreaterThanOrEqual(alike(other) - 1e-9);
          }
        });
        // The best of all is among them, and so is the best beyond its neighbourhood.
        const everywhere = Array.from({ length: 17 * 13 }, (_, i) => ({ x: (i % 17) - 8, y: Math.floor(i / 17) - 6 }));
        const beyond = everywhere.filter(({ x, y }) => Math.max(Math.abs(x - (places[0]?.x ?? 0)), Math.abs(y - (places[0]?.y ?? 0))) > 4);
        expect(Math.max(...places.slice(1).map(alike))).toBeGreaterThanOrEqual(Math.max(...beyond.map(alike)) - 0.12);
      }),
      { numRuns: 40 },
    );
    expect(all).toBeGreaterThan(40 * 4);
  });

  test('a picture that is made smaller has the mean of each block', () => {
    const small = shrunk({ width: 4, height: 2, data: Float32Array.from([1, 2, 3, 4, 5, 6, 7, 8]) }, 2);
    expect([small.width, small.height, ...small.data]).toEqual([2, 1, 3.5, 5.5]);
  });

  test('what is nowhere alike has no place', () => {
    expect(coarsePlace(grain(11, 40, 30), grain(12, 40, 30), { least: { x: -4, y: -4 }, most: { x: 4, y: 4 } })).toBeNull();
  });
});
