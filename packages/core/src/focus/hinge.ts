import { focusText } from '@gangway/messages/core/focus';
import { say } from '@gangway/messages/say';
import { CoreError, requireFinite, requirePositive } from '../errors';
import { radians } from '../angles';
import { settingForPlane, tiltForHingeDeg, type LensSetting } from './plane';

/** A row of the table of hinge distances. */
export interface HingeRow {
  readonly tiltDeg: number;
  readonly hingeM: number;
}

/**
 * How far below the lens the hinge line lies for each tilt up to the most that
 * a mechanism has (degrees), J = f/sin α in m. Source: H. M. Merklinger,
 * Focusing the View Camera (1993), the hinge rule.
 *
 * @param focalMm focal length, mm
 * @param mostDeg greatest tilt of the table, degrees
 * @param stepDeg steps of the table, degrees
 *
 * @example
 * hingeTable(150, 5, 5)[0]?.hingeM // => 1.7211
 */
export function hingeTable(focalMm: number, mostDeg: number, stepDeg = 0.5): readonly HingeRow[] {
  requirePositive('focalMm', focalMm);
  requirePositive('stepDeg', stepDeg);
  const rows = Math.floor(mostDeg / stepDeg + 1e-9);
  return Array.from({ length: rows }, (_, i) => {
    const tiltDeg = Math.round((i + 1) * stepDeg * 1000) / 1000;
    return { tiltDeg, hingeM: focalMm / Math.sin(radians(tiltDeg)) / 1000 };
  });
}

/** What the plane of focus is wanted to be, seen from the side of a level back. */
export interface HingePlane {
  /** How far below the lens (above it when negative) the plane meets the plane of the lens that is parallel to the back, m. */
  readonly belowM: number;
  /** How it rises away from the camera, degrees; 0 runs level with the axis of an untilted lens. */
  readonly slopeDeg: number;
}

/**
 * Tilt by the hinge distance, then focus by the slope: the tilt that hinges the
 * plane `belowM` under the lens, and the image distance that gives it its slope.
 * Throws `hinge_too_near` inside the focal length, `focus_behind` for a slope
 * that would need the back before the lens.
 * Source: Merklinger's hinge rule; the lens equation for a plane.
 *
 * @param focalMm focal length, mm
 * @param plane hinge line below the lens, m, and slope of the plane, degrees
 *
 * @example
 * settingByHinge(150, { belowM: 1.72, slopeDeg: 0 }).tiltDeg // => 5.0031
 */
export function settingByHinge(focalMm: number, { belowM, slopeDeg }: HingePlane): LensSetting {
  requireFinite('belowM', belowM);
  if (!(Math.abs(requireFinite('slopeDeg', slopeDeg)) < 90))
    throw new CoreError('bad_slope', ['slopeDeg'], say(focusText.slopedegIsItMustBe, { slopeDeg }));
  tiltForHingeDeg(focalMm, Math.abs(belowM) * 1000 || Number.MIN_VALUE);
  const phi = radians(slopeDeg);
  const side = Math.sign(belowM);
  return settingForPlane(
    focalMm,
    { normal: [0, -Math.cos(phi) * side, Math.sin(phi) * side], offsetMm: Math.abs(belowM) * 1000 * Math.cos(phi) },
    ['belowM'],
  );
}
