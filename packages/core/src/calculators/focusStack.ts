import { calculatorsText } from '@gangway/messages/core/calculators';
import { z } from 'zod';
import { stackFrames } from '../focus/stack';
import { calculator } from './calculator';
import * as q from './quantities';

export const focusStack = calculator({
  name: 'focusStack',
  title: calculatorsText.focusStack,
  chapter: 'focus',
  purpose: calculatorsText.howManyFramesAFocus,
  formula: calculatorsText.lnVNearVFar,
  source: calculatorsText.ratioOfSuccessiveImageDistances,
  limits: calculatorsText.untiltedAtLeastOneFrame,
  school: calculatorsText.stackOrTiltAStack,
  input: z.strictObject({
    focalMm: q.lengthMm(calculatorsText.focalLengthF),
    fNumber: q.fNumber(calculatorsText.markedFNumberN),
    cocMm: q.lengthMm(calculatorsText.permissibleBlurC),
    nearM: q.distanceM(calculatorsText.nearEnd),
    farM: q.distanceM(calculatorsText.farEnd).nullable().meta({ unit: 'm', description: calculatorsText.farEndNullForInfinity }),
    overlap: q.share(calculatorsText.overlapOfNeighbouringFrames).default(0),
  }),
  output: z.strictObject({
    frames: q.answer('frames', calculatorsText.framesToTake),
  }),
  example: { focalMm: 90, fNumber: 8, cocMm: 0.01, nearM: 0.5, farM: 0.8, overlap: 0.2 },
  run: ({ focalMm, fNumber, cocMm, nearM, farM, overlap }) => ({ frames: stackFrames({ focalMm, fNumber, cocMm, nearM, farM, overlap }) }),
});
