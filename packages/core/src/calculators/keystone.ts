import { calculatorsText } from '@gangway/messages/core/calculators';
import { z } from 'zod';
import { keystone as run } from '../perspective/keystone';
import { calculator } from './calculator';
import * as q from './quantities';

export const keystone = calculator({
  name: 'keystone',
  title: calculatorsText.pitchThenSoftware,
  chapter: 'perspective',
  purpose: calculatorsText.whatPitchingTheCameraDoes,
  formula: calculatorsText.vanishingPointVTanLean,
  source: calculatorsText.planeHomographyOfAPitched,
  limits: calculatorsText.pitchAloneCorrectedToFull,
  school: calculatorsText.correctByShiftOrLater,
  input: z.strictObject({
    imageMm: q.lengthMm(calculatorsText.imageDistanceV),
    sensorWidthMm: q.lengthMm(calculatorsText.frameWidth),
    sensorHeightMm: q.lengthMm(calculatorsText.frameHeightH),
    columnsPx: q.pixels(calculatorsText.pixelsAcross),
    pitchDeg: q.movementDeg(calculatorsText.pitchUp),
  }),
  output: z.strictObject({
    vanishingPointMm: q.answerOrNull('mm', calculatorsText.whereVerticalsMeetAboveThe),
    edgeLeanDeg: q.answer('°', calculatorsText.leanOfAVerticalAt),
    convergenceMm: q.answer('mm', calculatorsText.convergenceOfAnEdgeVertical),
    convergencePx: q.answer('px', calculatorsText.theSameInPixels),
    keptFraction: q.answer('share', calculatorsText.shareOfThePixelsThat),
    stretchAcross: q.answer('×', calculatorsText.stretchOfTheFarEdge),
    stretchAlong: q.answer('×', calculatorsText.stretchOfTheFarEdgeAlong),
  }),
  example: { imageMm: 24, sensorWidthMm: 24, sensorHeightMm: 36, columnsPx: 5504, pitchDeg: 12 },
  run: ({ imageMm, sensorWidthMm, sensorHeightMm, columnsPx, pitchDeg }) =>
    run({ imageMm, sensorWidthMm, sensorHeightMm, columnsPx, pitchDeg }),
});
