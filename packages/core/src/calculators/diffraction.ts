import { z } from 'zod';
import { diffraction as run } from '../focus/diffraction';
import { calculator } from './calculator';
import * as q from './quantities';

export const diffraction = calculator({
  name: 'diffraction',
  title: 'Diffraction',
  chapter: 'focus',
  purpose: 'How much of the finest detail at the pixel pitch diffraction leaves.',
  formula: 'Airy 2.44·λ·N(1 + m/p); (2/π)(acos x − x√(1 − x²)), x = λN′/(2·pixel)',
  source: 'Goodman, Introduction to Fourier Optics',
  limits: 'An ideal lens; common practice on 3.76 µm: f/11 crisp, f/16 comfortable, f/22 just visible, f/32 visibly soft.',
  input: z.strictObject({
    fNumber: q.fNumber('marked f-number N'),
    magnification: q.magnification('magnification m'),
    pupilRatio: q.ratio('pupil ratio p'),
    wavelengthNm: q.nanometres('wavelength λ'),
    pixelUm: q.micrometres('pixel'),
  }),
  output: z.strictObject({
    airyUm: q.answer('µm', 'Airy diameter'),
    airyPx: q.answer('px', 'the same in pixels'),
    mtfAtNyquist: q.answer('share', 'contrast left at the pixels’ finest detail'),
  }),
  example: { fNumber: 16, magnification: 0, pupilRatio: 1, wavelengthNm: 546, pixelUm: 3.76 },
  run: ({ fNumber, magnification, pupilRatio, wavelengthNm, pixelUm }) =>
    run({ fNumber, magnification, pupilRatio, wavelengthNm, pixelUm }),
});
