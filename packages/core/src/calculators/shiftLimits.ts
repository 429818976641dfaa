import { z } from 'zod';
import { circleOnBackMm } from '../coverage/circle';
import { shiftLimitMm } from '../coverage/shiftLimit';
import { calculator } from './calculator';
import * as q from './quantities';

export const shiftLimits = calculator({
  name: 'shiftLimits',
  title: 'Shift limits',
  chapter: 'coverage',
  purpose: 'How far the frame may shift in each direction before a corner falls outside the circle.',
  formula: 'smallest over the corners of −b + √(b² − (cx² + cy² − R²)), b = cx·cos θ + cy·sin θ, R = D(1 + m)/2',
  source: 'Plane geometry',
  limits: 'Untilted. The mechanism is a disc; null where the frame does not fit at all.',
  input: z.strictObject({
    sensorWidthMm: q.lengthMm('frame width'),
    sensorHeightMm: q.lengthMm('frame height'),
    circleMm: q.lengthMm('diameter of the circle at infinity'),
    magnification: q.magnification('magnification m'),
    directionsDeg: z.array(q.directionDeg('0 = right, 90 = up')).max(100_000).meta({ unit: '°', description: 'directions to ask for' }),
    mechanicalMm: q
      .notNegativeMm('travel of the mechanism in every direction')
      .nullable()
      .meta({ unit: 'mm', description: 'travel of the mechanism in every direction, null for none' }),
  }),
  output: z.strictObject({
    limitsMm: q.answers('mm', 'limit in each direction, null when the frame is not covered'),
  }),
  example: { sensorWidthMm: 36, sensorHeightMm: 24, circleMm: 61, magnification: 0, directionsDeg: [0, 45, 90], mechanicalMm: 12 },
  run: ({ sensorWidthMm, sensorHeightMm, circleMm, magnification, directionsDeg, mechanicalMm }) => ({
    limitsMm: directionsDeg.map((deg) => {
      const limit = shiftLimitMm({ widthMm: sensorWidthMm, heightMm: sensorHeightMm }, circleOnBackMm(circleMm, magnification), deg);
      return limit === null || mechanicalMm === null ? limit : Math.min(limit, mechanicalMm);
    }),
  }),
});
