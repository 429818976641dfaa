import { z } from 'zod';
import { keystone as run } from '../perspective/keystone';
import { calculator } from './calculator';
import * as q from './quantities';

export const keystone = calculator({
  name: 'keystone',
  title: 'Pitch, then software',
  chapter: 'perspective',
  purpose: 'What pitching the camera does to verticals, and what correcting it in software costs.',
  formula:
    'vanishing point v/tan φ; lean atan(X·tan φ/v); parting X·h·tan φ/v; kept 1/(1 + a), a = h·tan|φ|/2v; stretch (1 + a)/(1 − a) and its square',
  source: 'Plane homography of a pitched central projection',
  limits: 'Pitch alone, corrected to full height.',
  school: 'Correct by shift, or later in software: this shows what the software loses.',
  input: z.strictObject({
    imageMm: q.lengthMm('image distance v'),
    sensorWidthMm: q.lengthMm('frame width'),
    sensorHeightMm: q.lengthMm('frame height h'),
    columnsPx: q.pixels('pixels across'),
    pitchDeg: q.movementDeg('pitch φ, up +'),
  }),
  output: z.strictObject({
    vanishingPointMm: q.answerOrNull('mm', 'where verticals meet, above the centre +; null when level'),
    edgeLeanDeg: q.answer('°', 'lean of a vertical at the edge'),
    convergenceMm: q.answer('mm', 'convergence of an edge vertical'),
    convergencePx: q.answer('px', 'the same in pixels'),
    keptFraction: q.answer('share', 'share of the pixels that software keeps'),
    stretchAcross: q.answer('×', 'stretch of the far edge, across'),
    stretchAlong: q.answer('×', 'stretch of the far edge, along'),
  }),
  example: { imageMm: 24, sensorWidthMm: 24, sensorHeightMm: 36, columnsPx: 5504, pitchDeg: 12 },
  run: ({ imageMm, sensorWidthMm, sensorHeightMm, columnsPx, pitchDeg }) =>
    run({ imageMm, sensorWidthMm, sensorHeightMm, columnsPx, pitchDeg }),
});
