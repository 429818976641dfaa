import { fixedNumber } from '@gangway/messages/number';
import { movementsText } from '@gangway/messages/core/rig/movements';
import { say } from '@gangway/messages/say';
import type { HeldVerdict } from './heldLens';

/**
 * How well a lens suits freelensing, in one sentence.
 *
 * @param verdict what was found
 *
 * @example
 * heldSentence({ suits: 'well', why: 'slack', slackMm: 52 }) // => '52.0 mm of slack to tilt in.'
 */
export function heldSentence(verdict: HeldVerdict): string {
  if (verdict.suits === 'unknown') return movementsText.focalLengthOrAFlange;
  const slackMm = fixedNumber(Math.abs(verdict.slackMm), 1);
  switch (verdict.why) {
    case 'noSlack':
      return verdict.closestM === null
        ? movementsText.itsFlangeDistanceIsThe
        : say(movementsText.heldAgainstTheBodyIt, { slackMm, focalMm: fixedNumber(verdict.closestM, 2) });
    case 'littleSlack':
      return say(movementsText.onlyMmOfSlackLittle, { slackMm });
    case 'short':
      return say(movementsText.mmOfSlackSoShort, { slackMm });
    case 'long':
      return say(movementsText.mmOfSlackLongAnd, { slackMm });
    case 'slack':
      return say(movementsText.mmOfSlackToTilt, { slackMm });
  }
}
