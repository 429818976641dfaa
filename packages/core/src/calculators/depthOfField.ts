import { calculatorsText } from '@gangway/messages/core/calculators';
import { z } from 'zod';
import { depthOfField as run } from '../focus/depthOfField';
import { calculator } from './calculator';
import * as q from './quantities';

export const depthOfField = calculator({
  name: 'depthOfField',
  title: calculatorsText.depthOfField,
  chapter: 'focus',
  purpose: calculatorsText.whatIsSharpEnoughIn,
  formula: calculatorsText.vNearPFV,
  source: calculatorsText.geometricBlurConeJacobsonEt,
  limits: calculatorsText.geometricBlurAloneDiffractionIs,
  school: calculatorsText.schoolsDifferOnTheBlur,
  input: z.strictObject({
    focalMm: q.lengthMm(calculatorsText.focalLengthF),
    fNumber: q.fNumber(calculatorsText.markedFNumberN),
    cocMm: q.lengthMm(calculatorsText.permissibleBlurC),
    distanceM: q.distanceM(calculatorsText.subjectDistanceUFromTheLens),
    pupilRatio: q.ratio(calculatorsText.pupilRatioPExitOver).default(1),
  }),
  output: z.strictObject({
    nearM: q.answer('m', calculatorsText.nearEnd),
    farM: q.answerOrNull('m', calculatorsText.farEndNullAtInfinity, 'infinity'),
    hyperfocalM: q.answer('m', calculatorsText.hyperfocalDistance),
  }),
  example: { focalMm: 110, fNumber: 32, cocMm: 0.075, distanceM: 3, pupilRatio: 1 },
  run: ({ focalMm, fNumber, cocMm, distanceM, pupilRatio }) => run({ focalMm, fNumber, cocMm, distanceM, pupilRatio }),
});
