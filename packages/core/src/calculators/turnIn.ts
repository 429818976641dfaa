import { z } from 'zod';
import { turnIn as run } from '../perspective/turnIn';
import { calculator } from './calculator';
import * as q from './quantities';

export const turnIn = calculator({
  name: 'turnIn',
  title: 'Edge stretch',
  chapter: 'perspective',
  purpose: 'How much less the edge is stretched when the camera is turned toward it and shifted back to the same framing.',
  formula: '1/cos θ, θ off the back’s normal; new shift v·tan(atan(s/v) − ψ)',
  source: 'Central projection of a small sphere',
  limits: 'One direction; the wall’s horizontals then converge toward v/tan ψ.',
  input: z.strictObject({
    imageMm: q.lengthMm('image distance v'),
    shiftMm: q.signedMm('shift s now'),
    pointMm: q.signedMm('place of the thing, from the centre of the frame, right +'),
    yawDeg: q.movementDeg('turn ψ of the camera, right +'),
  }),
  output: z.strictObject({
    elongationBefore: q.answer('×', 'length over width before'),
    elongationAfter: q.answer('×', 'length over width after'),
    shiftMm: q.answer('mm', 'shift that keeps the centre'),
    pointAfterMm: q.answer('mm', 'where the thing is then'),
  }),
  example: { imageMm: 24, shiftMm: 0, pointMm: 16, yawDeg: 8 },
  run: ({ imageMm, shiftMm, pointMm, yawDeg }) => run(imageMm, shiftMm, pointMm, yawDeg),
});
