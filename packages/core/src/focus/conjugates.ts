import { focusText } from '@gangway/messages/core/focus';
import { say } from '@gangway/messages/say';
import { CoreError, requireFinite, requirePositive } from '../errors';

/** Where the image of a point at a given distance lies, and how large it is. */
export interface Conjugates {
  /** v, from the lens centre to the back along its normal, mm. */
  readonly imageMm: number;
  /** m, size on the sensor over size of the subject. */
  readonly magnification: number;
  /** v − f, how much farther out the lens stands than at infinity, mm. */
  readonly extensionMm: number;
}

/**
 * Image distance and magnification for a subject `distanceM` in front of the
 * lens (m, `null` for infinity) and a focal length in mm.
 * Throws `inside_focal_length` when the subject is not farther off than f.
 * Source: the Gaussian lens equation, e.g. Jacobson et al., The Manual of Photography.
 *
 * @param focalMm focal length, mm
 * @param distanceM from the lens, m; `null` for infinity
 *
 * @example
 * conjugates(100, 0.2) // => {imageMm: 200, magnification: 1, extensionMm: 100}
 */
export function conjugates(focalMm: number, distanceM: number | null): Conjugates {
  requirePositive('focalMm', focalMm);
  if (distanceM === null) return { imageMm: focalMm, magnification: 0, extensionMm: 0 };
  requirePositive('distanceM', distanceM);
  const u = distanceM * 1000;
  if (u <= focalMm) {
    throw new CoreError('inside_focal_length', ['distanceM'], say(focusText.distancemIsNoImageIs, { distanceM, focalMm: focalMm / 1000 }));
  }
  const beyond = u - focalMm;
  return {
    imageMm: (focalMm * u) / beyond,
    magnification: focalMm / beyond,
    extensionMm: (focalMm * focalMm) / beyond,
  };
}

/** What is found from a distance measured to the sensor. */
export interface SensorFocus {
  /** u, from the lens to the subject, m. */
  readonly distanceM: number;
  readonly imageMm: number;
  readonly magnification: number;
}

/**
 * Focus from the distance between subject and sensor, as a lens's scale reads
 * it (m), and the gap between the principal planes (mm, may be negative).
 * S = D − h, u = (S + √(S² − 4fS))/2, the larger root, which is the farther
 * subject. Throws `too_near` below four focal lengths, where nothing focuses.
 * Source: the lens equation with u + v = S.
 */
export function focusFromSensor(focalMm: number, sensorDistanceM: number, nodalGapMm = 0): SensorFocus {
  requirePositive('focalMm', focalMm);
  requirePositive('sensorDistanceM', sensorDistanceM);
  requireFinite('nodalGapMm', nodalGapMm);
  const span = sensorDistanceM * 1000 - nodalGapMm;
  const beyond = span - 4 * focalMm;
  // At four focal lengths exactly the rounding of the product decides nothing.
  const under = Math.abs(beyond) < 1e-9 * span ? 0 : span * beyond;
  if (span <= 0 || under < 0) {
    const least = (4 * focalMm + nodalGapMm) / 1000;
    throw new CoreError('too_near', ['sensorDistanceM'], say(focusText.sensordistancemIsASubjectIs, { sensorDistanceM, least }));
  }
  const u = (span + Math.sqrt(under)) / 2;
  const { imageMm, magnification } = conjugates(focalMm, u / 1000);
  return { distanceM: u / 1000, imageMm, magnification };
}

/** The distance that a lens images at v (mm), m; `null` at infinity. Throws `inside_focal_length` when v is less than f. */
export function objectDistanceM(focalMm: number, imageMm: number): number | null {
  requirePositive('focalMm', focalMm);
  requirePositive('imageMm', imageMm);
  if (imageMm < focalMm) {
    throw new CoreError('inside_focal_length', ['imageMm'], say(focusText.imagemmIsNothingIsIn, { imageMm, focalMm }));
  }
  return imageMm === focalMm ? null : (focalMm * imageMm) / (imageMm - focalMm) / 1000;
}
