import { exposureText } from '@gangway/messages/core/exposure';
import { say } from '@gangway/messages/say';
import { radians } from '../angles';
import { CoreError, requireFinite, requireNotNegative, requirePositive } from '../errors';

/** What extension and field angle cost in light. */
export interface ExposureFactor {
  readonly factor: number;
  readonly stops: number;
  readonly effectiveFNumber: number;
  /** Light lost at a field angle against the axis, stops. */
  readonly falloffStops: number;
}

/**
 * Close-up factor (1 + m/p)², in stops 2·log₂(1 + m/p), and falloff
 * −4·log₂ cos θ at a field angle (degrees). Measured falloff replaces the
 * cos⁴ law where it is known. Throws `angle_too_wide` from 90° on.
 * Source: cos⁴ law and bellows factor, e.g. Jacobson et al., The Manual of Photography.
 */
export function exposureFactor(magnification: number, pupilRatio: number, fNumber: number, fieldDeg: number): ExposureFactor {
  requireNotNegative('magnification', magnification);
  requirePositive('pupilRatio', pupilRatio);
  requirePositive('fNumber', fNumber);
  if (Math.abs(requireFinite('fieldDeg', fieldDeg)) >= 90) {
    throw new CoreError('angle_too_wide', ['fieldDeg'], say(exposureText.fielddegIsItMustBe, { fieldDeg }));
  }
  const along = 1 + magnification / pupilRatio;
  return {
    factor: along * along,
    stops: 2 * Math.log2(along),
    effectiveFNumber: fNumber * along,
    falloffStops: -4 * Math.log2(Math.cos(radians(fieldDeg))) + 0,
  };
}

/** The time that film needs where a meter says t (s): t^r beyond one second, t below. Source: exponents as film data sheets give them. */
export function reciprocityTime(shutterSpeedS: number, exponent: number): number {
  requirePositive('shutterSpeedS', shutterSpeedS);
  requirePositive('exponent', exponent);
  return shutterSpeedS > 1 ? shutterSpeedS ** exponent : shutterSpeedS;
}
