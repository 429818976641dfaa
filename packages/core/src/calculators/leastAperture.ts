import { calculatorsText } from '@gangway/messages/core/calculators';
import { z } from 'zod';
import { widestAperture as run } from '../focus/widestAperture';
import { calculator } from './calculator';
import * as q from './quantities';

export const leastAperture = calculator({
  name: 'leastAperture',
  title: calculatorsText.widestApertureForASet,
  chapter: 'focus',
  purpose: calculatorsText.theMovementThatKeepsA,
  formula: calculatorsText.leastMaxGG1,
  source: calculatorsText.linearChebyshevApproximationRepeatedChecked,
  limits: calculatorsText.geometricBlurALimitOn,
  school: calculatorsText.findsTheWidestApertureThat,
  input: z.strictObject({
    focalMm: q.lengthMm(calculatorsText.focalLengthF),
    pointsM: z
      .array(q.pointM(calculatorsText.aPin))
      .min(1)
      .max(10_000)
      .meta({ unit: 'm', description: calculatorsText.pinsThatMustBeSharp }),
    cocMm: q.lengthMm(calculatorsText.permissibleBlurC),
    maxTiltDeg: z.number().min(0).max(89).nullable().meta({ unit: '°', description: calculatorsText.limitOnTheTotalTilt }),
  }),
  output: z.strictObject({
    fNumber: q.answer('f/', calculatorsText.fNumberThatKeepsAll),
    tiltDeg: q.answer('°', calculatorsText.tiltForward),
    swingDeg: q.answer('°', calculatorsText.swingRight),
    totalDeg: q.answer('°', calculatorsText.angleOfBothTogether),
    imageMm: q.answer('mm', calculatorsText.imageDistanceV),
  }),
  example: {
    focalMm: 90,
    pointsM: [
      [0, -0.3, 0.9],
      [0.2, -0.3, 1.4],
      [-0.1, -0.25, 1.1],
      [0.1, -0.2, 1.3],
    ],
    cocMm: 0.02,
    maxTiltDeg: 8,
  },
  run: ({ focalMm, pointsM, cocMm, maxTiltDeg }) =>
    run({ focalMm, pointsM, cocMm, mechanism: maxTiltDeg === null ? { kind: 'free' } : { kind: 'cone', maxDeg: maxTiltDeg } }),
});
