import { z } from 'zod';
import { standOff as run } from '../perspective/standOff';
import { calculator } from './calculator';
import * as q from './quantities';

export const standOff = calculator({
  name: 'standOff',
  title: 'How far away to stand',
  chapter: 'perspective',
  purpose: 'The nearest place from which a level camera gets a top in, alone and with the foot.',
  formula: 'D = f + f(H − c)/(r + h/2 − k); with the foot D ≥ f + f·H/(h − 2k)',
  source: 'Central projection with v/D = f/(D − f)',
  limits: 'Level camera, upright subject, focused on it; rise r and fall as far as circle and slide allow.',
  input: z.strictObject({
    focalMm: q.lengthMm('focal length f'),
    cameraHeightM: q.signedM('height c of the lens'),
    topHeightM: q.signedM('height H of the top'),
    sensorHeightMm: q.lengthMm('height h of the frame as it stands'),
    marginMm: q.notNegativeMm('margin k inside the frame'),
    mostRiseMm: q.notNegativeMm('the most rise r'),
    mostFallMm: q.notNegativeMm('the most fall'),
  }),
  output: z.strictObject({
    forTopM: q.answer('m', 'for the top alone'),
    withFootM: q.answerOrNull('m', 'for top and foot'),
    riseForTopMm: q.answer('mm', 'rise to set for the top alone'),
    riseWithFootMm: q.answerOrNull('mm', 'rise to set for both; negative is fall'),
  }),
  example: { focalMm: 24, cameraHeightM: 1.6, topHeightM: 31, sensorHeightMm: 36, marginMm: 1, mostRiseMm: 12, mostFallMm: 12 },
  run: ({ focalMm, cameraHeightM, topHeightM, sensorHeightMm, marginMm, mostRiseMm, mostFallMm }) =>
    run({ focalMm, cameraHeightM, topHeightM, sensorHeightMm, marginMm, mostRiseMm, mostFallMm }),
});
