import { calculatorsText } from '@gangway/messages/core/calculators';
import { z } from 'zod';
import { filterClearance as run } from '../rig/filterClearance';
import { calculator } from './calculator';
import * as q from './quantities';

export const filterClearance = calculator({
  name: 'filterClearance',
  title: calculatorsText.filterClearance,
  chapter: 'rig',
  purpose: calculatorsText.whetherAFilterShadesThe,
  formula: calculatorsText.noShadeFrom2Z,
  source: calculatorsText.raysToTheRimOf,
  limits: calculatorsText.roundFiltersCentredOnThe,
  input: z.strictObject({
    focalMm: q.lengthMm(calculatorsText.focalLengthF),
    fNumber: q.fNumber(calculatorsText.markedFNumberN),
    pupilDepthMm: q.notNegativeMm(calculatorsText.entrancePupilBehindTheFilter),
    stackMm: q.notNegativeMm(calculatorsText.heightOfTheFilterStack),
    clearDiameterMm: q.lengthMm(calculatorsText.clearDiameterOfTheFront),
    fieldDeg: q.movementDeg(calculatorsText.fieldAngleOfTheFarthest),
  }),
  output: z.strictObject({
    clearDiameterForNoShadeMm: q.answer('mm', calculatorsText.clearDiameterWithoutAnyShade),
    clearDiameterForHalfLightMm: q.answer('mm', calculatorsText.clearDiameterAtWhichHalf),
    verdict: z.enum(['clear', 'shades', 'cuts']).meta({ unit: '', description: calculatorsText.clearShadesLessThanHalf }),
  }),
  example: { focalMm: 24, fNumber: 8, pupilDepthMm: 22, stackMm: 5, clearDiameterMm: 79, fieldDeg: 54 },
  run: ({ focalMm, fNumber, pupilDepthMm, stackMm, clearDiameterMm, fieldDeg }) =>
    run({ focalMm, fNumber, pupilDepthMm, stackMm, clearDiameterMm, fieldDeg }),
});
