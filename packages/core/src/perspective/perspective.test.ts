import fc from 'fast-check';
import { Matrix, solve } from 'ml-matrix';
import { Euler, Matrix4, PerspectiveCamera, Vector3 } from 'three';
import { equivalence } from './equivalence';
import { keystone } from './keystone';
import { parallax } from './parallax';
import { projected, riseForHeight } from './rise';
import { turnIn } from './turnIn';
import { evenly } from '../evenly.test-support';

const rad = (deg: number) => (deg * Math.PI) / 180;

/** A camera of the general 3D package three: a frustum pushed off centre by rise and shift, pitched and turned. It looks along −z. */
function camera3d(v: number, w: number, h: number, rise: number, shift: number, pitchDeg = 0, yawDeg = 0) {
  const camera = new PerspectiveCamera();
  const scale = 0.1 / v;
  camera.projectionMatrix.makePerspective(
    (-w / 2 + shift) * scale,
    (w / 2 + shift) * scale,
    (h / 2 + rise) * scale,
    (-h / 2 + rise) * scale,
    0.1,
    1e5,
  );
  camera.matrixWorld.makeRotationFromEuler(new Euler(rad(pitchDeg), rad(-yawDeg), 0, 'YXZ'));
  camera.matrixWorldInverse.copy(camera.matrixWorld).invert();
  const view = new Matrix4().multiplyMatrices(camera.projectionMatrix, camera.matrixWorldInverse);
  return ([x, y, z]: readonly [number, number, number]): [number, number] => {
    const p = new Vector3(x, y, -z).applyMatrix4(view);
    return [(p.x * w) / 2, (p.y * h) / 2];
  };
}

describe('projection with rise and shift', () => {
  test('agrees with the off-centre frustum of a 3D package', () => {
    fc.assert(
      fc.property(
        evenly(15, 300),
        evenly(-30, 30),
        evenly(-30, 30),
        fc.tuple(evenly(-5, 5), evenly(-5, 5), evenly(2, 60)),
        (v, rise, shift, p) => {
          const [x, y] = projected(v, rise, shift, p);
          const [tx, ty] = camera3d(v, 36, 24, rise, shift)(p);
          return Math.abs(x - tx) < 1e-6 * (1 + Math.abs(x)) && Math.abs(y - ty) < 1e-6 * (1 + Math.abs(y));
        },
      ),
    );
  });

  test('the rise found puts the top at the margin, and the pitch found puts it there without rise', () => {
    fc.assert(
      fc.property(evenly(15, 150), evenly(5, 60), evenly(0.5, 3), evenly(4, 40), evenly(0, 3), (f, distance, height, top, margin) => {
        const { riseForTopMm, highestRiseKeepingFootMm, fits, pitchInsteadDeg } = riseForHeight({
          focalMm: f,
          distanceM: distance,
          cameraHeightM: height,
          topHeightM: top,
          sensorHeightMm: 36,
          marginMm: margin,
        });
        const v = (f * distance * 1000) / (distance * 1000 - f);
        const see = camera3d(v, 24, 36, riseForTopMm, 0);
        const y = see([0, top - height, distance])[1];
        const foot = camera3d(v, 24, 36, highestRiseKeepingFootMm, 0)([0, -height, distance])[1];
        const footIn = see([0, -height, distance])[1] >= -18 + margin - 1e-6;
        const pitched = camera3d(v, 24, 36, 0, 0, pitchInsteadDeg)([0, top - height, distance])[1];
        return (
          Math.abs(y - (18 - margin)) < 1e-5 &&
          Math.abs(foot - (-18 + margin)) < 1e-5 &&
          fits === footIn &&
          Math.abs(pitched - (18 - margin)) < 1e-5
        );
      }),
    );
  });
});

test('24 mm, 20 m away: a top at 20 m takes 17.0° of pitch instead of rise', () => {
  const given = { focalMm: 24, distanceM: 20, cameraHeightM: 1.6, topHeightM: 20, sensorHeightMm: 24, marginMm: 0.5 };
  expect(riseForHeight(given).pitchInsteadDeg).toBeCloseTo(17, 1);
});

describe('keystone', () => {
  /** The homography that takes four points to four others, by the general linear-algebra package ml-matrix. */
  function homography(
    from: readonly [number, number][],
    to: readonly [number, number][],
  ): (p: readonly [number, number]) => [number, number] {
    const rows: number[][] = [];
    const right: number[] = [];
    from.forEach(([x, y], i) => {
      const [u, w] = to[i] ?? [0, 0];
      rows.push([x, y, 1, 0, 0, 0, -u * x, -u * y], [0, 0, 0, x, y, 1, -w * x, -w * y]);
      right.push(u, w);
    });
    const m = solve(new Matrix(rows), Matrix.columnVector(right)).to1DArray();
    const at = (i: number) => m[i] ?? 0;
    return ([x, y]) => {
      const d = at(6) * x + at(7) * y + 1;
      return [(at(0) * x + at(1) * y + at(2)) / d, (at(3) * x + at(4) * y + at(5)) / d];
    };
  }

  const v = 24;
  const [w, h] = [24, 36];

  test.each([12, -7, 3.5])('verticals seen by a 3D package pitched %p° meet, lean and part as said', (pitch) => {
    const said = keystone({ imageMm: v, sensorWidthMm: w, sensorHeightMm: h, columnsPx: 5504, pitchDeg: pitch });
    const see = camera3d(v, w, h, 0, 0, pitch);
    // An upright through the edge of the frame at mid height.
    const wall = (x: number, y: number): [number, number] => see([x, y, 10]);
    const [x0, y0] = wall(4, 10 * Math.tan(rad(pitch)) - 3);
    const [x1, y1] = wall(4, 10 * Math.tan(rad(pitch)) + 3);
    const slope = (x1 - x0) / (y1 - y0);
    const xMiddle = x0 - slope * y0;
    const meet = y0 - x0 / slope;
    expect(meet).toBeCloseTo(said.vanishingPointMm ?? NaN, 6);
    expect((Math.atan(Math.abs(slope) * (w / 2 / xMiddle)) * 180) / Math.PI).toBeCloseTo(Math.abs(said.edgeLeanDeg), 6);
    expect(Math.abs(slope) * (w / 2 / xMiddle) * h).toBeCloseTo(Math.abs(said.convergenceMm), 6);
    expect(said.convergencePx / said.convergenceMm).toBeCloseTo(5504 / w, 9);
  });

  test('the homography that makes verticals parallel keeps and stretches as said', () => {
    const pitch = 9;
    const said = keystone({ imageMm: v, sensorWidthMm: w, sensorHeightMm: h, columnsPx: 5504, pitchDeg: pitch });
    const see = camera3d(v, w, h, 0, 0, pitch);
    const flat = camera3d(v, w, h, 0, 0, 0);
    const wall: [number, number, number][] = [
      [-2, 0, 10],
      [2, 0, 10],
      [-2, 5, 10],
      [2, 5, 10],
    ];
    const correct = homography(wall.map(see), wall.map(flat));
    const width = (y: number) => correct([w / 2, y])[0] - correct([-w / 2, y])[0];
    const height = (y: number) => (correct([0, y + 1e-5])[1] - correct([0, y - 1e-5])[1]) / 2e-5;
    // The far edge is the upper one; the near edge is left as it is.
    expect(width(h / 2) / width(-h / 2)).toBeCloseTo(said.stretchAcross, 6);
    expect(height(h / 2) / height(-h / 2)).toBeCloseTo(said.stretchAlong, 4);
    // The upright strip that the corrected frame still fills over its whole height is bounded by the narrow edge;
    // its share of the sensor's pixels is the mean width of that strip, taken back to the sensor.
    const back = homography(wall.map(flat), wall.map(see));
    const strip = correct([w / 2, -h / 2])[0];
    let area = 0;
    const steps = 4000;
    const [low, high] = [correct([0, -h / 2])[1], correct([0, h / 2])[1]];
    const edge = (t: number) => back([strip, low + t * (high - low)]);
    for (let i = 0; i < steps; i++) {
      const [xa, ya] = edge(i / steps);
      const [xb, yb] = edge((i + 1) / steps);
      area += ((xa + xb) / 2) * (yb - ya);
    }
    expect((2 * area) / (w * h)).toBeCloseTo(said.keptFraction, 6);
  });

  test('level there is nothing to correct, and beyond correction it is said from where on', () => {
    expect(keystone({ imageMm: v, sensorWidthMm: w, sensorHeightMm: h, columnsPx: 5504, pitchDeg: 0 })).toMatchObject({
      vanishingPointMm: null,
      convergenceMm: 0,
      keptFraction: 1,
      stretchAcross: 1,
    });
    expect(() => keystone({ imageMm: v, sensorWidthMm: w, sensorHeightMm: h, columnsPx: 5504, pitchDeg: 60 })).toThrow(
      /from 53\.13° the vanishing point/,
    );
  });
});

describe('edge stretch', () => {
  test('keeps the centre of the picture and draws a sphere as a 3D package does', () => {
    fc.assert(
      fc.property(evenly(18, 120), evenly(-12, 12), evenly(-18, 18), evenly(-15, 15), (v, shift, point, yaw) => {
        const turned = turnIn(v, shift, point, yaw);
        const before = camera3d(v, 36, 24, 0, shift);
        const after = camera3d(v, 36, 24, 0, turned.shiftMm, 0, yaw);
        const place = (x: number): [number, number, number] => [(x + shift) * (1000 / v), 0, 1000];
        // The thing seen at the centre before is at the centre after, and the point where it is said to be.
        const centre = after(place(0))[0];
        const moved = after(place(point))[0];
        // A small sphere: its outline across and along, by a ring of points at right angles to its ray.
        const [x, , z] = place(point);
        const far = Math.hypot(x, z);
        const tiny = 1e-3;
        const side: [number, number, number] = [x + (tiny * z) / far, 0, z - (tiny * x) / far];
        const above: [number, number, number] = [x, tiny, z];
        const shape = (see: typeof after) => Math.abs(see(side)[0] - see([x, 0, z])[0]) / Math.abs(see(above)[1] - see([x, 0, z])[1]);
        return (
          Math.abs(centre) < 1e-6 &&
          Math.abs(moved - turned.pointAfterMm) < 1e-5 &&
          Math.abs(shape(before) - turned.elongationBefore) < 1e-3 &&
          Math.abs(shape(after) - turned.elongationAfter) < 1e-3
        );
      }),
    );
    expect(() => turnIn(24, 0, 10, 80)).not.toThrow();
    expect(() => turnIn(24, 0, -10, 80)).toThrow(/no longer in front/);
  });
});

describe('parallax and equivalence', () => {
  test('two points seen from two places part as said', () => {
    fc.assert(
      fc.property(evenly(15, 200), evenly(-40, 40), evenly(1, 20), evenly(1, 50), (v, b, near, more) => {
        const far = near + more;
        const from = (shift: number) =>
          projected(v, 0, 0, [1 - shift / 1000, 0, far])[0] - projected(v, 0, 0, [1 - shift / 1000, 0, near])[0];
        const parted = from(b) - from(0);
        const { disparityMm, disparityPx } = parallax({ imageMm: v, baselineMm: b, nearM: near, farM: far, pixelUm: 4 });
        return Math.abs(parted - disparityMm) < 1e-9 * v && Math.abs(disparityPx - disparityMm * 250) < 1e-6;
      }),
    );
    expect(parallax({ imageMm: 50, baselineMm: 0, nearM: 2, farM: null, pixelUm: 4 }).disparityMm).toBe(0);
    expect(() => parallax({ imageMm: 50, baselineMm: 5, nearM: 2, farM: 1, pixelUm: 4 })).toThrow(/at least the near distance/);
  });

  test('on the same format with the same lens nothing changes, and going there and back is where one was', () => {
    const same = equivalence({ focalMm: 90, fNumber: 11, distanceM: 3, fromMm: 50, toMm: 50, haveFocalMm: 90, backgroundM: 4 });
    expect(same.focalMm).toBe(90);
    expect(same.distanceM).toBeCloseTo(3, 12);
    expect(same.backgroundScale).toBeCloseTo(1, 12);
    const there = equivalence({ focalMm: 90, fNumber: 11, distanceM: 3, fromMm: 150, toMm: 43, haveFocalMm: 25, backgroundM: 4 });
    const back = equivalence({
      focalMm: 25,
      fNumber: there.fNumber,
      distanceM: there.distanceM,
      fromMm: 43,
      toMm: 150,
      haveFocalMm: 90,
      backgroundM: 4,
    });
    expect(back.distanceM).toBeCloseTo(3, 9);
    expect(back.fNumber).toBeCloseTo(11, 12);
  });
});
