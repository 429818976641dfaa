import { calculatorsText } from '@gangway/messages/core/calculators';
import { z } from 'zod';
import { circleOnBackMm } from '../coverage/circle';
import { shiftLimitMm } from '../coverage/shiftLimit';
import { calculator } from './calculator';
import * as q from './quantities';

export const shiftLimits = calculator({
  name: 'shiftLimits',
  title: calculatorsText.shiftLimits,
  chapter: 'coverage',
  purpose: calculatorsText.howFarTheFrameMay,
  formula: calculatorsText.smallestOverTheCornersOf,
  source: calculatorsText.planeGeometry,
  limits: calculatorsText.untiltedTheMechanismIsA,
  input: z.strictObject({
    sensorWidthMm: q.lengthMm(calculatorsText.frameWidth),
    sensorHeightMm: q.lengthMm(calculatorsText.frameHeight),
    circleMm: q.lengthMm(calculatorsText.diameterOfTheCircleAt),
    magnification: q.magnification(calculatorsText.magnificationM),
    directionsDeg: z
      .array(q.directionDeg(calculatorsText.n0Right90Up))
      .max(100_000)
      .meta({ unit: '°', description: calculatorsText.directionsToAskFor }),
    mechanicalMm: q
      .notNegativeMm(calculatorsText.travelOfTheMechanismIn)
      .nullable()
      .meta({ unit: 'mm', description: calculatorsText.travelOfTheMechanismInEvery }),
  }),
  output: z.strictObject({
    limitsMm: q.answers('mm', calculatorsText.limitInEachDirectionNull),
  }),
  example: { sensorWidthMm: 36, sensorHeightMm: 24, circleMm: 61, magnification: 0, directionsDeg: [0, 45, 90], mechanicalMm: 12 },
  run: ({ sensorWidthMm, sensorHeightMm, circleMm, magnification, directionsDeg, mechanicalMm }) => ({
    limitsMm: directionsDeg.map((deg) => {
      const limit = shiftLimitMm({ widthMm: sensorWidthMm, heightMm: sensorHeightMm }, circleOnBackMm(circleMm, magnification), deg);
      return limit === null || mechanicalMm === null ? limit : Math.min(limit, mechanicalMm);
    }),
  }),
});
