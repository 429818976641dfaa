import { z } from 'zod';
import { riseForHeight as run } from '../perspective/rise';
import { calculator } from './calculator';
import * as q from './quantities';

export const riseForHeight = calculator({
  name: 'riseForHeight',
  title: 'Rise for a height',
  chapter: 'perspective',
  purpose: 'How much rise brings the top of something upright into the frame of a level camera.',
  formula: 'v(H − c)/D + k − h/2; the foot stays in while rise ≤ h/2 − k − v·c/D',
  source: 'Central projection, similar triangles',
  limits: 'Level camera, upright subject, focused on it.',
  input: z.strictObject({
    focalMm: q.lengthMm('focal length f'),
    distanceM: q.distanceM('distance D to the subject'),
    cameraHeightM: q.signedM('height c of the lens'),
    topHeightM: q.signedM('height H of the top'),
    sensorHeightMm: q.lengthMm('height h of the frame as it stands'),
    marginMm: q.notNegativeMm('margin k inside the frame'),
  }),
  output: z.strictObject({
    riseForTopMm: q.answer('mm', 'rise that puts the top at the margin; negative is fall'),
    highestRiseKeepingFootMm: q.answer('mm', 'the most rise that keeps the foot in'),
    fits: q.yesNo('whether top and foot are in together'),
    pitchInsteadDeg: q.answer('°', 'pitch that would do instead, up +'),
  }),
  example: { focalMm: 24, distanceM: 24, cameraHeightM: 1.6, topHeightM: 31, sensorHeightMm: 36, marginMm: 1 },
  run: ({ focalMm, distanceM, cameraHeightM, topHeightM, sensorHeightMm, marginMm }) =>
    run({ focalMm, distanceM, cameraHeightM, topHeightM, sensorHeightMm, marginMm }),
});
