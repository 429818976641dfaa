import { z } from 'zod';
import { pinwheel as run } from '../mosaic/pinwheel';
import { calculator } from './calculator';
import * as q from './quantities';

export const pinwheel = calculator({
  name: 'pinwheel',
  title: 'Quarter turns',
  chapter: 'mosaic',
  purpose: 'The square that four quarter turns of an off-centre sensor cover.',
  formula: 'largest upright centred square inside the union of four turned frames; circle 2·√((|ox| + w/2)² + (|oy| + h/2)²)',
  source: 'Plane geometry',
  limits: '0 when the middle stays open.',
  input: z.strictObject({
    sensorWidthMm: q.lengthMm('frame width'),
    sensorHeightMm: q.lengthMm('frame height'),
    offsetXMm: q.signedMm('frame centre off the axis, right +'),
    offsetYMm: q.signedMm('frame centre off the axis, up +'),
  }),
  output: z.strictObject({
    squareMm: q.answer('mm', 'side of the square'),
    circleNeededMm: q.answer('mm', 'circle that the far corners need'),
  }),
  example: { sensorWidthMm: 36, sensorHeightMm: 24, offsetXMm: 6, offsetYMm: 12 },
  run: ({ sensorWidthMm, sensorHeightMm, offsetXMm, offsetYMm }) => run(sensorWidthMm, sensorHeightMm, offsetXMm, offsetYMm),
});
