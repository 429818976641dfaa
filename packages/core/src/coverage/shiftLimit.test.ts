import fc from 'fast-check';
import polygonClipping, { type Polygon } from 'polygon-clipping';
import { contour, oneWayLimitMm, shiftLimitMm } from './shiftLimit';
import { diagonalMm } from './frame';
import { evenly } from '../evenly.test-support';
import type { FrameSize } from '../model/frame';

// Outside reference: plane geometry by another route, the general polygon
// package polygon-clipping. The circle is a regular polygon of many sides, the
// frame a rectangle; nothing of ours is used to decide what lies inside.
const SIDES = 7200;

function circlePolygon(radius: number, x = 0, y = 0): Polygon {
  const ring: [number, number][] = [];
  for (let i = 0; i < SIDES; i++) {
    const a = (2 * Math.PI * i) / SIDES;
    ring.push([x + radius * Math.cos(a), y + radius * Math.sin(a)]);
  }
  return [ring];
}

function framePolygon({ widthMm, heightMm }: FrameSize, x: number, y: number): Polygon {
  const w = widthMm / 2;
  const h = heightMm / 2;
  return [
    [
      [x - w, y - h],
      [x + w, y - h],
      [x + w, y + h],
      [x - w, y + h],
    ],
  ];
}

function areaOutside(frame: FrameSize, circleMm: number, x: number, y: number): number {
  const left = polygonClipping.difference(framePolygon(frame, x, y), circlePolygon(circleMm / 2));
  let area = 0;
  for (const polygon of left)
    for (const ring of polygon) {
      for (let i = 0; i + 1 < ring.length; i++) {
        const a = ring[i] ?? [0, 0];
        const b = ring[i + 1] ?? [0, 0];
        area += (a[0] * b[1] - b[0] * a[1]) / 2;
      }
    }
  return area;
}

const cases: [string, FrameSize, number, number][] = [
  ['small format in 67 mm, up', { widthMm: 36, heightMm: 24 }, 67, 90],
  ['small format in 67 mm, portrait, up', { widthMm: 24, heightMm: 36 }, 67, 90],
  ['44 × 33 in 105 mm, oblique', { widthMm: 43.8, heightMm: 32.9 }, 105, 33],
  ['4 × 5 in 210 mm, left', { widthMm: 120, heightMm: 95 }, 210, 180],
  ['a square in a circle only just larger', { widthMm: 56, heightMm: 56 }, 79.6, -70],
];

describe('the shift limit against a polygon package', () => {
  test.each(cases)('%s', (_name, frame, circleMm, deg) => {
    const limit = shiftLimitMm(frame, circleMm, deg);
    if (limit === null) throw new Error('the frame fits');
    const a = (deg * Math.PI) / 180;
    const at = (mm: number) => areaOutside(frame, circleMm, mm * Math.cos(a), mm * Math.sin(a));
    expect(at(limit - 0.01)).toBe(0);
    expect(at(limit + 0.01)).toBeGreaterThan(0);
  });

  test('the contour is where four circles, one for each corner, overlap', () => {
    const frame = { widthMm: 36, heightMm: 24 };
    const radius = 28;
    const corner = (x: number, y: number) => circlePolygon(radius, x, y);
    const [overlap] = polygonClipping.intersection(corner(18, 12), corner(-18, 12), corner(18, -12), corner(-18, -12));
    const ring = overlap?.[0] ?? [];
    expect(ring.length).toBeGreaterThan(100);
    const ours = contour(frame, radius * 2, 3600);
    // Every vertex of theirs lies on our line: our limit in its direction is its distance.
    for (const [x, y] of ring) {
      const limit = shiftLimitMm(frame, radius * 2, (Math.atan2(y, x) * 180) / Math.PI);
      expect(limit).toBeCloseTo(Math.hypot(x, y), 4);
    }
    let theirArea = 0;
    let ourArea = 0;
    for (let i = 0; i + 1 < ring.length; i++) {
      const a = ring[i] ?? [0, 0];
      const b = ring[i + 1] ?? [0, 0];
      theirArea += (a[0] * b[1] - b[0] * a[1]) / 2;
    }
    for (let i = 0; i < 3600; i++) {
      const j = (i + 1) % 3600;
      ourArea += ((ours[2 * i] ?? 0) * (ours[2 * j + 1] ?? 0) - (ours[2 * j] ?? 0) * (ours[2 * i + 1] ?? 0)) / 2;
    }
    expect(ourArea / theirArea).toBeCloseTo(1, 5);
  });
});

const sizes = fc.record({
  widthMm: evenly(5, 260),
  heightMm: evenly(5, 260),
});
const room = evenly(0.001, 200);
const angle = evenly(-180, 180);

describe('laws of the shift limit', () => {
  test('at the limit the worst corner lies exactly on the circle', () => {
    fc.assert(
      fc.property(sizes, room, angle, (frame, spare, deg) => {
        const circle = diagonalMm(frame) + spare;
        const limit = shiftLimitMm(frame, circle, deg);
        if (limit === null) return false;
        const a = (deg * Math.PI) / 180;
        const x = Math.abs(limit * Math.cos(a)) + frame.widthMm / 2;
        const y = Math.abs(limit * Math.sin(a)) + frame.heightMm / 2;
        return Math.abs(Math.hypot(x, y) - circle / 2) < 1e-6;
      }),
    );
  });

  test('a frame turned by a quarter turns its limits with it', () => {
    fc.assert(
      fc.property(sizes, room, angle, (frame, spare, deg) => {
        const circle = diagonalMm(frame) + spare;
        const turned = { widthMm: frame.heightMm, heightMm: frame.widthMm };
        const here = shiftLimitMm(frame, circle, deg) ?? NaN;
        const there = shiftLimitMm(turned, circle, deg + 90) ?? NaN;
        return Math.abs(here - there) < 1e-6;
      }),
    );
  });

  test('a larger circle never allows less', () => {
    fc.assert(
      fc.property(sizes, room, room, angle, (frame, spare, more, deg) => {
        const circle = diagonalMm(frame) + spare;
        return (shiftLimitMm(frame, circle + more, deg) ?? NaN) >= (shiftLimitMm(frame, circle, deg) ?? NaN);
      }),
    );
  });

  test('a frame larger than the circle has no limit, and one that touches it has none to spare', () => {
    expect(shiftLimitMm({ widthMm: 36, heightMm: 24 }, 43, 90)).toBeNull();
    expect(contour({ widthMm: 36, heightMm: 24 }, 43)).toHaveLength(0);
    expect(shiftLimitMm({ widthMm: 30, heightMm: 40 }, 50, 12)).toBeCloseTo(0, 9);
  });

  test('one control alone reaches the same line that the direction of both reaches', () => {
    fc.assert(
      fc.property(sizes, room, angle, (frame, spare, deg) => {
        const circle = diagonalMm(frame) + spare;
        const limit = shiftLimitMm(frame, circle, deg) ?? NaN;
        const a = (deg * Math.PI) / 180;
        const rise = oneWayLimitMm(frame, circle, 'rise', limit * Math.cos(a));
        const shift = oneWayLimitMm(frame, circle, 'shift', limit * Math.sin(a));
        // On the contour the present rise is the most that the present shift allows, and the other way round,
        // but for the rounding of a root near zero.
        const near = (mine: number | null, there: number) => (mine === null ? there < 1e-3 : Math.abs(mine - there) < 1e-3);
        return near(rise, Math.abs(limit * Math.sin(a))) && near(shift, Math.abs(limit * Math.cos(a)));
      }),
    );
  });
});
