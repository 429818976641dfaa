import { z } from 'zod';
import { freeLens as run } from '../rig/freeLens';
import { calculator } from './calculator';
import * as q from './quantities';

export const freeLens = calculator({
  name: 'freeLens',
  title: 'Unmounted lens',
  chapter: 'rig',
  purpose: 'Where a lens held by hand in front of an open body focuses.',
  formula: 'x = body flange distance + gap − lens flange distance; u = f + f²/x',
  source: 'Newton’s form of the lens equation',
  limits: 'Lens set at infinity. 0 is infinity, less than 0 focuses nowhere.',
  school: 'Turn the lens, or hold the lens and turn the body: then the composition stays.',
  input: z.strictObject({
    focalMm: q.lengthMm('focal length f'),
    lensRegisterMm: q.lengthMm('flange distance of the lens'),
    bodyRegisterMm: q.lengthMm('flange distance of the body'),
    gapMm: q.signedMm('gap between the flanges; negative inside the body'),
  }),
  output: z.strictObject({
    extensionMm: q.answer('mm', 'extension x against infinity'),
    slackMm: q.answer('mm', 'room to tilt in'),
    distanceM: q.answerOrNull('m', 'what is in focus; null nowhere, or infinity at 0'),
  }),
  example: { focalMm: 80, lensRegisterMm: 74, bodyRegisterMm: 18, gapMm: 58 },
  run: ({ focalMm, lensRegisterMm, bodyRegisterMm, gapMm }) => run(focalMm, lensRegisterMm, bodyRegisterMm, gapMm),
});
