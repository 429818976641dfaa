import fc from 'fast-check';
import { coverageHalfAngle } from './circle';
import { lensAxis } from '../space/axis';
import { cornerAngles } from './corner';
import { shiftLimitMm } from './shiftLimit';
import { evenly } from '../evenly.test-support';

const frame = { widthMm: 36, heightMm: 24 };
const still = { riseMm: 0, shiftMm: 0, tiltDeg: 0, swingDeg: 0 };

describe('corner angles', () => {
  test('a centred, untilted frame sees its diagonal: tan = half diagonal over image distance', () => {
    for (const { angle } of cornerAngles(frame, 24, still)) {
      expect(Math.tan(angle)).toBeCloseTo(Math.hypot(18, 12) / 24, 12);
    }
  });

  test('untilted, the angle and the plane geometry of the circle agree at the limit, close up as well', () => {
    fc.assert(
      fc.property(evenly(45, 120), evenly(15, 300), evenly(0, 2), evenly(-180, 180), (circleMm, focalMm, magnification, deg) => {
        const imageMm = focalMm * (1 + magnification);
        const limit = shiftLimitMm(frame, circleMm * (1 + magnification), deg) ?? NaN;
        const a = (deg * Math.PI) / 180;
        const angles = cornerAngles(frame, imageMm, {
          ...still,
          shiftMm: limit * Math.cos(a),
          riseMm: limit * Math.sin(a),
        });
        const worst = Math.max(...angles.map(({ angle }) => angle));
        return Math.abs(worst - coverageHalfAngle(circleMm, focalMm)) < 1e-7;
      }),
    );
  });

  test('rise uses up the upper corners, and they are named so', () => {
    const angles = cornerAngles(frame, 24, { ...still, riseMm: 8 });
    const worst = Math.max(...angles.map(({ angle }) => angle));
    expect(angles.filter(({ angle }) => angle > worst - 1e-9).map(({ corner }) => corner)).toEqual(['upperLeft', 'upperRight']);
  });

  test('forward tilt drops the axis, so the upper corners are farther off it', () => {
    expect(lensAxis(5, 0)[1]).toBeLessThan(0);
    const [upperLeft, , lowerRight] = cornerAngles(frame, 24, { ...still, tiltDeg: 5 });
    expect(upperLeft?.angle).toBeGreaterThan(lowerRight?.angle ?? NaN);
  });

  test('the axis is a unit vector, and an untilted one looks straight ahead', () => {
    fc.assert(
      fc.property(evenly(-60, 60), evenly(-60, 60), (t, s) => {
        return Math.abs(Math.hypot(...lensAxis(t, s)) - 1) < 1e-12;
      }),
    );
    expect(lensAxis(0, 0).map((c) => c + 0)).toEqual([0, 0, 1]);
  });
});
