import { z } from 'zod';
import { parallax as run } from '../perspective/parallax';
import { calculator } from './calculator';
import * as q from './quantities';

export const parallax = calculator({
  name: 'parallax',
  title: 'Parallax',
  chapter: 'perspective',
  purpose: 'How far near and far things part in the picture when the lens has moved.',
  formula: 'v·b·(1/near − 1/far)',
  source: 'Central projection from two places',
  limits: 'None when the lens stands still and the back moves. Far is null for infinity.',
  input: z.strictObject({
    imageMm: q.lengthMm('image distance v'),
    baselineMm: q.signedMm('movement b of the lens'),
    nearM: q.distanceM('nearest thing'),
    farM: q.distanceM('farthest thing').nullable().meta({ unit: 'm', description: 'farthest thing, null for infinity' }),
    pixelUm: q.micrometres('pixel'),
  }),
  output: z.strictObject({
    disparityMm: q.answer('mm', 'parting on the sensor'),
    disparityPx: q.answer('px', 'the same in pixels'),
  }),
  example: { imageMm: 24, baselineMm: 12, nearM: 4, farM: null, pixelUm: 4.36 },
  run: ({ imageMm, baselineMm, nearM, farM, pixelUm }) => run({ imageMm, baselineMm, nearM, farM, pixelUm }),
});
