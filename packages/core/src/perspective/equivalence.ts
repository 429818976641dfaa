import { perspectiveText } from '@gangway/messages/core/perspective';
import { say } from '@gangway/messages/say';
import { CoreError, requirePositive } from '../errors';

/** The same picture on another format, and the same subject size with another lens. */
export interface Equivalence {
  /** Same picture from the same place: focal length and f-number on format B. */
  readonly focalMm: number;
  readonly fNumber: number;
  /** Where the lens at hand gives the same subject size, m. */
  readonly distanceM: number;
  /** How large the background then is against the first picture. */
  readonly backgroundScale: number;
}

export interface EquivalenceInput {
  /** Focal length, mm. */
  readonly focalMm: number;
  /** Marked f-number. */
  readonly fNumber: number;
  /** Distance of the subject from the lens, m. */
  readonly distanceM: number;
  /** Size of the first format, mm. */
  readonly fromMm: number;
  /** Size of the second format, mm. */
  readonly toMm: number;
  /** Focal length of the lens at hand, mm. */
  readonly haveFocalMm: number;
  /** Distance from subject to background, m. */
  readonly backgroundM: number;
}

/**
 * From format size A to B (diagonal, width or height: the same of both, mm):
 * f·B/A and N·B/A. With another lens f₂ the same subject size needs
 * u₂ = f₂(1 + 1/(m·B/A)); a background b metres behind it changes by
 * [u₂/(u₂ + b)]/[u/(u + b)]. Source: the lens equation; equal entrance pupils.
 */
export function equivalence({ focalMm, fNumber, distanceM, fromMm, toMm, haveFocalMm, backgroundM }: EquivalenceInput): Equivalence {
  requirePositive('focalMm', focalMm);
  requirePositive('haveFocalMm', haveFocalMm);
  requirePositive('backgroundM', backgroundM);
  const ratio = requirePositive('toMm', toMm) / requirePositive('fromMm', fromMm);
  const u = requirePositive('distanceM', distanceM) * 1000;
  if (u <= focalMm) {
    throw new CoreError(
      'inside_focal_length',
      ['distanceM'],
      say(perspectiveText.distancemIsItMustBe, { distanceM, focalMm: focalMm / 1000 }),
    );
  }
  const m = (focalMm / (u - focalMm)) * ratio;
  const there = (haveFocalMm * (1 + 1 / m)) / 1000;
  const share = (distance: number): number => distance / (distance + backgroundM);
  return {
    focalMm: focalMm * ratio,
    fNumber: requirePositive('fNumber', fNumber) * ratio,
    distanceM: there,
    backgroundScale: share(there) / share(distanceM),
  };
}
