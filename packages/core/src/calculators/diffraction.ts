import { calculatorsText } from '@gangway/messages/core/calculators';
import { z } from 'zod';
import { diffraction as run } from '../focus/diffraction';
import { calculator } from './calculator';
import * as q from './quantities';

export const diffraction = calculator({
  name: 'diffraction',
  title: calculatorsText.diffraction,
  chapter: 'focus',
  purpose: calculatorsText.howMuchOfTheFinest,
  formula: calculatorsText.airy244N1,
  source: calculatorsText.goodmanIntroductionToFourierOptics,
  limits: calculatorsText.anIdealLensCommonPractice,
  input: z.strictObject({
    fNumber: q.fNumber(calculatorsText.markedFNumberN),
    magnification: q.magnification(calculatorsText.magnificationM),
    pupilRatio: q.ratio(calculatorsText.pupilRatioP),
    wavelengthNm: q.nanometres(calculatorsText.wavelength),
    pixelUm: q.micrometres(calculatorsText.pixelPitch),
  }),
  output: z.strictObject({
    airyUm: q.answer('µm', calculatorsText.airyDiameter),
    airyPx: q.answer('px', calculatorsText.theSameInPixels),
    mtfAtNyquist: q.answer('share', calculatorsText.contrastLeftAtThePixels),
  }),
  example: { fNumber: 16, magnification: 0, pupilRatio: 1, wavelengthNm: 546, pixelUm: 3.76 },
  run: ({ fNumber, magnification, pupilRatio, wavelengthNm, pixelUm }) =>
    run({ fNumber, magnification, pupilRatio, wavelengthNm, pixelUm }),
});
