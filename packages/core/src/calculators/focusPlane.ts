import { z } from 'zod';
import { axisAngles, lensAxis } from '../space/axis';
import { focusPlane as run, hingeMm } from '../focus/plane';
import { calculator } from './calculator';
import * as q from './quantities';

export const focusPlane = calculator({
  name: 'focusPlane',
  title: 'Plane of focus and hinge',
  chapter: 'focus',
  purpose: 'The plane of sharp focus of a tilted lens, and how far off it hinges.',
  formula: '(v·l − f·ẑ)·P = v·f; hinge J = f/sin α',
  source: 'H. M. Merklinger, Focusing the View Camera (1993), for the hinge rule',
  limits: 'Thin lens.',
  input: z.strictObject({
    focalMm: q.lengthMm('focal length f'),
    imageMm: q.lengthMm('image distance v, along the back’s normal'),
    tiltDeg: q.movementDeg('tilt, forward +'),
    swingDeg: q.movementDeg('swing, right +'),
  }),
  output: z.strictObject({
    normal: z
      .tuple([z.number(), z.number(), z.number()])
      .readonly()
      .meta({ unit: '', description: 'unit normal of the plane, camera frame' }),
    offsetMm: q.answer('mm', 'distance of the plane from the lens'),
    hingeMm: q.answerOrNull('mm', 'distance of the hinge line, null untilted'),
  }),
  example: { focalMm: 150, imageMm: 156, tiltDeg: 5, swingDeg: 0 },
  run: ({ focalMm, imageMm, tiltDeg, swingDeg }) => ({
    ...run(focalMm, imageMm, tiltDeg, swingDeg),
    hingeMm: hingeMm(focalMm, axisAngles(lensAxis(tiltDeg, swingDeg)).totalDeg),
  }),
});
