import { CoreError, requirePositive } from '../errors';

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
 */
export function conjugates(focalMm: number, distanceM: number | null): Conjugates {
  requirePositive('focalMm', focalMm);
  if (distanceM === null) return { imageMm: focalMm, magnification: 0, extensionMm: 0 };
  requirePositive('distanceM', distanceM);
  const u = distanceM * 1000;
  if (u <= focalMm) {
    throw new CoreError(
      'inside_focal_length',
      ['distanceM'],
      `distanceM is ${distanceM}; no image is formed at or inside the focal length, so it must be more than ${focalMm / 1000} m.`,
    );
  }
  const beyond = u - focalMm;
  return {
    imageMm: (focalMm * u) / beyond,
    magnification: focalMm / beyond,
    extensionMm: (focalMm * focalMm) / beyond,
  };
}
