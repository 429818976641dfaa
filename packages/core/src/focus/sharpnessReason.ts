import { fixedNumber } from '@gangway/messages/number';
import { focusText } from '@gangway/messages/core/focus';
import { say } from '@gangway/messages/say';
import type { PermissibleBlur } from './sharpness';

/**
 * Why a blur counts as sharp, in one sentence.
 *
 * @param blur the permissible blur
 *
 * @example
 * permissibleBlurReason({ school: 'diagonal', cocMm: 0.0288, diagonalMm: 43.27, divisor: 1500 }).length > 0 // => true
 */
export function permissibleBlurReason(blur: PermissibleBlur): string {
  const cocMm = `${fixedNumber(blur.cocMm, 4)} mm (${fixedNumber(blur.cocMm * 1000, 1)} µm)`;
  switch (blur.school) {
    case 'diagonal':
      return say(focusText.theDiagonalOfMmDivided, { cocMm, frame: fixedNumber(blur.diagonalMm, 1), divisor: blur.divisor });
    case 'pixels':
      return say(focusText.thePixelOfM, { cocMm, pixels: blur.pixels, pixelMm: fixedNumber(blur.pixelMm * 1000, 2) });
    case 'print':
      return say(focusText.anEyeThatResolvesSees, {
        cocMm,
        eyeArcMinutes: blur.eyeArcMinutes,
        onPrint: fixedNumber(blur.onPrintMm, 2),
        viewingDistanceMm: blur.viewingDistanceMm,
        enlarged: fixedNumber(blur.enlarged, 1),
      });
  }
}
