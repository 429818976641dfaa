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
      return `Slides end at ${mmWords(mechanism.riseMm)} of rise, ${mmWords(mechanism.fallMm)} of fall, ${mmWords(mechanism.leftMm)} to the left and ${mmWords(mechanism.rightMm)} to the right.`;
    case 'disc':
      return `The rotating slide ends ${mmWords(mechanism.radiusMm)} from the centre in every direction.`;
    case 'line':
      return `The slide is locked at ${fixed(mechanism.angleDeg, 1)}° and ends ${mmWords(mechanism.forwardMm)} forward and ${mmWords(mechanism.backMm)} back.`;
    case 'fixed':
      return 'This rig has no movements.';
    case 'unknown':
      return 'The travel of the slides is unknown.';
  }
}
