import { calculatorsText } from '@gangway/messages/core/calculators';
import { z } from 'zod';
import { apartForStep, overlapAt } from '../mosaic/step';
import { calculator } from './calculator';
import * as q from './quantities';

export const slideOverlap = calculator({
  name: 'slideOverlap',
  title: calculatorsText.overlapOfShiftedFrames,
  chapter: 'mosaic',
  purpose: calculatorsText.howMuchTwoFramesOverlap,
  formula: calculatorsText.backMovesS,
  source: calculatorsText.centralProjectionFromTwoPlaces,
  limits: calculatorsText.forWhatIsInFocus,
  input: z.strictObject({
    sensorWidthMm: q.lengthMm(calculatorsText.frameWidthAlongTheStep),
    stepMm: q.notNegativeMm(calculatorsText.stepOfTheSlide),
    magnification: q.magnification(calculatorsText.magnificationM),
    moves: q.oneOf(['lens', 'back'], calculatorsText.whatTheSlideMoves),
  }),
  output: z.strictObject({
    apartMm: q.answer('mm', calculatorsText.howFarThePicturesPart),
    overlap: q.answer('share', calculatorsText.overlapNegativeForAGap),
  }),
  example: { sensorWidthMm: 36, stepMm: 24, magnification: 0.1, moves: 'lens' },
  run: ({ sensorWidthMm, stepMm, magnification, moves }) => {
    const apartMm = apartForStep(stepMm, magnification, moves);
    return { apartMm, overlap: overlapAt(apartMm, sensorWidthMm) };
  },
});
