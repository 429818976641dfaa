import { calculatorsText } from '@gangway/messages/core/calculators';
import { z } from 'zod';
import { heightByAngle as run } from '../survey/height';
import { calculator } from './calculator';
import * as q from './quantities';

export const heightByAngle = calculator({
  name: 'heightByAngle',
  title: calculatorsText.heightByDistanceAndAngle,
  chapter: 'survey',
  purpose: calculatorsText.howHighSomethingIsFrom,
  formula: calculatorsText.hCDTanU,
  source: calculatorsText.planeTrigonometryJcgm1002008,
  limits: calculatorsText.levelGroundToTheFoot,
  input: z.strictObject({
    distanceM: q.distanceM(calculatorsText.distanceDToTheFoot),
    angleDeg: q.movementDeg(calculatorsText.angleUpToTheTop),
    eyeM: q.signedM(calculatorsText.heightCOfTheEye),
    distanceErrorM: q.notNegativeM(calculatorsText.uncertaintyOfTheDistance),
    angleErrorDeg: q.notNegativeDeg(calculatorsText.uncertaintyOfTheAngle),
  }),
  output: z.strictObject({
    heightM: q.answer('m', calculatorsText.heightAboveTheGround),
    uncertaintyM: q.answer('m', calculatorsText.itsStandardUncertainty),
  }),
  example: { distanceM: 24, angleDeg: 50.8, eyeM: 1.6, distanceErrorM: 0.2, angleErrorDeg: 0.5 },
  run: ({ distanceM, angleDeg, eyeM, distanceErrorM, angleErrorDeg }) => run({ distanceM, angleDeg, eyeM, distanceErrorM, angleErrorDeg }),
});
