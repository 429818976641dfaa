import { z } from 'zod';
import { conjugates as run } from '../focus/conjugates';
import { calculator } from './calculator';
import * as q from './quantities';

export const conjugates = calculator({
  name: 'conjugates',
  title: 'Image distance and magnification',
  chapter: 'focus',
  purpose: 'Where the image lies and how large it is, for a subject at a distance.',
  formula: 'v = f·u/(u − f), m = f/(u − f)',
  source: 'Jacobson et al., The Manual of Photography',
  limits: 'Thin lens, distances from its centre; a nodal gap only lengthens the camera.',
  input: z.strictObject({
    focalMm: q.lengthMm('focal length f'),
    distanceM: q.distanceM('subject distance u from the lens; more than the focal length'),
  }),
  output: z.strictObject({
    imageMm: q.answer('mm', 'image distance v from the lens centre to the back'),
    magnification: q.answer('×', 'magnification m'),
    extensionMm: q.answer('mm', 'how much farther out the lens stands than at infinity'),
  }),
  example: { focalMm: 110, distanceM: 0.75 },
  run: ({ focalMm, distanceM }) => run(focalMm, distanceM),
});
