import { z } from 'zod';
import { stackFrames } from '../focus/stack';
import { calculator } from './calculator';
import * as q from './quantities';

export const focusStack = calculator({
  name: 'focusStack',
  title: 'Focus stack',
  chapter: 'focus',
  purpose: 'How many frames a focus stack takes from near to far.',
  formula: '⌈ln(v_near/v_far)/((1 − overlap)·ln((1 + e)/(1 − e)))⌉, e = N·c/f',
  source: 'Ratio of successive image distances, from the wedge’s limits',
  limits: 'Untilted; at least one frame. Far is null for infinity.',
  school: 'Stack or tilt: a stack reaches what no tilted plane can, a tilt needs one frame.',
  input: z.strictObject({
    focalMm: q.lengthMm('focal length f'),
    fNumber: q.fNumber('marked f-number N'),
    cocMm: q.lengthMm('permissible blur c'),
    nearM: q.distanceM('near end'),
    farM: q.distanceM('far end').nullable().meta({ unit: 'm', description: 'far end, null for infinity' }),
    overlap: q.share('overlap of neighbouring frames').default(0),
  }),
  output: z.strictObject({
    frames: q.answer('frames', 'frames to take'),
  }),
  example: { focalMm: 90, fNumber: 8, cocMm: 0.01, nearM: 0.5, farM: 0.8, overlap: 0.2 },
  run: ({ focalMm, fNumber, cocMm, nearM, farM, overlap }) => ({ frames: stackFrames({ focalMm, fNumber, cocMm, nearM, farM, overlap }) }),
});
