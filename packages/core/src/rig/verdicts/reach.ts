import { verdictsText } from '@gangway/messages/core/rig/verdicts';
import { say } from '@gangway/messages/say';
import { fixed, magnificationWords, metresWords, mmWords } from '../../words';
import { focusReach, nearReach, shortensToFocus, standards } from '../reach';
import { notKnown, verdict, type Verdict } from './verdict';
import type { RigParts } from '../../model/rig';

export function infinityVerdict(parts: RigParts): Verdict {
  const reach = focusReach(parts);
  if (!reach.known) return notKnown('infinity', verdictsText.whetherInfinityIsReachedIs, reach.asks);
  const { infinity, focuses, farthestM, excessMm } = reach.value;
  if (parts.kind === 'view') {
    const all = standards(parts);
    if (all.known) {
      const { atInfinityMm, minMm, maxMm } = all.value;
      const apart = say(verdictsText.infinityNeedsTheStandardsApart, { atInfinityMm: mmWords(atInfinityMm) });
      if (!focuses)
        return verdict(
          'infinity',
          'fails',
          say(verdictsText.theBellowsEndAtSo, { apart, maxMm: mmWords(maxMm) }),
          say(verdictsText.aBoardRaisedByAt, { atInfinityMm: mmWords(atInfinityMm - maxMm) }),
        );
      if (!infinity) {
        return verdict(
          'infinity',
          'fails',
          say(verdictsText.theBellowsCloseOnlyTo, { apart, minMm: mmWords(minMm), farthestM: metresWords(farthestM) }),
          say(verdictsText.aBoardRecessedByAt, { excessMm: mmWords(excessMm) }),
        );
      }
      const spare = Math.min(atInfinityMm - minMm, maxMm - atInfinityMm);
      return verdict('infinity', spare < 2 ? 'tight' : 'passes', say(verdictsText.fromTheEndOfThe, { apart, spare: mmWords(spare) }));
    }
  }
  if (parts.kind === 'held') {
    if (excessMm > 0)
      return verdict(
        'infinity',
        'fails',
        say(verdictsText.theLensStandsTooFar, { excessMm: mmWords(excessMm), farthestM: metresWords(farthestM) }),
      );
    return verdict('infinity', 'passes', say(verdictsText.infinityIsSharpWithThe, { excessMm: mmWords(-excessMm) }));
  }
  if (parts.kind === 'fixed') return verdict('infinity', 'passes', verdictsText.theLensIsFixedIn);
  if (!infinity)
    return verdict(
      'infinity',
      'fails',
      say(verdictsText.theLensStandsTooFarOut, { excessMm: mmWords(excessMm), farthestM: metresWords(farthestM) }),
    );
  return verdict('infinity', 'passes', verdictsText.infinityIsReached);
}

export function nearestVerdict(parts: RigParts): Verdict {
  const near = nearReach(parts);
  if (!near.known) {
    const { focalMm, nearestM } = parts.lens.figures;
    const why = shortensToFocus(parts.lens)
      ? say(verdictsText.aMmLensCannotReach, { focalMm: fixed(focalMm ?? 0, 0), nearestM: metresWords(nearestM) })
      : '';
    return notKnown('nearest', say(verdictsText.theNearestFocusIsUnknown, { why }), near.asks);
  }
  const { magnification, distanceM, basis } = near.value;
  if (magnification <= 0) return verdict('nearest', 'fails', verdictsText.nothingNearerThanInfinityCan);
  const words = say(verdictsText.focusesDownToFromThe, {
    distanceM: metresWords(distanceM),
    magnification: magnificationWords(magnification),
  });
  const note = {
    figures: null,
    focusScale: verdictsText.fromTheNearestMarkAlone,
    bellows: verdictsText.atTheLongestBellows,
    byHand: verdictsText.withTheLensHeld10,
  }[basis];
  return verdict('nearest', 'passes', words, note);
}
