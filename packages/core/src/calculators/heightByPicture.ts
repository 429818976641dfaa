import { calculatorsText } from '@gangway/messages/core/calculators';
import { z } from 'zod';
import { heightByPicture as run } from '../survey/height';
import { calculator } from './calculator';
import * as q from './quantities';

export const heightByPicture = calculator({
  name: 'heightByPicture',
  title: calculatorsText.heightByATestPicture,
  chapter: 'survey',
  purpose: calculatorsText.howHighSomethingIsFromA,
  formula: calculatorsText.hKnownNNRelative,
  source: calculatorsText.similarTrianglesJcgm1002008,
  limits: calculatorsText.cameraLevelBothEquallyFar,
  input: z.strictObject({
    knownM: q.distanceM(calculatorsText.theKnownSize),
    knownPx: q.pixels(calculatorsText.howHighItIsIn),
    wantedPx: q.pixels(calculatorsText.howHighTheOtherIs),
    knownErrorM: q.notNegativeM(calculatorsText.uncertaintyOfTheKnownSize),
    readErrorPx: q.notNegativePx(calculatorsText.howWellAnEndCan),
  }),
  output: z.strictObject({
    heightM: q.answer('m', calculatorsText.heightAboveTheGround),
    uncertaintyM: q.answer('m', calculatorsText.itsStandardUncertainty),
  }),
  example: { knownM: 2.1, knownPx: 150, wantedPx: 2214, knownErrorM: 0.02, readErrorPx: 1 },
  run: ({ knownM, knownPx, wantedPx, knownErrorM, readErrorPx }) => run({ knownM, knownPx, wantedPx, knownErrorM, readErrorPx }),
});
