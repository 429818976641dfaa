import { calculatorsText } from '@gangway/messages/core/calculators';
import { z } from 'zod';
import { exposureFactor } from '../exposure/exposure';
import { calculator } from './calculator';
import * as q from './quantities';

export const exposure = calculator({
  name: 'exposure',
  title: calculatorsText.closeUpFactorAndFalloff,
  chapter: 'exposure',
  purpose: calculatorsText.whatExtensionAndFieldAngle,
  formula: calculatorsText.factor1MPStops,
  source: calculatorsText.cosLawAndBellowsFactor,
  limits: calculatorsText.measuredFalloffReplacesTheCos,
  input: z.strictObject({
    magnification: q.magnification(calculatorsText.magnificationM),
    pupilRatio: q.ratio(calculatorsText.pupilRatioPExitOver),
    fNumber: q.fNumber(calculatorsText.markedFNumberN),
    fieldDeg: q.movementDeg(calculatorsText.fieldAngleOffTheAxis),
  }),
  output: z.strictObject({
    factor: q.answer('×', calculatorsText.exposureFactor),
    stops: q.answer('stops', calculatorsText.theSameInStops),
    effectiveFNumber: q.answer('f/', calculatorsText.effectiveFNumber),
    falloffStops: q.answer('stops', calculatorsText.lightLostAtTheField),
  }),
  example: { magnification: 0.124, pupilRatio: 1, fNumber: 16, fieldDeg: 30 },
  run: ({ magnification, pupilRatio, fNumber, fieldDeg }) => exposureFactor(magnification, pupilRatio, fNumber, fieldDeg),
});
