import { z } from 'zod';
import { heightByPicture as run } from '../survey/height';
import { calculator } from './calculator';
import * as q from './quantities';

export const heightByPicture = calculator({
  name: 'heightByPicture',
  title: 'Height by a test picture',
  chapter: 'survey',
  purpose: 'How high something is from a picture in which something of known size stands beside it.',
  formula: 'H = known·N/n; relative uncertainties add in squares, each size in pixels having two ends',
  source: 'Similar triangles; JCGM 100:2008, section 5.1',
  limits: 'Camera level; both equally far off along the lens axis.',
  input: z.strictObject({
    knownM: q.distanceM('the known size'),
    knownPx: q.pixels('how high it is in the picture, n'),
    wantedPx: q.pixels('how high the other is, N'),
    knownErrorM: q.notNegativeM('uncertainty of the known size'),
    readErrorPx: q.notNegativePx('how well an end can be read'),
  }),
  output: z.strictObject({
    heightM: q.answer('m', 'height above the ground'),
    uncertaintyM: q.answer('m', 'its standard uncertainty'),
  }),
  example: { knownM: 2.1, knownPx: 150, wantedPx: 2214, knownErrorM: 0.02, readErrorPx: 1 },
  run: ({ knownM, knownPx, wantedPx, knownErrorM, readErrorPx }) => run({ knownM, knownPx, wantedPx, knownErrorM, readErrorPx }),
});
