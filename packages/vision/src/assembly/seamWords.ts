import { proofText } from '@gangway/messages/server/proof';
import { say } from '@gangway/messages/say';
import type { Seam } from '@gangway/contract/proof';
import { fixed } from '@gangway/core/words';

/** What a seam shows, and what to do next time. */
export function seamWords(
  { state, detailed, looked, agreeing, scatterPx, farthestPx, bentPx, leftOut }: Omit<Seam, 'words'>,
  planned: boolean,
): string {
  if (leftOut) return proofText.contradictsTheOtherSeamsAnd;
  switch (state) {
    case 'fits':
      return say(proofText.fitsOfPlacesAgreeWithin, { agreeing, detailed, max: fixed(Math.max(0.01, scatterPx), 2) });
    case 'parallax':
      return say(proofText.parallaxOfUpToPx, { farthestPx: fixed(farthestPx, 1) });
    case 'motion':
      // Nothing in the two themselves disagrees by so much.
      if (farthestPx < bentPx) return say(proofText.seamIsPulledOff, { px: fixed(Math.hypot(scatterPx, bentPx), 1) });
      return say(proofText.somethingMovedBetweenTheTwo, {
        farthestPx: farthestPx > 0 ? say(proofText.byUpToPx, { farthestPx: fixed(farthestPx, 1) }) : '',
      });
    case 'nothing':
      return looked === 0
        ? say(proofText.theOverlapIsTooNarrow, { planned: planned ? 'yes' : 'no' })
        : say(proofText.nothingThereToCompareOf, { detailed, looked, planned: planned ? 'yes' : 'no' });
    case 'disagrees':
      return proofText.theTwoShowDifferentThings;
  }
}
