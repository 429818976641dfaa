import fc from 'fast-check';
import polygonClipping, { type Polygon } from 'polygon-clipping';
import { mosaicGrid } from './grid';
import { pinwheel } from './pinwheel';
import { evenly } from '../evenly.test-support';

const box = (x: number, y: number, w: number, h: number): Polygon => [
  [
    [x - w / 2, y - h / 2],
    [x + w / 2, y - h / 2],
    [x + w / 2, y + h / 2],
    [x - w / 2, y + h / 2],
  ],
];

describe('rows and columns', () => {
  // Fact of the trade (common practice): eight upright frames, 4 × 2, of a
  // 22.3 × 14.9 mm, 5184 × 3456 px sensor gave 12 265 × 9 639 px.
  test('eight upright frames of a small sensor give the picture that was made with them', () => {
    const grid = mosaicGrid({
      sensorWidthMm: 14.9,
      sensorHeightMm: 22.3,
      columnsPx: 3456,
      rowsPx: 5184,
      targetWidthMm: (12265 * 14.9) / 3456,
      targetHeightMm: (9639 * 22.3) / 5184,
      overlap: 0.14,
    });
    expect(grid).toMatchObject({ columns: 4, rows: 2, widthPx: 12265, heightPx: 9639 });
  });

  test('a mosaic covers its target without a hole, ends at it, stays in its circle and keeps its overlap', () => {
    fc.assert(
      fc.property(evenly(10, 60), evenly(10, 60), evenly(10, 300), evenly(10, 300), evenly(0, 0.6), (w, h, wantedW, wantedH, overlap) => {
        const { xMm, yMm, columns, rows, circleNeededMm } = mosaicGrid({
          sensorWidthMm: w,
          sensorHeightMm: h,
          columnsPx: 100,
          rowsPx: 100,
          targetWidthMm: wantedW,
          targetHeightMm: wantedH,
          overlap,
        });
        expect([xMm.length, yMm.length]).toEqual([columns, rows]);
        const [width, height] = [Math.max(w, wantedW), Math.max(h, wantedH)];
        const corners = xMm.flatMap((x) => yMm.map((y) => 2 * Math.hypot(Math.abs(x) + w / 2, Math.abs(y) + h / 2)));
        expect(Math.max(...corners)).toBeLessThanOrEqual(circleNeededMm * (1 + 1e-9));
        expect((xMm[xMm.length - 1] ?? 0) + w / 2).toBeCloseTo(width / 2, 6);
        for (let i = 1; i < columns; i++) expect((xMm[i] ?? 0) - (xMm[i - 1] ?? 0)).toBeLessThanOrEqual(w * (1 - overlap) * (1 + 1e-6));
        // One column fewer would not do.
        if (columns > 1) expect((width - w) / (columns - 2 || Number.EPSILON)).toBeGreaterThan(w * (1 - overlap) * (1 - 1e-6));
        // Outside reference: the general polygon package finds nothing of the target uncovered.
        const holes = polygonClipping.difference(
          box(0, 0, width - 1e-6, height - 1e-6),
          ...xMm.flatMap((x) => yMm.map((y) => box(x, y, w + 1e-7, h + 1e-7))),
        );
        expect(holes).toEqual([]);
      }),
      { numRuns: 40 },
    );
  });

  test('a goal outside its bounds is refused with the field', () => {
    expect(() =>
      mosaicGrid({ sensorWidthMm: 36, sensorHeightMm: 24, columnsPx: 1, rowsPx: 1, targetWidthMm: 1e6, targetHeightMm: 24, overlap: 0 }),
    ).toThrow(/targetWidthMm is 1000000; it would need more than 1000 frames/);
    expect(() =>
      mosaicGrid({ sensorWidthMm: 36, sensorHeightMm: 24, columnsPx: 1, rowsPx: 1, targetWidthMm: 90, targetHeightMm: 60, overlap: 1 }),
    ).toThrow(/from 0 to less than 1/);
  });
});

describe('quarter turns', () => {
  test('the square is covered, and no larger one is', () => {
    fc.assert(
      fc.property(evenly(10, 60), evenly(10, 60), evenly(-20, 20), evenly(-20, 20), (w, h, ox, oy) => {
        const { squareMm, circleNeededMm } = pinwheel(w, h, ox, oy);
        const frames = [box(ox, oy, w, h), box(-oy, ox, h, w), box(-ox, -oy, w, h), box(oy, -ox, h, w)];
        const uncovered = (side: number) => polygonClipping.difference(box(0, 0, side, side), ...frames);
        expect(circleNeededMm).toBeCloseTo(2 * Math.hypot(Math.abs(ox) + w / 2, Math.abs(oy) + h / 2), 9);
        if (squareMm > 0.01) expect(uncovered(squareMm - 1e-3)).toEqual([]);
        expect(uncovered(squareMm + 1e-2).length).toBeGreaterThan(0);
      }),
      { numRuns: 120 },
    );
  });

  test('turned by a quarter it is the same', () => {
    fc.assert(
      fc.property(evenly(10, 60), evenly(10, 60), evenly(-20, 20), evenly(-20, 20), (w, h, ox, oy) => {
        return Math.abs(pinwheel(w, h, ox, oy).squareMm - pinwheel(h, w, -oy, ox).squareMm) < 1e-9;
      }),
    );
  });
});
