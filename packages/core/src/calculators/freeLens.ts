import { calculatorsText } from '@gangway/messages/core/calculators';
import { z } from 'zod';
import { freeLens as run } from '../rig/freeLens';
import { calculator } from './calculator';
import * as q from './quantities';

export const freeLens = calculator({
  name: 'freeLens',
  title: calculatorsText.unmountedLens,
  chapter: 'rig',
  purpose: calculatorsText.whereALensHeldBy,
  formula: calculatorsText.xBodyFlangeDistanceGap,
  source: calculatorsText.newtonsFormOfTheLens,
  limits: calculatorsText.lensSetAtInfinity0,
  school: calculatorsText.turnTheLensOrHold,
  input: z.strictObject({
    focalMm: q.lengthMm(calculatorsText.focalLengthF),
    lensRegisterMm: q.lengthMm(calculatorsText.flangeDistanceOfTheLens),
    bodyRegisterMm: q.lengthMm(calculatorsText.flangeDistanceOfTheBody),
    gapMm: q.signedMm(calculatorsText.gapBetweenTheFlangesNegative),
  }),
  output: z.strictObject({
    extensionMm: q.answer('mm', calculatorsText.extensionXAgainstInfinity),
    slackMm: q.answer('mm', calculatorsText.roomToTiltIn),
    distanceM: q.answerOrNull('m', calculatorsText.whatIsInFocusNull),
  }),
  example: { focalMm: 80, lensRegisterMm: 74, bodyRegisterMm: 18, gapMm: 58 },
  run: ({ focalMm, lensRegisterMm, bodyRegisterMm, gapMm }) => run(focalMm, lensRegisterMm, bodyRegisterMm, gapMm),
});
