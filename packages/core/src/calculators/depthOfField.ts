import { z } from 'zod';
import { depthOfField as run } from '../focus/depthOfField';
import { calculator } from './calculator';
import * as q from './quantities';

export const depthOfField = calculator({
  name: 'depthOfField',
  title: 'Depth of field',
  chapter: 'focus',
  purpose: 'What is sharp enough in front of an untilted lens, and the hyperfocal distance.',
  formula: 'v_near = (p·f·v/N + c·f(p−1))/(p·f/N − c), v_far = (p·f·v/N − c·f(p−1))/(p·f/N + c); hyperfocal f²/(N·c) + f',
  source: 'Geometric blur cone, Jacobson et al., The Manual of Photography',
  limits: 'Geometric blur alone: diffraction is not in it. The far end is null where it reaches infinity.',
  school: 'Schools differ on the blur to allow: by the diagonal (the default here), by the pixel, or by print and viewing distance.',
  input: z.strictObject({
    focalMm: q.lengthMm('focal length f'),
    fNumber: q.fNumber('marked f-number N'),
    cocMm: q.lengthMm('permissible blur c'),
    distanceM: q.distanceM('subject distance u from the lens'),
    pupilRatio: q.ratio('pupil ratio p, exit over entrance').default(1),
  }),
  output: z.strictObject({
    nearM: q.answer('m', 'near end'),
    farM: q.answerOrNull('m', 'far end, null at infinity'),
    hyperfocalM: q.answer('m', 'hyperfocal distance'),
  }),
  example: { focalMm: 110, fNumber: 32, cocMm: 0.075, distanceM: 3, pupilRatio: 1 },
  run: ({ focalMm, fNumber, cocMm, distanceM, pupilRatio }) => run({ focalMm, fNumber, cocMm, distanceM, pupilRatio }),
});
