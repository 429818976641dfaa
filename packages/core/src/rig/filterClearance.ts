import { radians } from '../angles';
import { CoreError, requireFinite, requireNotNegative, requirePositive } from '../errors';

/** Whether a filter stack shades the corner: *clear*, *shades* (up to half the light is lost), *cuts* (more). */
export interface FilterClearance {
  readonly clearDiameterForNoShadeMm: number;
  readonly clearDiameterForHalfLightMm: number;
  readonly verdict: 'clear' | 'shades' | 'cuts';
}

/**
 * Clear diameter that a filter needs at its rim, z = pupil depth behind the
 * thread + height of the stack in front of the entrance pupil (mm), for the
 * farthest corner's field angle θ (degrees) and opening D = f/N: no shade from
 * 2(z·tan θ + D/2), half the light at 2z·tan θ. Throws `angle_too_wide`.
 * Source: rays to the rim of the entrance pupil, plane geometry.
 */
export function filterClearance(
  focalMm: number,
  fNumber: number,
  pupilDepthMm: number,
  stackMm: number,
  clearDiameterMm: number,
  fieldDeg: number,
): FilterClearance {
  const opening = requirePositive('focalMm', focalMm) / requirePositive('fNumber', fNumber);
  const z = requireNotNegative('pupilDepthMm', pupilDepthMm) + requireNotNegative('stackMm', stackMm);
  requirePositive('clearDiameterMm', clearDiameterMm);
  if (Math.abs(requireFinite('fieldDeg', fieldDeg)) >= 90) {
    throw new CoreError('angle_too_wide', ['fieldDeg'], `fieldDeg is ${fieldDeg}; it must be less than 90.`);
  }
  const half = 2 * z * Math.tan(radians(Math.abs(fieldDeg)));
  const none = half + opening;
  const verdict = clearDiameterMm >= none ? 'clear' : clearDiameterMm >= half ? 'shades' : 'cuts';
  return { clearDiameterForNoShadeMm: none, clearDiameterForHalfLightMm: half, verdict };
}
