import { geometryOf } from '../geometry/geometry';
import { assembled } from '../rig/assembled';
import { adapter, body, lens, mounted } from '../rig/parts.test-support';
import { turned } from '../coverage/frame';
import { setup } from '../setup/fixtures.test-support';
import { heightOf, unionOf, widthOf } from '../mosaic/frames';
import { bandLayout, crossLayout, diagonalLayout, gridLayout, layoutRects, leastOverlap, widest } from '../mosaic/layout';
import { mosaicGrid } from '../mosaic/grid';
import { settingFor, slidesOf } from '../mosaic/slides';
import { proposals, targetOf } from './goals';
import { layoutWords } from './layoutWords';
import type { RigParts, Rig } from '../model/rig';
import type { SetupSettings } from '../model/setup';

const rigOf = (parts: RigParts): Rig => {
  const rig = assembled({ name: 'rig', rigId: null, parts });
  if (!rig.known) throw new Error('unknown');
  return rig.value;
};
const free = (more: Parameters<typeof body>[0] = {}): Rig =>
  rigOf(
    mounted({
      back: body({ widthMm: 22.3, heightMm: 14.9, columnsPx: 5184, rowsPx: 3456, ...more }),
      lens: lens({
        imageCircleMm: 120,
        sharpCircles: [{ fNumber: 8, diameterMm: 110, evidence: 'measured' }],
        slides: 'box',
        riseMm: 40,
        fallMm: 40,
        leftMm: 40,
        rightMm: 40,
        shiftStepMm: 0.1,
      }),
    }),
  );
const small: SetupSettings = setup({ rig: free(), fNumber: 8 });

describe('a goal', () => {
  test('eight upright frames of the small sensor come to the picture that practice made of them (common practice: 12 265 × 9 639 px)', () => {
    // Width and height of that picture on the sensor.
    const [w, h] = [(12_265 * 14.9) / 3456, (9639 * 22.3) / 5184];
    const found = proposals(geometryOf(small), { for: 'format', widthMm: w, heightMm: h }, 0.1);
    expect(found.fewest?.layout).toMatchObject({ orientation: 'portrait', columns: 4, rows: 2 });
    expect(found.fewest?.layout.frames).toHaveLength(8);
    // The calculator says the same of pixels.
    expect(
      mosaicGrid({
        sensorWidthMm: 14.9,
        sensorHeightMm: 22.3,
        columnsPx: 3456,
        rowsPx: 5184,
        targetWidthMm: w,
        targetHeightMm: h,
        overlap: 0.1,
      }),
    ).toMatchObject({ columns: 4, rows: 2, widthPx: 12_265, heightPx: 9639 });
  });

  test('a frame turned for some of the places saves one where neither way alone fits', () => {
    // 22.3 × 14.9 mm over 41 × 35 mm with a tenth of overlap: two across by three down either way, but 2 + 3 as two bands:
    // 14.9 + 22.3 less a tenth of 14.9 are 35.7 mm.
    const found = proposals(geometryOf(small), { for: 'format', widthMm: 41, heightMm: 35 }, 0.1);
    expect(found.fewest?.layout.frames).toHaveLength(6);
    expect(found.mixed?.layout.frames).toHaveLength(5);
    expect(found.mixed && layoutWords(found.mixed)).toMatch(/^5 frames, \d in (landscape|portrait) and \d in (portrait|landscape)$/);
    const layout = found.mixed?.layout;
    if (!layout) throw new Error('none');
    // Covered all over, by the cells of the union and not by the layout's own word.
    const rects = layoutRects(slidesOf(small.rig), layout.frames, turned(small.rig.back, layout.orientation));
    const whole = unionOf(rects)?.whole;
    expect(whole && widthOf(whole)).toBeGreaterThanOrEqual(41 - 0.2);
    expect(whole && heightOf(whole)).toBeGreaterThanOrEqual(35 - 0.2);
    expect(leastOverlap(rects)).toBeGreaterThanOrEqual(0.1 - 1e-9);
  });

  test('of two bands the second lies below the first, or to its right, turned the other way', () => {
    const slides = slidesOf(small.rig);
    const base = { slides, orientation: 'landscape', overlap: 0.1, middle: { riseMm: 2, shiftMm: -1 } } as const;
    const below = bandLayout({
      ...base,
      side: 'below',
      first: { columns: 2, rows: 1 },
      second: { columns: 3, rows: 1 },
      widthMm: 41,
      heightMm: 35,
    });
    const beside = bandLayout({
      ...base,
      side: 'right',
      first: { columns: 1, rows: 3 },
      second: { columns: 1, rows: 2 },
      widthMm: 35,
      heightMm: 41,
    });
    const mean = (values: readonly number[]) => values.reduce((sum, each) => sum + each, 0) / values.length;
    const part = (layout: typeof below, isTurned: boolean, of: 'riseMm' | 'shiftMm') =>
      mean((layout?.frames ?? []).filter(({ turned: each }) => each === isTurned).map((each) => each[of]));
    expect(part(below, false, 'riseMm')).toBeGreaterThan(part(below, true, 'riseMm'));
    expect(part(beside, true, 'shiftMm')).toBeGreaterThan(part(beside, false, 'shiftMm'));
    // Both together lie about the middle that was asked for.
    const rects = layoutRects(slides, below?.frames ?? [], turned(small.rig.back, 'landscape'));
    const whole = unionOf(rects)?.whole;
    expect(whole && (whole.lower + whole.upper) / 2).toBeCloseTo(2, 0);
    expect(whole && (whole.left + whole.right) / 2).toBeCloseTo(-1, 0);
  });

  test('turning it is offered only where it saves frames, and holds what is wanted wherever it is', () => {
    let offered = 0;
    for (let w = 24; w <= 60; w += 4) {
      for (let h = 20; h <= 50; h += 3) {
        const { fewest, mixed } = proposals(geometryOf(small), { for: 'format', widthMm: w, heightMm: h }, 0.15);
        if (!mixed) continue;
        offered++;
        expect(mixed.layout.frames.length).toBeLessThan(fewest?.layout.frames.length ?? Infinity);
        expect(mixed).toMatchObject({ reached: true, enough: true });
        expect(mixed.overlap).toBeGreaterThanOrEqual(0.15 - 1e-9);
      }
    }
    expect(offered).toBeGreaterThan(3);
  });

  test('never more frames than an exhaustive search over fine places finds', () => {
    // Small cases: all counts to 9 × 9, both ways, any even spread.
    for (const [w, h] of [
      [40, 20],
      [30, 30],
      [60, 16],
      [25, 44],
    ] as const) {
      const found = proposals(geometryOf(small), { for: 'format', widthMm: w, heightMm: h }, 0.2);
      let least = Infinity;
      for (const orientation of ['landscape', 'portrait'] as const) {
        const frame = turned(small.rig.back, orientation);
        for (let c = 1; c <= 9; c++) {
          for (let r = 1; r <= 9; r++) {
            const fits = (wanted: number, side: number, n: number): boolean => wanted <= side * (1 + (n - 1) * 0.8) + 1e-9;
            if (fits(w, frame.widthMm, c) && fits(h, frame.heightMm, r)) least = Math.min(least, c * r);
          }
        }
      }
      expect(found.fewest?.layout.frames.length).toBe(least);
    }
  });

  test('what holds is as it says: within the stops, inside the circle, overlapping as it is set', () => {
    const found = proposals(geometryOf(small), { for: 'everything' }, 0.15);
    for (const each of [found.fewest, found.most]) {
      if (!each) throw new Error('nothing found');
      const rects = layoutRects(slidesOf(small.rig), each.layout.frames, turned(small.rig.back, each.layout.orientation));
      expect(leastOverlap(rects)).toBeGreaterThanOrEqual(0.15 - 1e-9);
      expect(each.layout.frames.every((at) => settingFor(slidesOf(small.rig), at) !== null)).toBe(true);
      expect(
        Math.max(...rects.flatMap(({ left, right, lower, upper }) => [Math.hypot(left, lower), Math.hypot(right, upper)])),
      ).toBeLessThanOrEqual(55 + 1e-9);
    }
    expect((found.most?.widthMm ?? 0) * (found.most?.heightMm ?? 0)).toBeGreaterThanOrEqual(
      (found.fewest?.widthMm ?? 0) * (found.fewest?.heightMm ?? 0),
    );
  });

  test('what cannot be has no answer that holds, and the nearest there is', () => {
    const found = proposals(geometryOf(small), { for: 'format', widthMm: 200, heightMm: 100 }, 0.2);
    expect(found.fewest).toBeNull();
    expect(proposals(geometryOf(small), { for: 'format', widthMm: 100, heightMm: 80 }, 0.2).nearest?.covered).toBe(false);
    expect(() => proposals(geometryOf(small), { for: 'everything' }, 0.95)).toThrow(/overlap is 0.95/);
    expect(targetOf(geometryOf(small), { for: 'subject' })).toBeNull();
  });

  test('megapixels, print and field come to the size on the sensor that they take', () => {
    const pitch = 22.3 / 5184;
    expect(targetOf(geometryOf(small), { for: 'megapixels', megapixels: 100, ratio: 1.5 })?.widthMm).toBeCloseTo(
      Math.sqrt(150e6) * pitch,
      6,
    );
    expect(targetOf(geometryOf(small), { for: 'print', widthMm: 1000, heightMm: 500, pixelsPerInch: 254 })?.widthMm).toBeCloseTo(
      10_000 * pitch,
      6,
    );
    expect(targetOf(geometryOf(small), { for: 'field', widthDeg: 90, heightDeg: 60 })?.widthMm).toBeCloseTo(2 * 50, 6);
  });
});

describe('layouts', () => {
  test('a rotated shift lens makes a row along its clicks only; a grid on it is none', () => {
    const shift = slidesOf(
      rigOf(
        mounted({
          lens: lens({ slides: 'rotating', travelMm: 12, rotation: 'clicks', clicksDeg: [-90, -60, -30, 0, 30, 60, 90], shiftStepMm: 1 }),
          back: body(),
        }),
      ),
    );
    const row = diagonalLayout({ slides: shift, orientation: 'portrait', count: 3, reachMm: 12, directionDeg: 35 });
    // 30° is the click that is nearest.
    expect(
      row?.frames
        .map(({ riseMm, shiftMm }) => (Math.atan2(riseMm, shiftMm) * 180) / Math.PI)
        .filter((deg) => deg !== 0)
        .map((deg) => Math.round(deg)),
    ).toEqual([-150, 30]);
    expect(crossLayout(shift, 'landscape', 10)?.frames).toHaveLength(5);
    // Asked for 30 mm to either side, what the 12 mm of the slide and a fifth of overlap leave.
    const most = widest(shift, 0.2, 30, (reachMm) =>
      diagonalLayout({ slides: shift, orientation: 'portrait', count: 3, reachMm, directionDeg: 35 }),
    );
    expect(most?.frames.every((at) => settingFor(shift, at) !== null)).toBe(true);
    expect(most && leastOverlap(layoutRects(shift, most.frames, { widthMm: 24, heightMm: 36 }))).toBeGreaterThanOrEqual(0.2);
    expect(Math.hypot(most?.frames[0]?.riseMm ?? 0, most?.frames[0]?.shiftMm ?? 0)).toBeGreaterThan(10);
    expect(widest(shift, 0.79, 1, () => null)).toBeNull();
    const union = row && unionOf(layoutRects(shift, row.frames, { widthMm: 24, heightMm: 36 }));
    expect(union && widthOf(union.box)).toBeCloseTo(24 + 24 * Math.cos(Math.PI / 6), 6);
    expect(union && heightOf(union.box)).toBeCloseTo(36 + 12, 6);
  });

  test('back and forth in rows: each frame is next to the one before', () => {
    const layout = gridLayout({
      slides: slidesOf(small.rig),
      orientation: 'portrait',
      columns: 4,
      rows: 3,
      widthMm: 50,
      heightMm: 55,
      middle: { riseMm: 0, shiftMm: 0 },
    });
    const steps = layout?.frames
      .slice(1)
      .map((each, i) => Math.hypot(each.riseMm - (layout.frames[i]?.riseMm ?? 0), each.shiftMm - (layout.frames[i]?.shiftMm ?? 0)));
    expect(Math.max(...(steps ?? [99]))).toBeLessThan(18);
  });

  test('quarter turns answer what they cover, and only with the plate', () => {
    const plate = rigOf(
      mounted({
        between: [
          adapter(
            { stitching: 'quarter', offsetXMm: 17, offsetYMm: 11, lensFlangeDistanceMm: 18, thicknessMm: 0.1, lensMount: 'short' },
            'plate',
          ),
        ],
        lens: lens({ imageCircleMm: 120 }),
        back: body(),
      }),
    );
    const found = proposals(geometryOf(setup({ rig: plate, fNumber: 8 })), { for: 'everything' }, 0);
    expect(found.most?.layout.kind).toBe('quarter');
  });
});
