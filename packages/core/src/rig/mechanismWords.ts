import { movementsText } from '@gangway/messages/core/rig/movements';
import { say } from '@gangway/messages/say';
import { fixed, mmWords } from '../words';
import type { Mechanism } from '../model/movements';

/**
 * The end stops in words.
 *
 * @param mechanism how far the slides go
 *
 * @example
 * mechanismWords({ kind: 'disc', radiusMm: 12 }) // => 'The rotating slide ends 12.0 mm from the centre in every direction.'
 */
export function mechanismWords(mechanism: Mechanism): string {
  switch (mechanism.kind) {
    case 'box':
      return say(movementsText.slidesEndAtOfRise, {
        riseMm: mmWords(mechanism.riseMm),
        fallMm: mmWords(mechanism.fallMm),
        leftMm: mmWords(mechanism.leftMm),
        rightMm: mmWords(mechanism.rightMm),
      });
    case 'disc':
      return say(movementsText.theRotatingSlideEndsFrom, { radiusMm: mmWords(mechanism.radiusMm) });
    case 'line':
      return say(movementsText.theSlideIsLockedAt, {
        angleDeg: fixed(mechanism.angleDeg, 1),
        forwardMm: mmWords(mechanism.forwardMm),
        backMm: mmWords(mechanism.backMm),
      });
    case 'fixed':
      return movementsText.thisRigHasNoMovements;
    case 'unknown':
      return movementsText.theTravelOfTheSlides;
  }
}
