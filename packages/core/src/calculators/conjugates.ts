import { calculatorsText } from '@gangway/messages/core/calculators';
import { z } from 'zod';
import { conjugates as run } from '../focus/conjugates';
import { calculator } from './calculator';
import * as q from './quantities';

export const conjugates = calculator({
  name: 'conjugates',
  title: calculatorsText.imageDistanceAndMagnification,
  chapter: 'focus',
  purpose: calculatorsText.whereTheImageLiesAnd,
  formula: 'v = f·u/(u − f), m = f/(u − f)',
  source: calculatorsText.jacobsonEtAlTheManual,
  limits: calculatorsText.thinLensDistancesFromIts,
  input: z.strictObject({
    focalMm: q.lengthMm(calculatorsText.focalLengthF),
    distanceM: q.distanceM(calculatorsText.subjectDistanceUFromThe),
  }),
  output: z.strictObject({
    imageMm: q.answer('mm', calculatorsText.imageDistanceVFromThe),
    magnification: q.answer('×', calculatorsText.magnificationM),
    extensionMm: q.answer('mm', calculatorsText.howMuchFartherOutThe),
  }),
  example: { focalMm: 110, distanceM: 0.75 },
  run: ({ focalMm, distanceM }) => run(focalMm, distanceM),
});
