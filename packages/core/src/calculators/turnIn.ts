import { calculatorsText } from '@gangway/messages/core/calculators';
import { z } from 'zod';
import { turnIn as run } from '../perspective/turnIn';
import { calculator } from './calculator';
import * as q from './quantities';

export const turnIn = calculator({
  name: 'turnIn',
  title: calculatorsText.edgeStretch,
  chapter: 'perspective',
  purpose: calculatorsText.howMuchLessTheEdge,
  formula: calculatorsText.n1CosOffTheBacks,
  source: calculatorsText.centralProjectionOfASmall,
  limits: calculatorsText.oneDirectionTheWallsHorizontals,
  input: z.strictObject({
    imageMm: q.lengthMm(calculatorsText.imageDistanceV),
    shiftMm: q.signedMm(calculatorsText.shiftSNow),
    pointMm: q.signedMm(calculatorsText.placeOfTheThingFrom),
    yawDeg: q.movementDeg(calculatorsText.turnOfTheCameraRight),
  }),
  output: z.strictObject({
    elongationBefore: q.answer('×', calculatorsText.lengthOverWidthBefore),
    elongationAfter: q.answer('×', calculatorsText.lengthOverWidthAfter),
    shiftMm: q.answer('mm', calculatorsText.shiftThatKeepsTheCentre),
    pointAfterMm: q.answer('mm', calculatorsText.whereTheThingIsThen),
  }),
  example: { imageMm: 24, shiftMm: 0, pointMm: 16, yawDeg: 8 },
  run: ({ imageMm, shiftMm, pointMm, yawDeg }) => run(imageMm, shiftMm, pointMm, yawDeg),
});
