import { fixedNumber } from '@gangway/messages/number';
import { focusText } from '@gangway/messages/core/focus';
import { say } from '@gangway/messages/say';
import { radians } from '../angles';
import { diagonalMm } from '../coverage/frame';
import { requirePositive } from '../errors';
import type { FrameSize } from '../model/frame';
import type { SharpnessStandard } from '../model/sharpness';

/** The permissible blur and the reason for it, in words. */
export interface PermissibleBlur {
  readonly cocMm: number;
  readonly reason: string;
}

/** The default: the diagonal divided by 1500, the value that handbooks of depth of field use most (common practice). */
export const DEFAULT_SHARPNESS: SharpnessStandard = { school: 'diagonal', divisor: 1500 };

/**
 * The permissible blur on a frame (its longer side is the print's width), mm, with its reason.
 *
 * @param standard what counts as sharp
 * @param frame width and height of the frame, mm
 *
 * @example
 * permissibleBlur({ school: 'diagonal', divisor: 1500 }, { widthMm: 36, heightMm: 24 }).cocMm // => 0.028844
 */
export function permissibleBlur(standard: SharpnessStandard, frame: FrameSize): PermissibleBlur {
  requirePositive('widthMm', frame.widthMm);
  requirePositive('heightMm', frame.heightMm);
  const long = Math.max(frame.widthMm, frame.heightMm);
  switch (standard.school) {
    case 'diagonal': {
      const cocMm = diagonalMm(frame) / requirePositive('divisor', standard.divisor);
      return {
        cocMm,
        reason: say(focusText.theDiagonalOfMmDivided, {
          cocMm: blurWords(cocMm),
          frame: tenths(diagonalMm(frame)),
          divisor: standard.divisor,
        }),
      };
    }
    case 'pixels': {
      const pixelMm = long / requirePositive('columnsPx', standard.columnsPx);
      const cocMm = pixelMm * requirePositive('pixels', standard.pixels);
      return {
        cocMm,
        reason: say(focusText.thePixelOfM, { cocMm: blurWords(cocMm), pixels: standard.pixels, pixelMm: tenths(pixelMm * 1000, 2) }),
      };
    }
    case 'print': {
      const enlarged = requirePositive('printWidthMm', standard.printWidthMm) / long;
      const onPrint =
        requirePositive('viewingDistanceMm', standard.viewingDistanceMm) *
        Math.tan(radians(requirePositive('eyeArcMinutes', standard.eyeArcMinutes) / 60));
      const cocMm = onPrint / enlarged;
      return {
        cocMm,
        reason: say(focusText.anEyeThatResolvesSees, {
          cocMm: blurWords(cocMm),
          eyeArcMinutes: standard.eyeArcMinutes,
          onPrint: tenths(onPrint, 2),
          viewingDistanceMm: standard.viewingDistanceMm,
          enlarged: tenths(enlarged),
        }),
      };
    }
  }
}

function blurWords(mm: number): string {
  return `${fixedNumber(mm, 4)} mm (${tenths(mm * 1000)} µm)`;
}

function tenths(value: number, decimals = 1): string {
  return fixedNumber(value, decimals);
}
