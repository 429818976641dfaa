import { calculatorsText } from '@gangway/messages/core/calculators';
import { z } from 'zod';
import { focusFromSensor as run } from '../focus/conjugates';
import { calculator } from './calculator';
import * as q from './quantities';

export const focusFromSensor = calculator({
  name: 'focusFromSensor',
  title: calculatorsText.focusBySensorDistance,
  chapter: 'focus',
  purpose: calculatorsText.lensDistanceImageDistanceAnd,
  formula: calculatorsText.sDHUS,
  source: calculatorsText.jacobsonEtAlTheManual,
  limits: calculatorsText.theFartherOfTheTwo,
  input: z.strictObject({
    focalMm: q.lengthMm(calculatorsText.focalLengthF),
    sensorDistanceM: q.distanceM(calculatorsText.distanceDFromSubjectTo),
    nodalGapMm: q.signedMm(calculatorsText.gapHBetweenThePrincipal).default(0),
  }),
  output: z.strictObject({
    distanceM: q.answer('m', calculatorsText.subjectDistanceUFromTheLens),
    imageMm: q.answer('mm', calculatorsText.imageDistanceV),
    magnification: q.answer('×', calculatorsText.magnificationM),
  }),
  example: { focalMm: 110, sensorDistanceM: 1, nodalGapMm: 0 },
  run: ({ focalMm, sensorDistanceM, nodalGapMm }) => run(focalMm, sensorDistanceM, nodalGapMm),
});
