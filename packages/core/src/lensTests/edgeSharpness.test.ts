import fc from 'fast-check';
import { evenly } from '../evenly.test-support';
import { normals } from '../normals.test-support';
import { contrastOf, diffractionLimit, drawnEdge, normalBlur, trueMtf50, type DrawnEdge } from './edges.test-support';
import { edgeSharpness } from './edgeSharpness';

const slants = fc.tuple(evenly(1.8, 44), fc.boolean()).map(([deg, left]) => (left ? -deg : deg));
const lenses = fc.oneof(evenly(0.4, 2.5).map(normalBlur), evenly(0.5, 1.6).map(diffractionLimit));
const deviation = (edge: DrawnEdge): number => edgeSharpness(drawnEdge(edge)).mtf50CyPx / trueMtf50(edge) - 1;

describe('sharpness read from an edge', () => {
  test('of a lens in the limit of diffraction is what Goodman gives, times that of a square pixel', () => {
    for (const cutoff of [0.5, 0.6, 1, 1.5]) {
      const edge = { lens: diffractionLimit(cutoff), slantDeg: 5 };
      const found = edgeSharpness(drawnEdge(edge));
      expect(Math.abs(found.mtf50CyPx / trueMtf50(edge) - 1)).toBeLessThan(0.015);
      for (const f of [0.1, 0.25, 0.4]) expect(Math.abs(found.mtfAt(f) - contrastOf(edge, f))).toBeLessThan(0.012);
    }
  });

  test('is right at every slant, those along whole numbers of pixels included', () => {
    // At a slope of 1 in 4 the samples of a bin all lie at one place, seldom its middle.
    for (const run of [2, 3, 4, 5, 8]) {
      const slantDeg = (Math.atan(1 / run) * 180) / Math.PI;
      for (const sigma of [0.5, 1, 2]) expect(Math.abs(deviation({ lens: normalBlur(sigma), slantDeg }))).toBeLessThan(0.008);
    }
    fc.assert(
      fc.property(lenses, slants, evenly(-4, 4), (lens, slantDeg, offPx) => {
        const edge = { lens, slantDeg, offPx };
        const found = edgeSharpness(drawnEdge(edge));
        expect(Math.abs(found.edgeDeg - Math.abs(slantDeg))).toBeLessThan(0.02);
        expect(Math.abs(found.mtf50CyPx / trueMtf50(edge) - 1)).toBeLessThan(0.025);
      }),
      { numRuns: 40 },
    );
  });

  test('is the same lying down, mirrored, with light and dark exchanged, and at any exposure', () => {
    const rows = drawnEdge({ lens: normalBlur(0.8), slantDeg: 6, columns: 41, rows: 40 });
    const { mtf50CyPx, edgeDeg } = edgeSharpness(rows);
    const same = (other: readonly (readonly number[])[]) => {
      const found = edgeSharpness(other);
      expect(found.mtf50CyPx).toBeCloseTo(mtf50CyPx, 4);
      expect(found.edgeDeg).toBeCloseTo(edgeDeg, 4);
    };
    same((rows[0] ?? []).map((_, x) => rows.map((row) => row[x] ?? 0)));
    same(rows.map((row) => row.toReversed()));
    same(rows.toReversed());
    same(rows.map((row) => row.map((value) => 1 - value)));
    same(rows.map((row) => row.map((value) => 3000 * value + 200)));
  });

  test('states how far noise puts it off', () => {
    const sigmas: number[] = [];
    fc.assert(
      fc.property(lenses, slants, evenly(0.002, 0.012), fc.integer({ min: 1, max: 1e6 }), (lens, slantDeg, noise, seed) => {
        const edge = { lens, slantDeg, noise, seed };
        const exact = edgeSharpness(drawnEdge({ ...edge, noise: 0 }));
        const found = edgeSharpness(drawnEdge(edge));
        sigmas.push((found.mtf50CyPx - exact.mtf50CyPx) / found.mtf50DoubtCyPx);
      }),
      { numRuns: 60 },
    );
    const rms = Math.sqrt(sigmas.reduce((sum, each) => sum + each * each, 0) / sigmas.length);
    expect(sigmas.length).toBe(60);
    expect(rms).toBeGreaterThan(0.6);
    expect(rms).toBeLessThan(1.5);
    expect(sigmas.filter((each) => Math.abs(each) > 3).length).toBeLessThan(4);
  });

  test('is refused, naming the rows, where nothing can be read', () => {
    const random = normals(3);
    const blank = Array.from({ length: 40 }, () => Array.from({ length: 40 }, () => 0.5 + 0.01 * random()));
    const plain = (value: (x: number, y: number) => number) =>
      Array.from({ length: 40 }, (_, y) => Array.from({ length: 40 }, (__, x) => value(x, y)));
    const refused = (rows: readonly (readonly number[])[], code: string) => {
      expect(() => edgeSharpness(rows)).toThrow(expect.objectContaining({ code, path: ['rows'] }) as Error);
    };
    refused(blank, 'no_edge');
    refused(
      plain(() => 0.4),
      'no_edge',
    );
    // Level with the pixels: every row is alike.
    refused(
      plain((x) => (x < 20 ? 0.1 : 0.9)),
      'not_slanted',
    );
    refused(
      plain((x, y) => (x < y ? 0.1 : 0.9)),
      'not_slanted',
    );
    // An edge that leaves the cut-out at the side.
    refused(
      plain((x) => (x < 2 ? 0.1 : 0.9)),
      'no_edge',
    );
    refused([[1, 2, 3]], 'too_small');
    refused([...plain((x) => x).slice(1), [1, 2]], 'not_rectangular');
  });
});
