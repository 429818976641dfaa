import { calculatorsText } from '@gangway/messages/core/calculators';
import { z } from 'zod';
import { axisAngles, lensAxis } from '../space/axis';
import { focusPlane as run, hingeMm } from '../focus/plane';
import { calculator } from './calculator';
import * as q from './quantities';

export const focusPlane = calculator({
  name: 'focusPlane',
  title: calculatorsText.planeOfFocusAndHinge,
  chapter: 'focus',
  purpose: calculatorsText.thePlaneOfSharpFocus,
  formula: calculatorsText.vLFPV,
  source: calculatorsText.hMMerklingerFocusingThe,
  limits: calculatorsText.thinLens,
  input: z.strictObject({
    focalMm: q.lengthMm(calculatorsText.focalLengthF),
    imageMm: q.lengthMm(calculatorsText.imageDistanceVAlongThe),
    tiltDeg: q.movementDeg(calculatorsText.tiltForward),
    swingDeg: q.movementDeg(calculatorsText.swingRight),
  }),
  output: z.strictObject({
    normal: z.tuple([z.number(), z.number(), z.number()]).readonly().meta({ unit: '', description: calculatorsText.unitNormalOfThePlane }),
    offsetMm: q.answer('mm', calculatorsText.distanceOfThePlaneFrom),
    hingeMm: q.answerOrNull('mm', calculatorsText.distanceOfTheHingeLine),
  }),
  example: { focalMm: 150, imageMm: 156, tiltDeg: 5, swingDeg: 0 },
  run: ({ focalMm, imageMm, tiltDeg, swingDeg }) => ({
    ...run(focalMm, imageMm, tiltDeg, swingDeg),
    hingeMm: hingeMm(focalMm, axisAngles(lensAxis(tiltDeg, swingDeg)).totalDeg),
  }),
});
