import { perspectiveText } from '@gangway/messages/core/perspective';
import { say } from '@gangway/messages/say';
import { CoreError, requireFinite, requirePositive } from '../errors';

/** How far near and far things part in the picture when the lens has moved. */
export interface Parallax {
  readonly disparityMm: number;
  readonly disparityPx: number;
}

export interface ParallaxInput {
  /** Distance from the lens to the back along its normal, mm. */
  readonly imageMm: number;
  /** How far the lens moves, mm. */
  readonly baselineMm: number;
  /** Nearest distance, m. */
  readonly nearM: number;
  /** Farthest distance, m; `null` at infinity. */
  readonly farM: number | null;
  /** Pixel pitch, µm. */
  readonly pixelUm: number;
}

/**
 * Parallax of a lens moved sideways by b (mm) between things at near and far
 * (m, `null` = infinity): v·b·(1/near − 1/far) on the sensor. None when the
 * lens stands still and the back moves. Throws `far_before_near`.
 * Source: central projection from two places.
 */
export function parallax({ imageMm, baselineMm, nearM, farM, pixelUm }: ParallaxInput): Parallax {
  requirePositive('imageMm', imageMm);
  requireFinite('baselineMm', baselineMm);
  requirePositive('nearM', nearM);
  requirePositive('pixelUm', pixelUm);
  if (farM !== null && requirePositive('farM', farM) < nearM) {
    throw new CoreError('far_before_near', ['farM'], say(perspectiveText.farmIsItMustBeAt, { farM, nearM }));
  }
  const disparityMm = imageMm * baselineMm * (1 / (nearM * 1000) - (farM === null ? 0 : 1 / (farM * 1000)));
  return { disparityMm, disparityPx: (disparityMm * 1000) / pixelUm };
}
