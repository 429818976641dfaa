import { z } from 'zod';
import { exposureFactor } from '../exposure/exposure';
import { calculator } from './calculator';
import * as q from './quantities';

export const exposure = calculator({
  name: 'exposure',
  title: 'Close-up factor and falloff',
  chapter: 'exposure',
  purpose: 'What extension and field angle cost in light.',
  formula: 'factor (1 + m/p)², stops 2·log₂(1 + m/p); falloff −4·log₂ cos θ',
  source: 'cos⁴ law and bellows factor, Jacobson et al., The Manual of Photography',
  limits: 'Measured falloff replaces the cos⁴ law where it is known.',
  input: z.strictObject({
    magnification: q.magnification('magnification m'),
    pupilRatio: q.ratio('pupil ratio p, exit over entrance'),
    fNumber: q.fNumber('marked f-number N'),
    fieldDeg: q.movementDeg('field angle off the axis'),
  }),
  output: z.strictObject({
    factor: q.answer('×', 'exposure factor'),
    stops: q.answer('stops', 'the same in stops'),
    effectiveFNumber: q.answer('f/', 'effective f-number'),
    falloffStops: q.answer('stops', 'light lost at the field angle'),
  }),
  example: { magnification: 0.124, pupilRatio: 1, fNumber: 16, fieldDeg: 30 },
  run: ({ magnification, pupilRatio, fNumber, fieldDeg }) => exposureFactor(magnification, pupilRatio, fNumber, fieldDeg),
});
