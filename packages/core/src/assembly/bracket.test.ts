import {
  aloneRows,
  CLIPPED_AT,
  CLIPS_FROM,
  exposureTables,
  mergeExposures,
  MOVER_CELL_PX,
  moversIn,
  stopsBetween,
  unclipped,
} from './bracket';
import { randomFrom, splinePicture } from './picture.test-support';
import type { Layers } from './pyramid';
import { lightOf } from './refine';

const CURVE = Float32Array.from({ length: 65_536 }, (_, i) => lightOf(i / 65_535));
const random = randomFrom(4);
const normal = (): number => Math.sqrt(-2 * Math.log(1 - random())) * Math.cos(2 * Math.PI * random());

/** Samples of a light at an exposure, with noise of photons and read-out, by the curve of sRGB. */
function sampleOf(light: number, fullWell = 30_000): number {
  const clean = Math.min(1, light);
  const noisy = Math.min(1, Math.max(0, clean + normal() * Math.sqrt(clean / fullWell + (3 / fullWell) ** 2)));
  const encoded = noisy <= 0.0031308 ? noisy * 12.92 : 1.055 * noisy ** (1 / 2.4) - 0.055;
  return Math.round(65_535 * encoded);
}

const STOPS = [-3, 0, 3] as const;

/** Many pixels of one light merged from three exposures. */
function mergedLight(light: number): { readonly mean: number; readonly spread: number; readonly clipped: number } {
  const count = 400;
  const exposures = STOPS.map((stops) => ({
    rows: Uint16Array.from({ length: 3 * count }, () => sampleOf(light * 2 ** stops)),
    tables: exposureTables(CURVE, stops),
    share: null,
  }));
  const out = new Float32Array(3 * count);
  const clipped = mergeExposures(exposures, null, out);
  const mean = out.reduce((sum, value) => sum + value, 0) / out.length;
  const spread = Math.sqrt(out.reduce((sum, value) => sum + (value - mean) ** 2, 0) / out.length);
  return { mean, spread, clipped };
}

test('merged light is the light that was there, over eleven stops, to a percent', () => {
  for (let stop = -6; stop <= 2.5; stop += 0.5) {
    const light = 2 ** stop;
    const { mean, clipped } = mergedLight(light);
    expect(clipped).toBe(0);
    expect(Math.abs(mean / light - 1)).toBeLessThan(0.01);
  }
});

test('merging is less noisy than the best of the exposures alone', () => {
  const light = 2 ** -5;
  const { spread } = mergedLight(light);
  // The longest exposure alone, with the same noise.
  const alone = Array.from({ length: 1200 }, () => (CURVE[sampleOf(light * 8)] ?? 0) / 8);
  const mean = alone.reduce((sum, value) => sum + value, 0) / alone.length;
  const single = Math.sqrt(alone.reduce((sum, value) => sum + (value - mean) ** 2, 0) / alone.length);
  expect(spread).toBeLessThan(1.02 * single);
});

test('what is clipped in every exposure is counted, and is at least as bright as the shortest can show', () => {
  const { mean, clipped } = mergedLight(40);
  expect(clipped).toBe(400);
  expect(mean).toBeCloseTo(8, 1);
});

test('a sample counts fully until it begins to clip, then less and less', () => {
  expect(unclipped(0)).toBe(1);
  expect(unclipped(CLIPS_FROM)).toBe(1);
  expect(unclipped(CLIPPED_AT)).toBe(0);
  expect(unclipped(1)).toBe(0);
  const between = [0.82, 0.86, 0.9, 0.94].map(unclipped);
  expect(between.every((value, i) => i === 0 || value < (between[i - 1] ?? 0))).toBe(true);
});

test('what comes from one exposure alone has the light of that exposure', () => {
  const exposures = [0.2, 0.4].map((light, f) => ({
    rows: Uint16Array.from({ length: 6 }, () => sampleOf(light, 1e9)),
    tables: exposureTables(CURVE, 0),
    share: Float32Array.of(f === 1 ? 1 : 0, 0),
  }));
  const out = new Float32Array(6);
  mergeExposures(exposures, Float32Array.of(1, 0), out);
  expect(out[0]).toBeCloseTo(0.4, 4);
  expect(out[3]).toBeGreaterThan(0.25);
  expect(out[3]).toBeLessThan(0.35);
});

describe('by how many stops one exposure is longer', () => {
  const scene = splinePicture(3, 12);
  const light = (stops: number, moved = 0): Float32Array =>
    Float32Array.from({ length: 40 * 200 }, (_, i) => {
      const [x, y] = [i % 200, Math.floor(i / 200)];
      return Math.min(1, 0.3 * (x < moved ? scene(y, x) : scene(x, y)) * 2 ** stops);
    });

  test.each([0, 0.5, 1, 2.3])('%p stops are found from what both show', (stops) => {
    expect(stopsBetween(light(-1), light(stops - 1))).toBeCloseTo(stops, 2);
  });

  test('a third of the picture that moved does not count', () => {
    expect(stopsBetween(light(-1), light(0.5, 60)) ?? NaN).toBeCloseTo(1.5, 1);
  });

  test('nothing is found where one is clipped wherever the other shows something, or where there is too little', () => {
    expect(stopsBetween(light(-9), light(6))).toBeNull();
    expect(stopsBetween(light(0).slice(0, 100), light(1).slice(0, 100))).toBeNull();
  });
});

describe('what moved between exposures', () => {
  const scene = splinePicture(11, 14);
  const STOPS_APART = [-2, 0, 2];
  /** A person of one tone at a place, or nobody. */
  const exposure = (stops: number, person: number | null, noise = 0): Layers => {
    const [width, height] = [280, 96];
    const data = new Float32Array(3 * width * height);
    for (let y = 0; y < height; y++)
      for (let x = 0; x < width; x++) {
        const stands = person !== null && Math.abs(x - person) < 7 && y > 30 && y < 80;
        const value = Math.min(1, Math.max(0, (stands ? 0.02 : 0.25 * scene(x, y)) * 2 ** stops + noise * normal()));
        data.fill(value, 3 * (y * width + x), 3 * (y * width + x) + 3);
      }
    return { width, height, channels: 3, data };
  };

  test('is nothing while everything stands still, noise and clipping or not', () => {
    expect(
      moversIn(
        STOPS_APART.map((stops) => exposure(stops, null)),
        STOPS_APART,
      ).share,
    ).toBe(0);
    expect(
      moversIn(
        STOPS_APART.map((stops) => exposure(stops, 140, 0.004)),
        STOPS_APART,
      ).share,
    ).toBe(0);
  });

  test('is a person who walks: each place where they stood comes from one exposure, and nothing else does', () => {
    const persons = [40, 140, 240];
    const { columns, shownBy, share } = moversIn(
      STOPS_APART.map((stops, f) => exposure(stops, persons[f] ?? null)),
      STOPS_APART,
    );
    expect(share).toBeGreaterThan(0.05);
    expect(share).toBeLessThan(0.35);
    const at = (x: number, y: number): number => shownBy[Math.floor(y / MOVER_CELL_PX) * columns + Math.floor(x / MOVER_CELL_PX)] ?? NaN;
    for (const x of persons) {
      expect(at(x, 55)).toBeGreaterThanOrEqual(0);
      // The whole person from the same exposure.
      expect(new Set([at(x, 36), at(x, 55), at(x, 74), at(x - 5, 55), at(x + 5, 55)]).size).toBe(1);
    }
    for (const [x, y] of [
      [90, 55],
      [190, 40],
      [140, 6],
    ] as const)
      expect(at(x, y)).toBe(-1);
  });

  test('comes softly from its exposure alone, cell by cell, and rows without a mover from none', () => {
    const movers = { columns: 4, rows: 4, share: 0.1, shownBy: Int16Array.from({ length: 16 }, (_, i) => (i === 5 ? 1 : -1)) };
    expect(aloneRows(movers, 2, 8, { width: 32, first: 24, rows: 8 })).toBeNull();
    const part = aloneRows(movers, 2, 8, { width: 32, first: 0, rows: 24 });
    if (!part) throw new Error('nothing moved');
    expect(part.shares[0]).toBeNull();
    const at = (x: number, y: number): number => part.alone[y * 32 + x] ?? NaN;
    expect(at(11, 11)).toBeGreaterThan(0.85);
    expect(at(8, 11)).toBeGreaterThan(0.4);
    expect(at(30, 11)).toBe(0);
    expect(part.shares[1]).toEqual(part.alone);
  });
});
