import fc from 'fast-check';
import { lensAxis } from '../space/axis';
import { focusPlane, focusThroughPoints, hingeMm, planeThrough, settingForPlane, tiltForHingeDeg, wedge } from './plane';
import { nearestTilt, requireTilt, type TiltMechanism } from './tiltMechanism';
import { cross, dot, length, minus, scaled, type Vec3 } from '../space/vector';
import { evenly } from '../evenly.test-support';

const focal = evenly(15, 400);
const tilt = evenly(-12, 12);
const pin = fc.tuple(evenly(-3, 3), evenly(-3, 3), evenly(1, 40));
const tilted = fc.record({ f: focal, stretch: evenly(1.0005, 2.5), t: tilt, s: tilt }).filter(({ t, s }) => Math.hypot(t, s) > 0.05);

/** The image of a point by the thin lens itself, mm: Q = −P·f/(P·l − f). */
function imageOf(p: Vec3, l: Vec3, f: number): Vec3 {
  return scaled(p, -f / (dot(p, l) - f));
}

describe('the plane of sharp focus', () => {
  test('the image of every point on it lies on the back', () => {
    fc.assert(
      fc.property(tilted, pin, ({ f, stretch, t, s }, p) => {
        const v = f * stretch;
        const { normal, offsetMm } = focusPlane(f, v, t, s);
        const onPlane = minus(p, scaled(normal, dot(p, normal) - offsetMm));
        fc.pre(onPlane[2] > 2 * f && Math.abs(dot(onPlane, lensAxis(t, s)) - f) > f * 0.05);
        return Math.abs(imageOf(onPlane, lensAxis(t, s), f)[2] + v) < 1e-6 * v;
      }),
    );
  });

  test('solving for three points of it gives the setting back', () => {
    fc.assert(
      fc.property(tilted, ({ f, stretch, t, s }) => {
        const v = f * stretch;
        const { normal, offsetMm } = focusPlane(f, v, t, s);
        fc.pre(normal[2] > 0.02);
        const at = (x: number, y: number): Vec3 => [x, y, (offsetMm - normal[0] * x - normal[1] * y) / normal[2]];
        const points = [at(0, 0), at(f, 0), at(0, f)] as const;
        fc.pre(points.every(([, , z]) => z > 1.2 * f && z < 1e6));
        const [a, b, c] = points;
        const found = focusThroughPoints(f, [scaled(a, 1e-3), scaled(b, 1e-3), scaled(c, 1e-3)]);
        return Math.abs(found.tiltDeg - t) < 1e-5 && Math.abs(found.swingDeg - s) < 1e-5 && Math.abs(found.imageMm / v - 1) < 1e-7;
      }),
    );
  });

  test('near limit, far limit and plane share one hinge line', () => {
    fc.assert(
      fc.property(tilted, evenly(1.4, 64), ({ f, stretch, t, s }, n) => {
        const v = f * stretch;
        const { near, far } = wedge({ focalMm: f, imageMm: v, tiltDeg: t, swingDeg: s, fNumber: n, cocMm: f / 1720 });
        const plane = focusPlane(f, v, t, s);
        if (!near || !far) return false;
        // Two points common to the plane and the near limit, found apart from any hinge formula, lie on the far limit too.
        const along = cross(plane.normal, near.normal);
        const size2 = dot(along, along);
        const foot = scaled(
          [
            ...minus(scaled(cross(near.normal, along), plane.offsetMm), scaled(cross(plane.normal, along), near.offsetMm)),
          ] as unknown as Vec3,
          1 / size2,
        );
        const unit = scaled(along, 1 / Math.sqrt(size2));
        const other: Vec3 = [foot[0] + 100 * unit[0], foot[1] + 100 * unit[1], foot[2] + 100 * unit[2]];
        const off = (p: Vec3) => Math.abs(dot(p, far.normal) - far.offsetMm) / Math.max(1, length(p));
        return off(foot) < 1e-5 && off(other) < 1e-5;
      }),
    );
  });

  test('turning a scene by a quarter turns tilt into swing', () => {
    fc.assert(
      fc.property(focal, fc.tuple(pin, pin, pin), (f, [a, b, c]) => {
        const quarter = ([x, y, z]: Vec3): Vec3 => [-y, x, z];
        let here;
        try {
          here = focusThroughPoints(f, [a, b, c]);
        } catch {
          fc.pre(false);
          return false;
        }
        const there = focusThroughPoints(f, [quarter(a), quarter(b), quarter(c)]);
        const [lx, ly] = lensAxis(here.tiltDeg, here.swingDeg);
        const [mx, my] = lensAxis(there.tiltDeg, there.swingDeg);
        return Math.abs(mx + ly) < 1e-7 && Math.abs(my - lx) < 1e-7 && Math.abs(there.imageMm / here.imageMm - 1) < 1e-9;
      }),
    );
  });
});

describe('hinge distances', () => {
  // Fact of the trade (common practice): a 150 mm lens tilted 5° hinges 1.72 m below.
  test('150 mm tilted 5° hinges 1.72 m off', () => expect(hingeMm(150, 5)).toBeCloseTo(1721, 0));

  // Outside reference: Merklinger's table of J against tilt and focal length,
  // J = f/sin α, in feet (from memory), and his rule of thumb α ≈ f/(5J), f in
  // mm and J in feet, which he gives as good to a few per cent.
  test.each([
    [90, 3, 5.65],
    [150, 5, 5.65],
    [210, 5, 7.92],
    [300, 10, 5.65],
    [300, 20, 2.82],
  ])('%p mm with the hinge %p ft below takes %p°', (f, feet, deg) => {
    expect(tiltForHingeDeg(f, feet * 304.8)).toBeCloseTo(deg, 1);
    expect(Math.abs(tiltForHingeDeg(f, feet * 304.8) / (f / (5 * feet)) - 1)).toBeLessThan(0.07);
  });

  test('tilt and hinge are each other’s inverse; untilted there is none', () => {
    fc.assert(fc.property(focal, evenly(0.01, 89), (f, deg) => Math.abs(tiltForHingeDeg(f, hingeMm(f, deg) ?? NaN) - deg) < 1e-6));
    expect(hingeMm(100, 0)).toBeNull();
  });

  test('every plane of one tilt passes through its hinge line', () => {
    fc.assert(
      fc.property(focal, evenly(1.001, 2), evenly(0.2, 12), (f, stretch, t) => {
        const { normal, offsetMm } = focusPlane(f, f * stretch, t, 0);
        const hinge = hingeMm(f, t) ?? NaN;
        return Math.abs(dot([0, -hinge, 0], normal) - offsetMm) < 1e-6 * hinge;
      }),
    );
  });
});

describe('what cannot be, and the nearest that can', () => {
  const refusal = (call: () => unknown): string => {
    try {
      call();
    } catch (error) {
      if (error instanceof Error) return error.message;
    }
    throw new Error('was not refused');
  };
  test.each([
    [
      'pins in a line',
      () =>
        focusThroughPoints(90, [
          [0, 0, 2],
          [0, 0.5, 3],
          [0, 1, 4],
        ]),
      /in one line.*two pins with tilt or swing alone/,
    ],
    [
      'a pin behind the camera',
      () =>
        focusThroughPoints(90, [
          [0, 0, -2],
          [1, 0, 3],
          [0, 1, 3],
        ]),
      /behind the camera.*more than 0.09 m/,
    ],
    [
      'a pin at the focal length, whose picture lies at infinity',
      () =>
        focusThroughPoints(125, [
          [0, 0, 0.125],
          [1, 0, 3],
          [0, 1, 3],
        ]),
      /inside the focal length/,
    ],
    [
      'a pin inside the focal length',
      () =>
        focusThroughPoints(90, [
          [0, 0, 0.05],
          [1, 0, 3],
          [0, 1, 3],
        ]),
      /inside the focal length/,
    ],
    [
      'a plane through the lens',
      () =>
        focusThroughPoints(90, [
          [0, 0, 2],
          [1, 0, 3],
          [-1, 0, 5],
        ]),
      /goes through the lens/,
    ],
    [
      'a plane too near for any tilt',
      () =>
        focusThroughPoints(90, [
          [0, -0.05, 1],
          [1, -0.05, 1],
          [0, -0.05, 4],
        ]),
      /nearest that a tilt can reach is more than 90 mm/,
    ],
    ['a hinge inside the focal length', () => tiltForHingeDeg(90, 80), /never nearer than the focal length, 90 mm/],
    [
      'a tilt beyond the mechanism',
      () =>
        focusThroughPoints(
          150,
          [
            [0, -1.4, 1.2],
            [1.5, -1.4, 8],
            [-2, -1.4, 30],
          ],
          { kind: 'cone', maxDeg: 4 },
        ),
      /needs tilt 6\.15° and swing 0\.00°.*closest available is tilt 4\.00° and swing 0\.00°/,
    ],
    [
      'tilt on a mechanism that only swings',
      () =>
        focusThroughPoints(
          150,
          [
            [0, -1.4, 1.2],
            [1.5, -1.4, 8],
            [-2, -1.4, 30],
          ],
          { kind: 'line', angleDeg: 90, rangeDeg: [-8, 8] },
        ),
      /closest available is tilt 0\.00° and swing 0\.00°/,
    ],
    ['untilted at the focal length', () => focusPlane(90, 90, 0, 0), /focused at infinity.*more than 90/],
    ['untilted inside it', () => focusPlane(90, 80, 0, 0), /nothing is in focus.*more than 90/],
    [
      'everything sharp enough',
      () => wedge({ focalMm: 50, imageMm: 51, tiltDeg: 1, swingDeg: 0, fNumber: 2000, cocMm: 0.03 }),
      /must be less than 1666/,
    ],
    ['a plane at no distance', () => settingForPlane(90, { normal: [0, 1, 0], offsetMm: 0 }), /goes through the lens/],
  ])('%s', (_name, call, words) => expect(refusal(call)).toMatch(words));

  test('close points far from the lens are one line only within rounding', () => {
    expect(() =>
      planeThrough([
        [0, 0, 1e6],
        [1, 0, 1e6],
        [2, 1e-3, 1e6],
      ]),
    ).not.toThrow();
  });

  test('the nearest tilt can be set, is its own nearest, and what can be set is left alone', () => {
    const range = fc.tuple(evenly(-8, 0), evenly(0, 8));
    const mechanisms: fc.Arbitrary<TiltMechanism> = fc.oneof(
      fc.record({ kind: fc.constant('cone' as const), maxDeg: evenly(0, 12) }),
      fc.record({ kind: fc.constant('box' as const), tiltDeg: range, swingDeg: range }),
      fc.record({ kind: fc.constant('line' as const), angleDeg: evenly(0, 180), rangeDeg: range }),
    );
    fc.assert(
      fc.property(mechanisms, tilt, tilt, (mechanism, tiltDeg, swingDeg) => {
        const near = nearestTilt(mechanism, { tiltDeg, swingDeg });
        const again = nearestTilt(mechanism, near);
        expect(() => requireTilt(mechanism, near)).not.toThrow();
        return Math.abs(again.tiltDeg - near.tiltDeg) < 1e-7 && Math.abs(again.swingDeg - near.swingDeg) < 1e-7;
      }),
    );
  });
});
