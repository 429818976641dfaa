import { z } from 'zod';
import { heightByAngle as run } from '../survey/height';
import { calculator } from './calculator';
import * as q from './quantities';

export const heightByAngle = calculator({
  name: 'heightByAngle',
  title: 'Height by distance and angle',
  chapter: 'survey',
  purpose: 'How high something is from the distance to its foot and the angle up to its top.',
  formula: 'H = c + D·tan α; u² = (tan α·u_D)² + (D·u_α/cos² α)²',
  source: 'Plane trigonometry; JCGM 100:2008, section 5.1',
  limits: 'Level ground to the foot; the top straight above it.',
  input: z.strictObject({
    distanceM: q.distanceM('distance D to the foot'),
    angleDeg: q.movementDeg('angle α up to the top, up +'),
    eyeM: q.signedM('height c of the eye or lens'),
    distanceErrorM: q.notNegativeM('uncertainty of the distance'),
    angleErrorDeg: q.notNegativeDeg('uncertainty of the angle'),
  }),
  output: z.strictObject({
    heightM: q.answer('m', 'height above the ground'),
    uncertaintyM: q.answer('m', 'its standard uncertainty'),
  }),
  example: { distanceM: 24, angleDeg: 50.8, eyeM: 1.6, distanceErrorM: 0.2, angleErrorDeg: 0.5 },
  run: ({ distanceM, angleDeg, eyeM, distanceErrorM, angleErrorDeg }) => run({ distanceM, angleDeg, eyeM, distanceErrorM, angleErrorDeg }),
});
