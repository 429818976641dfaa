import { calculatorsText } from '@gangway/messages/core/calculators';
import { z } from 'zod';
import { blurAt as run } from '../focus/blur';
import { calculator } from './calculator';
import * as q from './quantities';

export const blurAt = calculator({
  name: 'blurAt',
  title: calculatorsText.blurOfAPoint,
  chapter: 'focus',
  purpose: calculatorsText.theBlurOfAPoint,
  formula: calculatorsText.rimOfTheApertureRadius,
  source: calculatorsText.thinLensRayBundleDual,
  limits: calculatorsText.geometricBlurNoDiffractionNo,
  input: z.strictObject({
    focalMm: q.lengthMm(calculatorsText.focalLengthF),
    imageMm: q.lengthMm(calculatorsText.imageDistanceV),
    tiltDeg: q.movementDeg(calculatorsText.tiltForward),
    swingDeg: q.movementDeg(calculatorsText.swingRight),
    fNumber: q.fNumber(calculatorsText.markedFNumberN),
    pointM: q.pointM(calculatorsText.thePointCameraFrame),
  }),
  output: z.strictObject({
    blurMm: q.answer('mm', calculatorsText.longestDiameterOfTheBlur),
  }),
  example: { focalMm: 90, imageMm: 93, tiltDeg: 3, swingDeg: 0, fNumber: 8, pointM: [0.2, -0.3, 2.5] },
  run: ({ focalMm, imageMm, tiltDeg, swingDeg, fNumber, pointM }) => ({
    blurMm: run({ focalMm, imageMm, tiltDeg, swingDeg, fNumber, pointM }),
  }),
});
