import { calculatorsText } from '@gangway/messages/core/calculators';
import { z } from 'zod';
import { heightByBaseline as run } from '../survey/height';
import { calculator } from './calculator';
import * as q from './quantities';

export const heightByBaseline = calculator({
  name: 'heightByBaseline',
  title: calculatorsText.heightByTwoAngles,
  chapter: 'survey',
  purpose: calculatorsText.howHighAndHowFar,
  formula: calculatorsText.hCBTanTan,
  source: calculatorsText.planeTrigonometryJcgm1002008,
  limits: calculatorsText.bothPlacesLevelAndIn,
  input: z.strictObject({
    baselineM: q.distanceM(calculatorsText.baselineBBetweenTheTwo),
    farDeg: q.movementDeg(calculatorsText.angleAtTheFartherPlace),
    nearDeg: q.movementDeg(calculatorsText.angleAtTheNearerPlace),
    eyeM: q.signedM(calculatorsText.heightCOfTheEye),
    baselineErrorM: q.notNegativeM(calculatorsText.uncertaintyOfTheBaseline),
    angleErrorDeg: q.notNegativeDeg(calculatorsText.uncertaintyOfEachAngle),
  }),
  output: z.strictObject({
    heightM: q.answer('m', calculatorsText.heightAboveTheGround),
    uncertaintyM: q.answer('m', calculatorsText.itsStandardUncertainty),
    distanceM: q.answer('m', calculatorsText.distanceFromTheNearerPlace),
  }),
  example: { baselineM: 20, farDeg: 33.8, nearDeg: 50.8, eyeM: 1.6, baselineErrorM: 0.1, angleErrorDeg: 0.5 },
  run: ({ baselineM, farDeg, nearDeg, eyeM, baselineErrorM, angleErrorDeg }) =>
    run({ baselineM, farDeg, nearDeg, eyeM, baselineErrorM, angleErrorDeg }),
});
