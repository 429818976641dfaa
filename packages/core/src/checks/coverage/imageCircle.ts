import { checkNamesText } from '@gangway/messages/core/checkNames';
import { assumptionsText } from '@gangway/messages/core/checks/assumptions';
import { pivotsText } from '@gangway/messages/core/checks/pivots';
import { coverageText } from '@gangway/messages/core/checks/coverage';
import { ask } from '../../rig/missing';
import { defineCheck } from '../check';
import { mosaicFixes } from '../mosaicFix';
import { lessOfBoth, lessRise, lessShift, turnedFrame } from '../movementFix';
import { circleFacts, circleSentence, circleSpare } from './circle';

/** Are all corners lit? */
export const imageCircle = defineCheck({
  kind: 'imageCircle',
  name: checkNamesText.imageCircle,
  step: 'coverage',
  assumes: assumptionsText.imageCircle,
  weight: 'counts',
  onPivots: { whether: pivotsText.whetherTheCornersAreInImageCircle },
  evaluate: (geometry) => circleFacts(geometry, geometry.imageCircle),
  margin: circleSpare,
  message: (facts) => circleSentence(facts, coverageText.imageCircle, ''),
  note: ({ state }) => {
    if (state === 'unknown') return coverageText.theLensHasNoImage;
    return state === 'fails' ? coverageText.outsideTheImageCircleThe : null;
  },
  missing: (parts) => ask(parts.lens, 'imageCircleMm'),
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
