import { calculatorsText } from '@gangway/messages/core/calculators';
import { z } from 'zod';
import { riseForHeight as run } from '../perspective/rise';
import { calculator } from './calculator';
import * as q from './quantities';

export const riseForHeight = calculator({
  name: 'riseForHeight',
  title: calculatorsText.riseForAHeight,
  chapter: 'perspective',
  purpose: calculatorsText.howMuchRiseBringsThe,
  formula: calculatorsText.vHCDK,
  source: calculatorsText.centralProjectionSimilarTriangles,
  limits: calculatorsText.levelCameraUprightSubjectFocused,
  input: z.strictObject({
    focalMm: q.lengthMm(calculatorsText.focalLengthF),
    distanceM: q.distanceM(calculatorsText.distanceDToTheSubject),
    cameraHeightM: q.signedM(calculatorsText.heightCOfTheLens),
    topHeightM: q.signedM(calculatorsText.heightHOfTheTop),
    sensorHeightMm: q.lengthMm(calculatorsText.heightHOfTheFrame),
    marginMm: q.notNegativeMm(calculatorsText.marginKInsideTheFrame),
  }),
  output: z.strictObject({
    riseForTopMm: q.answer('mm', calculatorsText.riseThatPutsTheTop),
    highestRiseKeepingFootMm: q.answer('mm', calculatorsText.theMostRiseThatKeeps),
    fits: q.yesNo(calculatorsText.whetherTopAndFootAre),
    pitchInsteadDeg: q.answer('°', calculatorsText.pitchThatWouldDoInstead),
  }),
  example: { focalMm: 24, distanceM: 24, cameraHeightM: 1.6, topHeightM: 31, sensorHeightMm: 36, marginMm: 1 },
  run: ({ focalMm, distanceM, cameraHeightM, topHeightM, sensorHeightMm, marginMm }) =>
    run({ focalMm, distanceM, cameraHeightM, topHeightM, sensorHeightMm, marginMm }),
});
