import { calculatorsText } from '@gangway/messages/core/calculators';
import { z } from 'zod';
import { levelTolerance as run } from '../perspective/levelTolerance';
import { calculator } from './calculator';
import * as q from './quantities';

export const levelTolerance = calculator({
  name: 'levelTolerance',
  title: calculatorsText.howLevelIsLevelEnough,
  chapter: 'perspective',
  purpose: calculatorsText.whatATenthOfA,
  formula: calculatorsText.verticalsAtTheEdgePart,
  source: calculatorsText.planeHomographyOfAPitchedCentral,
  limits: calculatorsText.whatIsAcceptedIsA,
  input: z.strictObject({
    imageMm: q.lengthMm(calculatorsText.imageDistanceV),
    sensorWidthMm: q.lengthMm(calculatorsText.widthOfTheFrameAs),
    sensorHeightMm: q.lengthMm(calculatorsText.heightOfTheFrameAs),
    columnsPx: q.pixels(calculatorsText.pixelsAcrossTheFrame),
    printWidthMm: q.lengthMm(calculatorsText.widthOfThePrint),
    acceptedPx: q.pixels(calculatorsText.whatIsAcceptedOverThe),
  }),
  output: z.strictObject({
    pitchTenthPx: q.answer('px', calculatorsText.convergenceOfAnEdgeVerticalFor),
    pitchTenthPrintMm: q.answer('mm', calculatorsText.theSameOnThePrint),
    pitchDeg: q.answer('°', calculatorsText.pitchThatStaysWithinWhat),
    rollTenthPx: q.answer('px', calculatorsText.climbOfALevelLine),
    rollTenthPrintMm: q.answer('mm', calculatorsText.theSameOnThePrint),
    rollDeg: q.answer('°', calculatorsText.rollThatStaysWithinWhat),
  }),
  example: { imageMm: 24.02, sensorWidthMm: 24, sensorHeightMm: 36, columnsPx: 5504, printWidthMm: 400, acceptedPx: 5 },
  run: ({ imageMm, sensorWidthMm, sensorHeightMm, columnsPx, printWidthMm, acceptedPx }) =>
    run({ imageMm, sensorWidthMm, sensorHeightMm, columnsPx, printWidthMm, acceptedPx }),
});
