import { z } from 'zod';
import { focusThroughPoints as run } from '../focus/plane';
import { calculator } from './calculator';
import * as q from './quantities';

export const focusThroughPoints = calculator({
  name: 'focusThroughPoints',
  title: 'Focus through three pins',
  chapter: 'focus',
  purpose: 'Tilt, swing and focus that put three points in sharp focus.',
  formula: 'n·P = d through the points; lx = f·nx/d, ly = f·ny/d, v = f/(lz − f·nz/d)',
  source: 'The image of a plane through a thin lens, solved for the lens',
  limits: 'Three pins not in one line, in a plane that does not pass through the lens.',
  school: 'Computed tilt; others iterate far and near on the screen, or set the hinge distance.',
  input: z.strictObject({
    focalMm: q.lengthMm('focal length f'),
    pointsM: z
      .tuple([q.pointM('first'), q.pointM('second'), q.pointM('third')])
      .meta({ unit: 'm', description: 'three pins, camera frame' }),
  }),
  output: z.strictObject({
    tiltDeg: q.answer('°', 'tilt, forward +'),
    swingDeg: q.answer('°', 'swing, right +'),
    totalDeg: q.answer('°', 'angle of both together'),
    imageMm: q.answer('mm', 'image distance v'),
    hingeMm: q.answerOrNull('mm', 'distance of the hinge line, null untilted'),
  }),
  example: {
    focalMm: 150,
    pointsM: [
      [0, -1.4, 1.2],
      [1.5, -1.4, 8],
      [-2, -1.3, 30],
    ],
  },
  run: ({ focalMm, pointsM }) => run(focalMm, pointsM),
});
