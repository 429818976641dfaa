import { z } from 'zod';
import { apertureForSpread } from '../focus/spread';
import { calculator } from './calculator';
import * as q from './quantities';

export const focusSpread = calculator({
  name: 'focusSpread',
  title: 'Aperture from the spread',
  chapter: 'focus',
  purpose: 'The aperture for a spread of focus read on the rail.',
  formula: 'enough depth N = Δ/(2c(1 + m)); balance N = √(375·Δ)/(1 + m)',
  source: 'P. Hansma, “View Camera Focusing in Practice”, 1996',
  limits: 'Focus set in the middle of the spread.',
  school: 'Just enough depth (fNumber), or the balance of defocus and diffraction (balancedFNumber).',
  input: z.strictObject({
    spreadMm: q.notNegativeMm('rail distance Δ between near and far focus'),
    cocMm: q.lengthMm('permissible blur c'),
    magnification: q.magnification('magnification m'),
  }),
  output: z.strictObject({
    fNumber: q.answer('f/', 'just enough depth'),
    balancedFNumber: q.answer('f/', 'balance of defocus and diffraction'),
  }),
  example: { spreadMm: 2, cocMm: 0.1, magnification: 0 },
  run: ({ spreadMm, cocMm, magnification }) => apertureForSpread(spreadMm, cocMm, magnification),
});
