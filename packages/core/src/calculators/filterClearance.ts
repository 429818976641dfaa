import { z } from 'zod';
import { filterClearance as run } from '../rig/filterClearance';
import { calculator } from './calculator';
import * as q from './quantities';

export const filterClearance = calculator({
  name: 'filterClearance',
  title: 'Filter clearance',
  chapter: 'rig',
  purpose: 'Whether a filter shades the corner when the lens is shifted.',
  formula: 'no shade from 2(z·tan θ + D/2), half the light at 2z·tan θ, z = pupil depth + stack, D = f/N',
  source: 'Rays to the rim of the entrance pupil',
  limits: 'Round filters centred on the lens.',
  input: z.strictObject({
    focalMm: q.lengthMm('focal length f'),
    fNumber: q.fNumber('marked f-number N'),
    pupilDepthMm: q.notNegativeMm('entrance pupil behind the filter thread'),
    stackMm: q.notNegativeMm('height of the filter stack'),
    clearDiameterMm: q.lengthMm('clear diameter of the front ring'),
    fieldDeg: q.movementDeg('field angle θ of the farthest corner'),
  }),
  output: z.strictObject({
    clearDiameterForNoShadeMm: q.answer('mm', 'clear diameter without any shade'),
    clearDiameterForHalfLightMm: q.answer('mm', 'clear diameter at which half the light is lost'),
    verdict: z.enum(['clear', 'shades', 'cuts']).meta({ unit: '', description: 'clear, shades (less than half lost) or cuts' }),
  }),
  example: { focalMm: 24, fNumber: 8, pupilDepthMm: 22, stackMm: 5, clearDiameterMm: 79, fieldDeg: 54 },
  run: ({ focalMm, fNumber, pupilDepthMm, stackMm, clearDiameterMm, fieldDeg }) =>
    run({ focalMm, fNumber, pupilDepthMm, stackMm, clearDiameterMm, fieldDeg }),
});
