import { surveyText } from '@gangway/messages/core/survey';
import { say } from '@gangway/messages/say';
import { radians } from '../angles';
import { CoreError, requireFinite, requireNotNegative, requirePositive } from '../errors';

/** A height that was found, with its standard uncertainty, m. */
export interface FoundHeight {
  readonly heightM: number;
  readonly uncertaintyM: number;
}

// Uncertainties are combined as independent, by the law of propagation (JCGM 100:2008, section 5.1).
const together = (...parts: readonly number[]): number => Math.hypot(...parts);

function upAngle(field: string, deg: number): number {
  if (Math.abs(requireFinite(field, deg)) >= 90) {
    throw new CoreError('angle_too_steep', [field], say(surveyText.isItMustBeLess, { field, deg }));
  }
  return radians(deg);
}

export interface HeightByAngleInput {
  /** Distance of the subject from the lens, m. */
  readonly distanceM: number;
  readonly angleDeg: number;
  readonly eyeM: number;
  readonly distanceErrorM: number;
  readonly angleErrorDeg: number;
}

/**
 * Height from the distance to the foot of something upright and the angle up
 * to its top, seen from `eyeM` above the ground: H = c + D·tan α. Metres,
 * degrees, uncertainties of distance and angle as standard deviations.
 * Throws `angle_too_steep`. Source: plane trigonometry; JCGM 100:2008.
 *
 * @param input the values, by name; each is described at its field
 *
 * @example
 * heightByAngle({ distanceM: 20, angleDeg: 45, eyeM: 1.6, distanceErrorM: 0.1, angleErrorDeg: 0.5 }).heightM // => 21.6
 */
export function heightByAngle({ distanceM, angleDeg, eyeM, distanceErrorM, angleErrorDeg }: HeightByAngleInput): FoundHeight {
  requirePositive('distanceM', distanceM);
  const a = upAngle('angleDeg', angleDeg);
  requireFinite('eyeM', eyeM);
  return {
    heightM: eyeM + distanceM * Math.tan(a),
    uncertaintyM: together(
      Math.tan(a) * requireNotNegative('distanceErrorM', distanceErrorM),
      (distanceM / Math.cos(a) ** 2) * radians(requireNotNegative('angleErrorDeg', angleErrorDeg)),
    ),
  };
}

/** As `FoundHeight`, with the distance that follows from both angles. */
export interface BaselineHeight extends FoundHeight {
  /** From the nearer place to the foot, m. */
  readonly distanceM: number;
}

export interface HeightByBaselineInput {
  readonly baselineM: number;
  readonly farDeg: number;
  readonly nearDeg: number;
  readonly eyeM: number;
  readonly baselineErrorM: number;
  readonly angleErrorDeg: number;
}

/**
 * Height of something whose foot cannot be reached, from the angles up to its
 * top at two places a baseline apart on the level line toward it:
 * H = c + b·tan α·tan β/(tan β − tan α), β at the nearer place.
 * Throws `angles_not_growing` when the nearer angle is not the steeper one.
 * Source: plane trigonometry; JCGM 100:2008.
 *
 * @param input the values, by name; each is described at its field
 *
 * @example
 * heightByBaseline({ baselineM: 10, farDeg: 30, nearDeg: 45, eyeM: 1.6, baselineErrorM: 0.1, angleErrorDeg: 0.5 }).heightM // => 15.26
 */
export function heightByBaseline({
  baselineM,
  farDeg,
  nearDeg,
  eyeM,
  baselineErrorM,
  angleErrorDeg,
}: HeightByBaselineInput): BaselineHeight {
  requirePositive('baselineM', baselineM);
  requireFinite('eyeM', eyeM);
  const [far, near] = [Math.tan(upAngle('farDeg', farDeg)), Math.tan(upAngle('nearDeg', nearDeg))];
  if (far <= 0 || near <= far) {
    throw new CoreError('angles_not_growing', ['nearDeg'], say(surveyText.neardegIsTheAngleAt, { nearDeg, farDeg }));
  }
  const apart = near - far;
  const error = radians(requireNotNegative('angleErrorDeg', angleErrorDeg));
  // d(tan)/dα = 1 + tan².
  const byFar = ((baselineM * near * near) / apart ** 2) * (1 + far * far) * error;
  const byNear = ((baselineM * far * far) / apart ** 2) * (1 + near * near) * error;
  return {
    heightM: eyeM + (baselineM * far * near) / apart,
    uncertaintyM: together(((far * near) / apart) * requireNotNegative('baselineErrorM', baselineErrorM), byFar, byNear),
    distanceM: (baselineM * far) / apart,
  };
}

/**
 * Height from storeys that are counted: n times the height of one, and what stands above and below them. All storeys are taken to be wrong alike, so the uncertainty is n times that of one.
 *
 * @param storeys number of storeys
 * @param storeyM height of a storey, m
 * @param restM height that is no storey, m
 * @param storeyErrorM uncertainty of a storey, m
 *
 * @example
 * heightByStoreys(7, 3.5, 1, 0.2).heightM // => 25.5
 */
export function heightByStoreys(storeys: number, storeyM: number, restM: number, storeyErrorM: number): FoundHeight {
  requirePositive('storeys', storeys);
  requirePositive('storeyM', storeyM);
  requireNotNegative('restM', restM);
  return { heightM: storeys * storeyM + restM, uncertaintyM: storeys * requireNotNegative('storeyErrorM', storeyErrorM) };
}

export interface HeightByPictureInput {
  readonly knownM: number;
  readonly knownPx: number;
  readonly wantedPx: number;
  readonly knownErrorM: number;
  readonly readErrorPx: number;
}

/**
 * Height from a test picture taken level, in which something of known size
 * stands as far off as the thing itself: H = known · its height / the known
 * one's, both in pixels. Every end is read to `readErrorPx`.
 * Source: similar triangles; JCGM 100:2008.
 *
 * @param input the values, by name; each is described at its field
 *
 * @example
 * heightByPicture({ knownM: 2, knownPx: 100, wantedPx: 800, knownErrorM: 0.01, readErrorPx: 2 }).heightM // => 16
 */
export function heightByPicture({ knownM, knownPx, wantedPx, knownErrorM, readErrorPx }: HeightByPictureInput): FoundHeight {
  requirePositive('knownM', knownM);
  requirePositive('knownPx', knownPx);
  requirePositive('wantedPx', wantedPx);
  const heightM = (knownM * wantedPx) / knownPx;
  // A size in pixels has two ends.
  const size = Math.SQRT2 * requireNotNegative('readErrorPx', readErrorPx);
  return {
    heightM,
    uncertaintyM: heightM * together(requireNotNegative('knownErrorM', knownErrorM) / knownM, size / knownPx, size / wantedPx),
  };
}
