import fc from 'fast-check';
import polygonClipping, { type Polygon } from 'polygon-clipping';
import { common, heightOf, overlapsOf, rectOf, unionOf, widthOf } from './frames';
import type { Rect } from '../model/mosaic';

// Quarters of a millimetre, which a number holds exactly: edges are the same or apart, not nearly the same.
const quarters = (min: number, max: number) => fc.integer({ min: min * 4, max: max * 4 }).map((k) => k / 4);
const rects = fc
  .array(fc.record({ x: quarters(-40, 40), y: quarters(-40, 40), turned: fc.boolean() }), { minLength: 1, maxLength: 9 })
  .map((all) => all.map(({ x, y, turned }) => rectOf({ shiftMm: x, riseMm: y, turned }, { widthMm: 36, heightMm: 24 })));
const polygon = ({ left, right, lower, upper }: Rect): Polygon => [
  [
    [left, lower],
    [right, lower],
    [right, upper],
    [left, upper],
    [left, lower],
  ],
];
const ringArea = (ring: readonly (readonly [number, number])[]): number =>
  ring.reduce((sum, [x, y], i) => sum + x * (ring[(i + 1) % ring.length]?.[1] ?? 0) - (ring[(i + 1) % ring.length]?.[0] ?? 0) * y, 0) / 2;

describe('the union of frames', () => {
  test('area, pieces and holes are those of the general polygon package', () => {
    fc.assert(
      fc.property(rects, (all) => {
        const ours = unionOf(all);
        const [first, ...rest] = all.map(polygon);
        if (!ours || !first) return false;
        const theirs = polygonClipping.union(first, ...rest);
        const area = theirs.reduce(
          (sum, [outer, ...holes]) =>
            sum + Math.abs(ringArea(outer ?? [])) - holes.reduce((inner, hole) => inner + Math.abs(ringArea(hole)), 0),
          0,
        );
        const holes = theirs.reduce((sum, [, ...inner]) => sum + inner.length, 0);
        if (Math.abs(ours.areaMm2 - area) > 1e-6 * area) return false;
        // Where regions touch in a corner alone the two count differently; nothing else does.
        return ours.holes === holes || touching(all);
      }),
    );
  });

  test('the largest rectangle is covered, and none of the tried ones that are covered is larger', () => {
    fc.assert(
      fc.property(
        rects,
        fc.array(fc.tuple(quarters(-50, 50), quarters(-50, 50), quarters(1, 60), quarters(1, 60)), { maxLength: 30 }),
        (all, tries) => {
          const found = unionOf(all);
          if (!found) return false;
          const inside = (rect: Rect): boolean => {
            const [first, ...rest] = all.map(polygon);
            return (
              first !== undefined &&
              polygonClipping.difference(polygon(rect), first, ...rest).reduce((sum, [outer]) => sum + Math.abs(ringArea(outer ?? [])), 0) <
                1e-6
            );
          };
          if (!inside(found.whole)) return false;
          const most = widthOf(found.whole) * heightOf(found.whole);
          return tries.every(([left, lower, w, h]) => w * h <= most + 1e-6 || !inside({ left, lower, right: left + w, upper: lower + h }));
        },
      ),
      { numRuns: 60 },
    );
  });

  test('a ring of frames has a hole, two that touch have none', () => {
    const at = (x: number, y: number): Rect => ({ left: x, right: x + 10, lower: y, upper: y + 10 });
    const ring = [at(0, 0), at(9, 0), at(18, 0), at(0, 9), at(18, 9), at(0, 18), at(9, 18), at(18, 18)];
    expect(unionOf(ring)).toMatchObject({ holes: 1, pieces: 1 });
    expect(unionOf([at(0, 0), at(9, 0)])).toMatchObject({ holes: 0, pieces: 1, areaMm2: 190 });
    expect(unionOf([at(0, 0), at(30, 0)])).toMatchObject({ pieces: 2 });
    expect(unionOf([])).toBeNull();
  });

  test('neighbours share a seam, not only a corner', () => {
    const at = (x: number, y: number): Rect => ({ left: x, right: x + 36, lower: y, upper: y + 24 });
    const found = overlapsOf([at(0, 0), at(27, 0), at(0, 18), at(27, 18)]);
    expect(found.map(({ a, b }) => [a, b])).toEqual([
      [0, 1],
      [0, 2],
      [1, 3],
      [2, 3],
    ]);
    expect(found[0]).toMatchObject({ acrossMm: 9, share: 0.25 });
    expect(found[1]).toMatchObject({ acrossMm: 6, share: 0.25 });
    expect(common(at(0, 0), at(40, 0))).toBeNull();
    // Three in a row by a third: the outer two meet, but are joined through the middle one.
    expect(overlapsOf([at(0, 0), at(12, 0), at(24, 0)]).map(({ a, b }) => [a, b])).toEqual([
      [0, 1],
      [1, 2],
    ]);
  });
});

/** Whether two rectangles meet in a corner alone, or an edge runs along another. */
function touching(all: readonly Rect[]): boolean {
  const xs = all.flatMap(({ left, right }) => [left, right]);
  const ys = all.flatMap(({ lower, upper }) => [lower, upper]);
  return new Set(xs).size < xs.length || new Set(ys).size < ys.length;
}
