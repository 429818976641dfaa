import { z } from 'zod';
import { leastAperture as run } from '../focus/leastAperture';
import { calculator } from './calculator';
import * as q from './quantities';

export const leastAperture = calculator({
  name: 'leastAperture',
  title: 'Widest aperture for a set of pins',
  chapter: 'focus',
  purpose: 'The movement that keeps a set of points sharp at the widest aperture, and that aperture.',
  formula: 'least max|g|, g = 1 − a·d + f·|a|/z, a = v·l/f; N = f·max|g|/c',
  source: 'Linear Chebyshev approximation, repeated; checked against linear programming and global search',
  limits: 'Geometric blur. A limit on tilt is one on the total angle.',
  school:
    'Finds the widest aperture that holds every pin; other methods set the hinge distance, or go back and forth between far and near.',
  input: z.strictObject({
    focalMm: q.lengthMm('focal length f'),
    pointsM: z.array(q.pointM('a pin')).min(1).max(10_000).meta({ unit: 'm', description: 'pins that must be sharp, camera frame' }),
    cocMm: q.lengthMm('permissible blur c'),
    maxTiltDeg: z.number().min(0).max(89).nullable().meta({ unit: '°', description: 'limit on the total tilt, null for none' }),
  }),
  output: z.strictObject({
    fNumber: q.answer('f/', 'f-number that keeps all pins sharp; 0 when they lie in one plane'),
    tiltDeg: q.answer('°', 'tilt, forward +'),
    swingDeg: q.answer('°', 'swing, right +'),
    totalDeg: q.answer('°', 'angle of both together'),
    imageMm: q.answer('mm', 'image distance v'),
  }),
  example: {
    focalMm: 90,
    pointsM: [
      [0, -0.3, 0.9],
      [0.2, -0.3, 1.4],
      [-0.1, -0.25, 1.1],
      [0.1, -0.2, 1.3],
    ],
    cocMm: 0.02,
    maxTiltDeg: 8,
  },
  run: ({ focalMm, pointsM, cocMm, maxTiltDeg }) =>
    run({ focalMm, pointsM, cocMm, mechanism: maxTiltDeg === null ? { kind: 'free' } : { kind: 'cone', maxDeg: maxTiltDeg } }),
});
