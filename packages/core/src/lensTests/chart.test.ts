import fc from 'fast-check';
import { evenly } from '../evenly.test-support';
import { CHART_SIZES, chartLayout, chartPages, chartTone, squareCorners, type ChartSize } from './chart';
import { MARKER_BITS } from './chartMarkers';

const SIZES = Object.keys(CHART_SIZES) as ChartSize[];

test.each(SIZES)('on %s squares and markers alternate, within the paper, each marker once', (size) => {
  const { squares, markers, widthMm, heightMm, columns, rows } = chartLayout(size);
  expect(squares.length + markers.length).toBe(columns * rows);
  expect(Math.abs(squares.length - markers.length)).toBeLessThanOrEqual(1);
  expect(new Set(markers.map(({ id }) => id)).size).toBe(markers.length);
  // There is a code for each.
  expect(markers.length).toBeLessThanOrEqual(MARKER_BITS.length);
  for (const [x, y] of squares.flatMap(squareCorners)) {
    expect(x).toBeGreaterThan(5);
    expect(x).toBeLessThan(widthMm - 5);
    expect(y).toBeGreaterThan(5);
    expect(y).toBeLessThan(heightMm - 5);
  }
});

test('the tone of a place is that of the marks on the page', () => {
  const layout = chartLayout('A4');
  const [page] = chartPages('A4', 'A4');
  if (!page) throw new Error('no page');
  const isInside = (points: readonly (readonly [number, number])[], x: number, y: number): boolean =>
    points.every(([ax, ay], i) => {
      const [bx = 0, by = 0] = points[(i + 1) % points.length] ?? [];
      return (bx - ax) * (y - ay) - (by - ay) * (x - ax) >= 0;
    });
  const isBlack = (x: number, y: number): boolean =>
    page.marks.some((mark) =>
      mark.kind === 'rect'
        ? x >= mark.x && x <= mark.x + mark.w && y >= mark.y && y <= mark.y + mark.h
        : mark.kind === 'polygon' && isInside(mark.points, x, y),
    );
  let differ = 0;
  const all = 4000;
  fc.assert(
    fc.property(evenly(0, 297), evenly(0, 210), (x, y) => {
      if (isBlack(x, y) !== (chartTone(layout, [x, y]) === 0)) differ++;
    }),
    { numRuns: all },
  );
  // A place on an edge may be either.
  expect(differ).toBeLessThan(0.001 * all);
});

test('a large chart is cut into sheets that overlap and cover all of it', () => {
  const pages = chartPages('A1', 'A3');
  // 841 × 594 mm in steps of 398 × 275 mm: 3 × 3 sheets.
  expect(pages).toHaveLength(9);
  // The middle of every square is within the cutting marks of some sheet, where it belongs.
  const seen = new Set(
    pages.flatMap(({ marks }, i) =>
      marks.flatMap((mark) => {
        if (mark.kind !== 'polygon') return [];
        const middle = (axis: 0 | 1): number => mark.points.reduce((sum, point) => sum + point[axis], 0) / mark.points.length;
        const [x, y] = [middle(0), middle(1)];
        if (x < 6 || y < 6 || x > 414 || y > 291) return [];
        return [`${(x - 6 + 398 * (i % 3)).toFixed(1)} ${(y - 6 + 275 * Math.floor(i / 3)).toFixed(1)}`];
      }),
    ),
  );
  expect([...seen].toSorted()).toEqual(
    chartLayout('A1')
      .squares.map(({ centre: [x, y] }) => `${x.toFixed(1)} ${y.toFixed(1)}`)
      .toSorted(),
  );
  for (const { widthMm, heightMm, marks } of pages) {
    expect([widthMm, heightMm]).toEqual([420, 297]);
    expect(marks.filter(({ kind }) => kind === 'line')).toHaveLength(8);
  }
});
