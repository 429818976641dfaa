import { calculatorsText } from '@gangway/messages/core/calculators';
import { z } from 'zod';
import { wedge as run } from '../focus/plane';
import { calculator } from './calculator';
import * as q from './quantities';

export const wedge = calculator({
  name: 'wedge',
  title: calculatorsText.wedge,
  chapter: 'focus',
  purpose: calculatorsText.theSpaceThatIsSharp,
  formula: calculatorsText.planesOfFocusForV,
  source: calculatorsText.rayBundleOfAThin,
  limits: calculatorsText.geometricBlurALimitBeyond,
  input: z.strictObject({
    focalMm: q.lengthMm(calculatorsText.focalLengthF),
    imageMm: q.lengthMm(calculatorsText.imageDistanceV),
    tiltDeg: q.movementDeg(calculatorsText.tiltForward),
    swingDeg: q.movementDeg(calculatorsText.swingRight),
    fNumber: q.fNumber(calculatorsText.markedFNumberN),
    cocMm: q.lengthMm(calculatorsText.permissibleBlurC),
  }),
  output: z.strictObject({
    near: q.planeAnswer(calculatorsText.nearLimit),
    far: q.planeAnswer(calculatorsText.farLimit),
  }),
  example: { focalMm: 150, imageMm: 152, tiltDeg: 5, swingDeg: 0, fNumber: 22, cocMm: 0.1 },
  run: ({ focalMm, imageMm, tiltDeg, swingDeg, fNumber, cocMm }) => run({ focalMm, imageMm, tiltDeg, swingDeg, fNumber, cocMm }),
});
