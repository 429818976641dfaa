import { focusText } from '@gangway/messages/core/focus';
import { say } from '@gangway/messages/say';
import { CoreError, requirePositive } from '../errors';
import { conjugates } from './conjugates';

/** The stretch that is sharp enough in front of an untilted lens, m; `farM` is `null` when it reaches infinity. */
export interface DepthOfField {
  readonly nearM: number;
  readonly farM: number | null;
  readonly hyperfocalM: number;
}

export interface DepthOfFieldInput {
  /** Focal length, mm. */
  readonly focalMm: number;
  /** Marked f-number. */
  readonly fNumber: number;
  /** Permissible blur on the sensor, mm. */
  readonly cocMm: number;
  /** Distance of the subject from the lens, m. */
  readonly distanceM: number;
  /** Exit pupil over entrance pupil, 1 where unknown. */
  readonly pupilRatio?: number | undefined;
}

/**
 * Depth of field of an untilted lens for a permissible blur c (mm), pupil
 * ratio p counted. The cone from the exit pupil is c wide on the back at
 * v_near = (p·f·v/N + c·f(p−1))/(p·f/N − c) and v_far = (p·f·v/N − c·f(p−1))/(p·f/N + c);
 * each goes back through the lens equation. Hyperfocal: f²/(N·c) + f.
 * Throws `aperture_too_small` when the blur allowed is as wide as the pupil.
 * Source: geometric blur cone, e.g. Jacobson et al., The Manual of Photography.
 */
export function depthOfField({ focalMm, fNumber, cocMm, distanceM, pupilRatio = 1 }: DepthOfFieldInput): DepthOfField {
  requirePositive('fNumber', fNumber);
  requirePositive('cocMm', cocMm);
  requirePositive('pupilRatio', pupilRatio);
  const v = conjugates(focalMm, distanceM).imageMm;
  const exitPupil = (pupilRatio * focalMm) / fNumber;
  const offset = cocMm * focalMm * (pupilRatio - 1);
  if (exitPupil <= cocMm) {
    const most = (pupilRatio * focalMm) / cocMm;
    throw new CoreError('aperture_too_small', ['fNumber'], say(focusText.fnumberIsWithABlur, { fNumber, cocMm, most }));
  }
  const near = (exitPupil * v + offset) / (exitPupil - cocMm);
  const far = (exitPupil * v - offset) / (exitPupil + cocMm);
  const back = (image: number): number => (focalMm * image) / (image - focalMm) / 1000;
  return {
    nearM: back(near),
    farM: far <= focalMm ? null : back(far),
    hyperfocalM: (focalMm * focalMm) / (fNumber * cocMm) / 1000 + focalMm / 1000,
  };
}
