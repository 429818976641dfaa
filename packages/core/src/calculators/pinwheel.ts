import { calculatorsText } from '@gangway/messages/core/calculators';
import { z } from 'zod';
import { pinwheel as run } from '../mosaic/pinwheel';
import { calculator } from './calculator';
import * as q from './quantities';

export const pinwheel = calculator({
  name: 'pinwheel',
  title: calculatorsText.quarterTurns,
  chapter: 'mosaic',
  purpose: calculatorsText.theSquareThatFourQuarter,
  formula: calculatorsText.largestUprightCentredSquareInside,
  source: calculatorsText.planeGeometry,
  limits: calculatorsText.n0WhenTheMiddleStays,
  input: z.strictObject({
    sensorWidthMm: q.lengthMm(calculatorsText.frameWidth),
    sensorHeightMm: q.lengthMm(calculatorsText.frameHeight),
    offsetXMm: q.signedMm(calculatorsText.frameCentreOffTheAxis),
    offsetYMm: q.signedMm(calculatorsText.frameCentreOffTheAxisUp),
  }),
  output: z.strictObject({
    squareMm: q.answer('mm', calculatorsText.sideOfTheSquare),
    circleNeededMm: q.answer('mm', calculatorsText.circleThatTheFarCorners),
  }),
  example: { sensorWidthMm: 36, sensorHeightMm: 24, offsetXMm: 6, offsetYMm: 12 },
  run: ({ sensorWidthMm, sensorHeightMm, offsetXMm, offsetYMm }) => run(sensorWidthMm, sensorHeightMm, offsetXMm, offsetYMm),
});
