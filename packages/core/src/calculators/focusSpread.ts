import { calculatorsText } from '@gangway/messages/core/calculators';
import { z } from 'zod';
import { apertureForSpread } from '../focus/spread';
import { calculator } from './calculator';
import * as q from './quantities';

export const focusSpread = calculator({
  name: 'focusSpread',
  title: calculatorsText.apertureFromTheSpread,
  chapter: 'focus',
  purpose: calculatorsText.theApertureForASpread,
  formula: calculatorsText.enoughDepthN2c1,
  source: calculatorsText.pHansmaViewCameraFocusing,
  limits: calculatorsText.focusSetInTheMiddle,
  school: calculatorsText.justEnoughDepthFnumberOr,
  input: z.strictObject({
    spreadMm: q.notNegativeMm(calculatorsText.railDistanceBetweenNearAnd),
    cocMm: q.lengthMm(calculatorsText.permissibleBlurC),
    magnification: q.magnification(calculatorsText.magnificationM),
  }),
  output: z.strictObject({
    fNumber: q.answer('f/', calculatorsText.justEnoughDepth),
    balancedFNumber: q.answer('f/', calculatorsText.balanceOfDefocusAndDiffraction),
  }),
  example: { spreadMm: 2, cocMm: 0.1, magnification: 0 },
  run: ({ spreadMm, cocMm, magnification }) => apertureForSpread(spreadMm, cocMm, magnification),
});
