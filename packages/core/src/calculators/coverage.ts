import { z } from 'zod';
import { degrees } from '../angles';
import { coverageHalfAngle } from '../coverage/circle';
import { cornerAngles } from '../coverage/corner';
import { calculator } from './calculator';
import * as q from './quantities';

export const coverage = calculator({
  name: 'coverage',
  title: 'Corner coverage',
  chapter: 'coverage',
  purpose: 'Whether every corner is inside the image circle, shifted and tilted.',
  formula: 'corner angle between the lens axis and (X + shift, Y + rise, v), against atan(D/2f)',
  source: 'Plane and solid geometry of the cone that the circle stands for',
  limits: 'The circle is a cone of fixed angle; filters and hoods are not counted.',
  input: z.strictObject({
    sensorWidthMm: q.lengthMm('frame width'),
    sensorHeightMm: q.lengthMm('frame height'),
    circleMm: q.lengthMm('diameter of the circle at infinity'),
    focalMm: q.lengthMm('focal length f'),
    imageMm: q.lengthMm('image distance v'),
    riseMm: q.signedMm('rise, lens up +').default(0),
    shiftMm: q.signedMm('shift, lens right +').default(0),
    tiltDeg: q.movementDeg('tilt, forward +').default(0),
    swingDeg: q.movementDeg('swing, right +').default(0),
  }),
  output: z.strictObject({
    coverageDeg: q.answer('°', 'half-angle of the circle'),
    cornerDeg: q.answer('°', 'angle of the worst corner off the axis'),
    spareDeg: q.answer('°', 'what is left'),
    covered: q.yesNo('whether all corners are inside'),
  }),
  example: {
    sensorWidthMm: 36,
    sensorHeightMm: 24,
    circleMm: 67,
    focalMm: 24,
    imageMm: 24,
    riseMm: 11,
    shiftMm: 0,
    tiltDeg: 0,
    swingDeg: 0,
  },
  run: ({ sensorWidthMm, sensorHeightMm, circleMm, focalMm, imageMm, ...movements }) => {
    const half = coverageHalfAngle(circleMm, focalMm);
    const angles = cornerAngles({ widthMm: sensorWidthMm, heightMm: sensorHeightMm }, imageMm, movements).map(({ angle }) => angle);
    const worst = Math.max(...angles);
    // A corner on the line counts as covered, but for the last bits of floating point.
    return { coverageDeg: degrees(half), cornerDeg: degrees(worst), spareDeg: degrees(half - worst), covered: worst <= half * (1 + 1e-12) };
  },
});
