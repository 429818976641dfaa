import { checkNamesText } from '@gangway/messages/core/checkNames';
import { assumptionsText } from '@gangway/messages/core/checks/assumptions';
import { pivotsText } from '@gangway/messages/core/checks/pivots';
import { coverageText } from '@gangway/messages/core/checks/coverage';
import { say } from '@gangway/messages/say';
import { ask } from '../../rig/missing';
import { apertureWords } from '../../words';
import { nearestAperture } from '../apertureFix';
import type { DefinitionBasis } from '../../coverage/circle';
import { defineCheck } from '../check';
import { offer } from '../fix';
import { mosaicFixes } from '../mosaicFix';
import { apertureAndLess, lessOfBoth, lessRise, lessShift, movementIntoCircle, turnedFrame } from '../movementFix';
import { basisNote, circleFacts, circleSentence, circleSpare, type CircleFacts } from './circle';

interface SharpCircleFacts extends CircleFacts {
  readonly fNumber: number;
  /** What the diameter rests on; `null` when no circle is known. */
  readonly basis: DefinitionBasis | null;
}

/** Are all corners inside the sharp circle (the sharp circle) at the aperture set? */
export const sharpCircle = defineCheck<'sharpCircle', SharpCircleFacts>({
  kind: 'sharpCircle',
  name: checkNamesText.sharpCircle,
  step: 'coverage',
  assumes: assumptionsText.sharpCircle,
  weight: 'counts',
  onPivots: { whether: pivotsText.whetherTheCornersAreInSharpCircle },
  evaluate: (geometry) => ({
    fNumber: geometry.settings.fNumber,
    basis: geometry.sharpCircle?.basis ?? null,
    ...circleFacts(geometry, geometry.sharpCircle),
  }),
  margin: circleSpare,
  message: (facts) => circleSentence(facts, coverageText.sharpCircle, say(coverageText.at, { fNumber: apertureWords(facts.fNumber) })),
  note: ({ state, basis }) => (state === 'unknown' ? coverageText.theLensHasNoCircle : basis && basisNote(basis)),
  missing: (parts) => ask(parts.lens, 'imageCircleMm'),
  *fixes({ geometry, trial }) {
    if (geometry.settings.mosaic) {
      yield* mosaicFixes(geometry, trial, ['aperture', 'asWhole', 'together', 'anew']);
      return;
    }
    // A tilted lens carries its circle aside: the frame follows it.
    const follow = geometry.turned ? movementIntoCircle(geometry) : null;
    const single = [
      nearestAperture(geometry, trial),
      lessRise(geometry, trial),
      lessShift(geometry, trial),
      turnedFrame(geometry, trial),
      lessOfBoth(geometry, trial),
      follow && offer('both', { movements: follow, composed: true }, trial),
    ];
    yield* single;
    if (single.every((fix) => fix === null)) yield apertureAndLess(geometry, trial);
  },
});
