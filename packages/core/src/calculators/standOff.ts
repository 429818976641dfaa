import { calculatorsText } from '@gangway/messages/core/calculators';
import { z } from 'zod';
import { standOff as run } from '../perspective/standOff';
import { calculator } from './calculator';
import * as q from './quantities';

export const standOff = calculator({
  name: 'standOff',
  title: calculatorsText.howFarAwayToStand,
  chapter: 'perspective',
  purpose: calculatorsText.theNearestPlaceFromWhich,
  formula: calculatorsText.dFFHC,
  source: calculatorsText.centralProjectionWithVD,
  limits: calculatorsText.levelCameraUprightSubjectFocusedOn,
  input: z.strictObject({
    focalMm: q.lengthMm(calculatorsText.focalLengthF),
    cameraHeightM: q.signedM(calculatorsText.heightCOfTheLens),
    topHeightM: q.signedM(calculatorsText.heightHOfTheTop),
    sensorHeightMm: q.lengthMm(calculatorsText.heightHOfTheFrame),
    marginMm: q.notNegativeMm(calculatorsText.marginKInsideTheFrame),
    mostRiseMm: q.notNegativeMm(calculatorsText.theMostRiseR),
    mostFallMm: q.notNegativeMm(calculatorsText.theMostFall),
  }),
  output: z.strictObject({
    forTopM: q.answer('m', calculatorsText.forTheTopAlone),
    withFootM: q.answerOrNull('m', calculatorsText.forTopAndFoot),
    riseForTopMm: q.answer('mm', calculatorsText.riseToSetForThe),
    riseWithFootMm: q.answerOrNull('mm', calculatorsText.riseToSetForBoth),
  }),
  example: { focalMm: 24, cameraHeightM: 1.6, topHeightM: 31, sensorHeightMm: 36, marginMm: 1, mostRiseMm: 12, mostFallMm: 12 },
  run: ({ focalMm, cameraHeightM, topHeightM, sensorHeightMm, marginMm, mostRiseMm, mostFallMm }) =>
    run({ focalMm, cameraHeightM, topHeightM, sensorHeightMm, marginMm, mostRiseMm, mostFallMm }),
});
