import { z } from 'zod';
import { wedge as run } from '../focus/plane';
import { calculator } from './calculator';
import * as q from './quantities';

export const wedge = calculator({
  name: 'wedge',
  title: 'Wedge',
  chapter: 'focus',
  purpose: 'The space that is sharp enough around a tilted plane of focus.',
  formula: 'planes of focus for v/(1 − e) and v/(1 + e), e = N·c/f',
  source: 'Ray bundle of a thin lens; all three planes share the hinge line',
  limits: 'Geometric blur. A limit beyond infinity is null (untilted).',
  input: z.strictObject({
    focalMm: q.lengthMm('focal length f'),
    imageMm: q.lengthMm('image distance v'),
    tiltDeg: q.movementDeg('tilt, forward +'),
    swingDeg: q.movementDeg('swing, right +'),
    fNumber: q.fNumber('marked f-number N'),
    cocMm: q.lengthMm('permissible blur c'),
  }),
  output: z.strictObject({
    near: q.planeAnswer('near limit'),
    far: q.planeAnswer('far limit'),
  }),
  example: { focalMm: 150, imageMm: 152, tiltDeg: 5, swingDeg: 0, fNumber: 22, cocMm: 0.1 },
  run: ({ focalMm, imageMm, tiltDeg, swingDeg, fNumber, cocMm }) => run({ focalMm, imageMm, tiltDeg, swingDeg, fNumber, cocMm }),
});
