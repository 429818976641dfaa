import { calculatorsText } from '@gangway/messages/core/calculators';
import { z } from 'zod';
import { equivalence as run } from '../perspective/equivalence';
import { calculator } from './calculator';
import * as q from './quantities';

export const equivalence = calculator({
  name: 'equivalence',
  title: calculatorsText.equalViewOtherFormat,
  chapter: 'perspective',
  purpose: calculatorsText.theSamePictureOnAnother,
  formula: calculatorsText.fBANB,
  source: calculatorsText.theLensEquationEqualEntrance,
  limits: calculatorsText.sayWhichSizeYouCompare,
  school: calculatorsText.compareByDiagonalTheDefault,
  input: z.strictObject({
    focalMm: q.lengthMm(calculatorsText.focalLengthOnFormatA),
    fNumber: q.fNumber(calculatorsText.fNumberOnFormatA),
    distanceM: q.distanceM(calculatorsText.subjectDistanceOnFormatA),
    fromMm: q.lengthMm(calculatorsText.sizeOfFormatA),
    toMm: q.lengthMm(calculatorsText.sizeOfFormatBThe),
    haveFocalMm: q.lengthMm(calculatorsText.focalLengthAtHandOn),
    backgroundM: q.distanceM(calculatorsText.backgroundBehindTheSubject),
  }),
  output: z.strictObject({
    focalMm: q.answer('mm', calculatorsText.equalFocalLengthOnFormat),
    fNumber: q.answer('f/', calculatorsText.equalFNumberOnFormat),
    distanceM: q.answer('m', calculatorsText.whereTheLensAtHand),
    backgroundScale: q.answer('×', calculatorsText.sizeOfTheBackgroundAgainst),
  }),
  example: { focalMm: 150, fNumber: 22, distanceM: 3, fromMm: 153, toMm: 54.8, haveFocalMm: 63, backgroundM: 5 },
  run: ({ focalMm, fNumber, distanceM, fromMm, toMm, haveFocalMm, backgroundM }) =>
    run({ focalMm, fNumber, distanceM, fromMm, toMm, haveFocalMm, backgroundM }),
});
