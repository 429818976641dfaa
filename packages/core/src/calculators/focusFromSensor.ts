import { z } from 'zod';
import { focusFromSensor as run } from '../focus/conjugates';
import { calculator } from './calculator';
import * as q from './quantities';

export const focusFromSensor = calculator({
  name: 'focusFromSensor',
  title: 'Focus by sensor distance',
  chapter: 'focus',
  purpose: 'Lens distance, image distance and magnification from the distance measured to the sensor.',
  formula: 'S = D − h, u = (S + √(S² − 4fS))/2',
  source: 'Jacobson et al., The Manual of Photography',
  limits: 'The farther of the two subjects that fit; none below four focal lengths.',
  input: z.strictObject({
    focalMm: q.lengthMm('focal length f'),
    sensorDistanceM: q.distanceM('distance D from subject to sensor'),
    nodalGapMm: q.signedMm('gap h between the principal planes').default(0),
  }),
  output: z.strictObject({
    distanceM: q.answer('m', 'subject distance u from the lens'),
    imageMm: q.answer('mm', 'image distance v'),
    magnification: q.answer('×', 'magnification m'),
  }),
  example: { focalMm: 110, sensorDistanceM: 1, nodalGapMm: 0 },
  run: ({ focalMm, sensorDistanceM, nodalGapMm }) => run(focalMm, sensorDistanceM, nodalGapMm),
});
