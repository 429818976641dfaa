import fc from 'fast-check';
import { Matrix4, PerspectiveCamera, Vector3 } from 'three';
import { blurAt } from '../focus/blur';
import { focusPlane } from '../focus/plane';
import { aperturePoints, finderMatrix, throughMatrix, type FinderCamera } from './finderMatrix';
import { evenly } from '../evenly.test-support';

const camera = (more: Partial<FinderCamera['movements']> = {}, imageMm = 51.5): FinderCamera => ({
  focalMm: 50,
  imageMm,
  movements: { riseMm: 0, shiftMm: 0, tiltDeg: 0, swingDeg: 0, ...more },
  frame: { widthMm: 36, heightMm: 24 },
  nearM: 0.1,
  farM: 1000,
});
const point = fc.tuple(evenly(-4, 4), evenly(-3, 3), evenly(1, 40));

describe('the matrix of the Finder', () => {
  test('through the middle of the lens it is the off-centre frustum of a 3D package, depth included', () => {
    fc.assert(
      fc.property(evenly(-12, 12), evenly(-12, 12), point, (rise, shift, [x, y, z]) => {
        const scale = 0.1 / 51.5;
        const three = new PerspectiveCamera();
        three.projectionMatrix.makePerspective(
          (-18 + shift) * scale,
          (18 + shift) * scale,
          (12 + rise) * scale,
          (-12 + rise) * scale,
          0.1,
          1000,
        );
        const theirs = new Vector3(x, y, -z).applyMatrix4(three.projectionMatrix);
        const ours = new Vector3(x, y, z).applyMatrix4(
          new Matrix4().fromArray(Array.from(finderMatrix(camera({ riseMm: rise, shiftMm: shift })))),
        );
        return theirs.distanceTo(ours) < 1e-6 * (1 + theirs.length());
      }),
    );
  });

  test('a point in focus lands on the same place from every point of the aperture, tilted or not', () => {
    fc.assert(
      fc.property(evenly(-8, 8), evenly(-8, 8), evenly(-10, 10), evenly(-2, 2), evenly(2, 30), (tiltDeg, swingDeg, riseMm, x, z) => {
        const c = camera({ tiltDeg, swingDeg, riseMm });
        const { normal, offsetMm } = focusPlane(50, 51.5, tiltDeg, swingDeg);
        fc.pre(Math.abs(normal[1]) > 0.02);
        // The height at which this place across and away lies in the plane of sharp focus.
        const y = (offsetMm / 1000 - normal[0] * x - normal[2] * z) / normal[1];
        fc.pre(Math.abs(y) < 1.5 * z);
        const at = aperturePoints(12.5, 16).map((a) => throughMatrix(finderMatrix(c, a), [x, y, z]));
        const [first] = at;
        return (
          first != null &&
          at.every((place) => place !== null && Math.hypot(place[0] - first[0], place[1] - first[1]) < 1e-9 * (1 + Math.hypot(...first)))
        );
      }),
    );
  });

  test('a point out of focus spreads by the blur that the bundle of rays gives', () => {
    fc.assert(
      fc.property(evenly(-8, 8), evenly(-8, 8), point, (tiltDeg, swingDeg, p) => {
        const c = camera({ tiltDeg, swingDeg });
        const said = blurAt({ focalMm: 50, imageMm: 51.5, tiltDeg, swingDeg, fNumber: 4, pointM: p });
        fc.pre(said > 1e-4);
        // The rim of the aperture, finely: the widest extent over all directions is the longest diameter.
        const rim = Array.from(
          { length: 180 },
          (_, i) => [6.25 * Math.cos((i * Math.PI) / 90), 6.25 * Math.sin((i * Math.PI) / 90)] as const,
        );
        const places = rim.map((a) => throughMatrix(finderMatrix(c, a), p)).filter((place) => place !== null);
        fc.pre(places.length === rim.length);
        let widest = 0;
        for (const [ax, ay] of places) for (const [bx, by] of places) widest = Math.max(widest, Math.hypot((ax - bx) * 18, (ay - by) * 12));
        return Math.abs(widest - said) < 2e-3 * said + 1e-9;
      }),
      { numRuns: 40 },
    );
  });

  test('what is nearer along a ray has less depth, from every point of the aperture', () => {
    fc.assert(
      fc.property(evenly(-6, 6), point, evenly(1.05, 3), fc.integer({ min: 0, max: 31 }), (tiltDeg, p, farther, i) => {
        const c = camera({ tiltDeg });
        const a = aperturePoints(12.5, 32)[i] ?? ([0, 0] as const);
        const m = finderMatrix(c, a);
        const depth = ([x, y, z]: readonly [number, number, number]) => {
          const at = (row: number) => (m[row] ?? 0) * x + (m[4 + row] ?? 0) * y + (m[8 + row] ?? 0) * z + (m[12 + row] ?? 0);
          return at(2) / at(3);
        };
        return depth([p[0] * farther, p[1] * farther, p[2] * farther]) > depth([p[0], p[1], p[2]]);
      }),
    );
  });

  test('the points of the aperture lie inside it and balance about its middle', () => {
    const points = aperturePoints(10, 64);
    expect(points).toHaveLength(64);
    expect(points.every(([x, y]) => Math.hypot(x, y) < 5)).toBe(true);
    expect(Math.abs(points.reduce((sum, [x]) => sum + x, 0) / 64)).toBeLessThan(0.1);
    expect(Math.abs(points.reduce((sum, [, y]) => sum + y, 0) / 64)).toBeLessThan(0.1);
    // A full disc of radius r has the mean square r²/2.
    expect(points.reduce((sum, [x, y]) => sum + x * x + y * y, 0) / 64).toBeCloseTo(12.5, 6);
  });

  test('a depth that ends before it begins is refused', () => {
    expect(() => finderMatrix({ ...camera(), farM: 0.05 })).toThrow(/farM is 0.05/);
  });
});
