import { radians } from '../angles';
import { diagonalMm } from '../coverage/frame';
import { requirePositive } from '../errors';
import type { FrameSize } from '../model/frame';
import type { SharpnessStandard } from '../model/sharpness';

/** The permissible blur, and the measurements it follows from. */
export type PermissibleBlur =
  | { readonly school: 'diagonal'; readonly cocMm: number; readonly diagonalMm: number; readonly divisor: number }
  | { readonly school: 'pixels'; readonly cocMm: number; readonly pixelMm: number; readonly pixels: number }
  | {
      readonly school: 'print';
      readonly cocMm: number;
      /** What the eye resolves on the print, mm. */
      readonly onPrintMm: number;
      /** How many times the frame is enlarged to the print. */
      readonly enlarged: number;
      readonly eyeArcMinutes: number;
      readonly viewingDistanceMm: number;
    };

/** The default: the diagonal divided by 1500, the value that handbooks of depth of field use most (common practice). */
export const DEFAULT_SHARPNESS: SharpnessStandard = { school: 'diagonal', divisor: 1500 };

/**
 * The permissible blur on a frame (its longer side is the print's width), mm, with what it follows from.
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
      const diagonal = diagonalMm(frame);
      const divisor = requirePositive('divisor', standard.divisor);
      return { school: 'diagonal', cocMm: diagonal / divisor, diagonalMm: diagonal, divisor };
    }
    case 'pixels': {
      const pixelMm = long / requirePositive('columnsPx', standard.columnsPx);
      const pixels = requirePositive('pixels', standard.pixels);
      return { school: 'pixels', cocMm: pixelMm * pixels, pixelMm, pixels };
    }
    case 'print': {
      const enlarged = requirePositive('printWidthMm', standard.printWidthMm) / long;
      const viewingDistanceMm = requirePositive('viewingDistanceMm', standard.viewingDistanceMm);
      const eyeArcMinutes = requirePositive('eyeArcMinutes', standard.eyeArcMinutes);
      const onPrintMm = viewingDistanceMm * Math.tan(radians(eyeArcMinutes / 60));
      return { school: 'print', cocMm: onPrintMm / enlarged, onPrintMm, enlarged, eyeArcMinutes, viewingDistanceMm };
    }
  }
}
