import { z } from 'zod';
import { blurAt as run } from '../focus/blur';
import { calculator } from './calculator';
import * as q from './quantities';

export const blurAt = calculator({
  name: 'blurAt',
  title: 'Blur of a point',
  chapter: 'focus',
  purpose: 'The blur of a point, by the rays themselves.',
  formula: 'rim of the aperture (radius f/2N) through the image of the point, cut by the back; longest diameter',
  source: 'Thin-lens ray bundle; dual conics, Hartley & Zisserman, Multiple View Geometry, section 2.2',
  limits: 'Geometric blur; no diffraction, no aberrations.',
  input: z.strictObject({
    focalMm: q.lengthMm('focal length f'),
    imageMm: q.lengthMm('image distance v'),
    tiltDeg: q.movementDeg('tilt, forward +'),
    swingDeg: q.movementDeg('swing, right +'),
    fNumber: q.fNumber('marked f-number N'),
    pointM: q.pointM('the point, camera frame'),
  }),
  output: z.strictObject({
    blurMm: q.answer('mm', 'longest diameter of the blur'),
  }),
  example: { focalMm: 90, imageMm: 93, tiltDeg: 3, swingDeg: 0, fNumber: 8, pointM: [0.2, -0.3, 2.5] },
  run: ({ focalMm, imageMm, tiltDeg, swingDeg, fNumber, pointM }) => ({
    blurMm: run({ focalMm, imageMm, tiltDeg, swingDeg, fNumber, pointM }),
  }),
});
