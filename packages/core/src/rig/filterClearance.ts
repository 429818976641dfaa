import { rigText } from '@gangway/messages/core/rig';
import { say } from '@gangway/messages/say';
import { radians } from '../angles';
import { CoreError, requireFinite, requireNotNegative, requirePositive } from '../errors';

/** Whether a filter stack shades the corner: *clear*, *shades* (up to half the light is lost), *cuts* (more). */
export interface FilterClearance {
  readonly clearDiameterForNoShadeMm: number;
  readonly clearDiameterForHalfLightMm: number;
  readonly verdict: 'clear' | 'shades' | 'cuts';
}

export interface FilterClearanceInput {
  /** Focal length, mm. */
  readonly focalMm: number;
  /** Marked f-number. */
  readonly fNumber: number;
  /** Depth of the entrance pupil behind the filter thread, mm. */
  readonly pupilDepthMm: number;
  /** Height of the filter stack, mm. */
  readonly stackMm: number;
  /** Clear diameter of the front filter, mm. */
  readonly clearDiameterMm: number;
  /** Field angle of the farthest corner, degrees. */
  readonly fieldDeg: number;
}

/**
 * Clear diameter that a filter needs at its rim, z = pupil depth behind the
 * thread + height of the stack in front of the entrance pupil (mm), for the
 * farthest corner's field angle θ (degrees) and opening D = f/N: no shade from
 * 2(z·tan θ + D/2), half the light at 2z·tan θ. Throws `angle_too_wide`.
 * Source: rays to the rim of the entrance pupil, plane geometry.
 */
export function filterClearance({
  focalMm,
  fNumber,
  pupilDepthMm,
  stackMm,
  clearDiameterMm,
  fieldDeg,
}: FilterClearanceInput): FilterClearance {
  const opening = requirePositive('focalMm', focalMm) / requirePositive('fNumber', fNumber);
  const z = requireNotNegative('pupilDepthMm', pupilDepthMm) + requireNotNegative('stackMm', stackMm);
  requirePositive('clearDiameterMm', clearDiameterMm);
  if (Math.abs(requireFinite('fieldDeg', fieldDeg)) >= 90) {
    throw new CoreError('angle_too_wide', ['fieldDeg'], say(rigText.fielddegIsItMustBe, { fieldDeg }));
  }
  const half = 2 * z * Math.tan(radians(Math.abs(fieldDeg)));
  const none = half + opening;
  const verdict = clearanceVerdict(clearDiameterMm, none, half);
  return { clearDiameterForNoShadeMm: none, clearDiameterForHalfLightMm: half, verdict };
}

function clearanceVerdict(clearDiameterMm: number, none: number, half: number): 'clear' | 'shades' | 'cuts' {
  if (clearDiameterMm >= none) return 'clear';
  if (clearDiameterMm >= half) return 'shades';
  return 'cuts';
}
