import { ask } from '../../rig/missing';
import { defineCheck } from '../check';
import { mosaicFixes } from '../mosaicFix';
import { lessOfBoth, lessRise, lessShift, turnedFrame } from '../movementFix';
import { circleFacts, circleSentence, circleSpare } from './circle';

/** Are all corners lit? */
export const imageCircle = defineCheck({
  kind: 'imageCircle',
  step: 'coverage',
  weight: 'counts',
  evaluate: (geometry) => circleFacts(geometry, geometry.imageCircle),
  margin: circleSpare,
  message: (facts) => circleSentence(facts, 'image circle', ''),
  note: ({ state }) => {
    if (state === 'unknown')
      return 'The lens has no image circle entered. To measure it, photograph an even wall at f/8 and infinity, shift until a corner goes black, and read the shift.';
    return state === 'fails' ? 'Outside the image circle the picture is black, at any aperture.' : null;
  },
  missing: (parts) => ask(parts.lens, 'lightMm'),
  *fixes({ geometry, trial }) {
    if (geometry.settings.mosaic) {
      yield* mosaicFixes(geometry, trial, ['asWhole', 'together', 'anew']);
      return;
    }
    yield lessRise(geometry, trial);
    yield lessShift(geometry, trial);
    yield turnedFrame(geometry, trial);
    yield lessOfBoth(geometry, trial);
  },
});
