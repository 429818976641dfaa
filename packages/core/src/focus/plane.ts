import { focusText } from '@gangway/messages/core/focus';
import { say } from '@gangway/messages/say';
import { CoreError, requirePositive } from '../errors';
import { axisAngles, lensAxis, type AxisAngles } from '../space/axis';
import { requireTilt, type TiltMechanism } from './tiltMechanism';
import { cross, dot, length, minus, scaled, type Vec3 } from '../space/vector';

/** A plane n·P = d in the camera frame: a unit normal and the distance from the lens, mm, above zero. */
export interface Plane {
  readonly normal: Vec3;
  readonly offsetMm: number;
}

/** A lens set: its axis against the back's normal, and how far the back is, along that normal. */
export interface LensSetting extends AxisAngles {
  readonly imageMm: number;
}

/**
 * The plane of sharp focus of a lens tilted and swung (degrees) with the back
 * at v: (v·l − f·ẑ)·P = v·f. Throws `focus_at_infinity` when the plane has run
 * off, `focus_behind` when an untilted back is inside the focal length.
 * Source: image of a plane through a thin lens; Scheimpflug's condition.
 *
 * @param focalMm focal length, mm
 * @param imageMm distance from lens to back along its normal, mm
 * @param tiltDeg tilt, degrees, forward positive
 * @param swingDeg swing, degrees, right positive
 *
 * @example
 * focusPlane(100, 200, 0, 0).offsetMm // => 200
 */
export function focusPlane(focalMm: number, imageMm: number, tiltDeg: number, swingDeg: number): Plane {
  requirePositive('focalMm', focalMm);
  requirePositive('imageMm', imageMm);
  return planeAt(focalMm, imageMm, lensAxis(tiltDeg, swingDeg));
}

function planeAt(focalMm: number, imageMm: number, axis: Vec3): Plane {
  const w = minus(scaled(axis, imageMm), [0, 0, focalMm]);
  const size = length(w);
  const untilted = axis[0] === 0 && axis[1] === 0;
  if (size <= 1e-12 * focalMm || (untilted && w[2] === 0)) {
    throw new CoreError('focus_at_infinity', ['imageMm'], say(focusText.imagemmIsUntiltedAtThe, { imageMm, focalMm }));
  }
  if (untilted && w[2] < 0) {
    throw new CoreError('focus_behind', ['imageMm'], say(focusText.imagemmIsUntiltedAndInside, { imageMm, focalMm }));
  }
  return { normal: scaled(w, 1 / size), offsetMm: (imageMm * focalMm) / size };
}

/**
 * The distance from the lens to its hinge line, mm: J = f/sin α. All planes of
 * focus at one tilt turn about this line as the back is moved. `null` untilted.
 * Source: H. M. Merklinger, Focusing the View Camera (1993), the hinge rule.
 *
 * @param focalMm focal length, mm
 * @param totalDeg total tilt, degrees
 *
 * @example
 * hingeMm(150, 5) // => 1721.1
 */
export function hingeMm(focalMm: number, totalDeg: number): number | null {
  requirePositive('focalMm', focalMm);
  const sine = Math.sin((Math.abs(totalDeg) * Math.PI) / 180);
  const hinge = focalMm / sine;
  return sine === 0 || !Number.isFinite(hinge) ? null : hinge;
}

/** The tilt that puts the hinge line at a distance (mm), degrees: asin(f/J). Throws `hinge_too_near` inside the focal length. */
export function tiltForHingeDeg(focalMm: number, hinge: number): number {
  requirePositive('focalMm', focalMm);
  requirePositive('hingeMm', hinge);
  if (hinge < focalMm) {
    throw new CoreError('hinge_too_near', ['hingeMm'], say(focusText.hingemmIsTheHingeLine, { hinge, focalMm }));
  }
  return (Math.asin(focalMm / hinge) * 180) / Math.PI;
}

/**
 * The setting that lays the plane of sharp focus on a wanted plane: with
 * n·P = d, lx = f·nx/d, ly = f·ny/d and v = f/(lz − f·nz/d). Throws
 * `plane_through_lens`, `plane_too_near` (it would take a right angle of tilt)
 * or `focus_behind`, each with the nearest plane that can be.
 */
export function settingForPlane(focalMm: number, plane: Plane, path: readonly (string | number)[] = ['plane']): LensSetting {
  requirePositive('focalMm', focalMm);
  const { normal: n, offsetMm: d } = plane;
  if (!(d > 0)) {
    throw new CoreError('plane_through_lens', path, focusText.thePlaneGoesThroughThe);
  }
  const lx = (focalMm * n[0]) / d;
  const ly = (focalMm * n[1]) / d;
  const across = lx * lx + ly * ly;
  if (across >= 1) {
    const least = focalMm * Math.hypot(n[0], n[1]);
    throw new CoreError('plane_too_near', path, say(focusText.thePlanePassesTheLens, { d: round(d), least: round(least) }));
  }
  const lz = Math.sqrt(1 - across);
  const along = lz - (focalMm * n[2]) / d;
  if (along <= 1e-12) {
    throw new CoreError('focus_behind', path, say(focusText.thePlanePassesTheLensAt, { d: round(d), focalMm }));
  }
  return { ...axisAngles([lx, ly, lz]), imageMm: focalMm / along };
}

/** The plane through three points, mm, with its normal turned so that it lies at a distance above zero. Throws `pins_in_line` or `plane_through_lens`. */
export function planeThrough(points: readonly [Vec3, Vec3, Vec3], path: readonly (string | number)[] = ['points']): Plane {
  const [a, b, c] = points;
  const ab = minus(b, a);
  const ac = minus(c, a);
  const n = cross(ab, ac);
  const size = length(n);
  if (size <= 1e-9 * length(ab) * length(ac) || size === 0) {
    throw new CoreError('pins_in_line', path, focusText.theThreePinsLieIn);
  }
  const normal = scaled(n, 1 / size);
  const d = dot(normal, a);
  const far = Math.max(length(a), length(b), length(c));
  if (Math.abs(d) <= 1e-9 * far) {
    throw new CoreError('plane_through_lens', path, focusText.thePlaneOfTheThree);
  }
  return d > 0 ? { normal, offsetMm: d } : { normal: scaled(normal, -1), offsetMm: -d };
}

/** Refuses a pin (m) that the lens cannot focus: behind the camera or inside the focal length. */
export function requirePin(focalMm: number, point: Vec3, path: readonly (string | number)[]): void {
  const z = point[2];
  if (!(z * 1000 > focalMm)) {
    const where = z <= 0 ? focusText.behindTheCamera : focusText.insideTheFocalLength;
    throw new CoreError('pin_not_in_front', [...path, 2], say(focusText.thePinLiesZIs, { where, z, focalMm: focalMm / 1000 }));
  }
}

/**
 * Tilt, swing and image distance that put three points (m, camera frame) in
 * sharp focus. Throws for points behind the camera or in one line, for planes
 * that no tilt can reach, and for a tilt that the mechanism cannot be set to.
 */
export function focusThroughPoints(
  focalMm: number,
  pointsM: readonly [Vec3, Vec3, Vec3],
  mechanism: TiltMechanism = { kind: 'free' },
): LensSetting & { readonly hingeMm: number | null } {
  requirePositive('focalMm', focalMm);
  pointsM.forEach((point, i) => requirePin(focalMm, point, ['pointsM', i]));
  const [a, b, c] = pointsM;
  const plane = planeThrough([scaled(a, 1000), scaled(b, 1000), scaled(c, 1000)], ['pointsM']);
  const setting = settingForPlane(focalMm, plane, ['pointsM']);
  requireTilt(mechanism, setting, ['pointsM']);
  return { ...setting, hingeMm: hingeMm(focalMm, setting.totalDeg) };
}

/** Which movement two pins are to be reached with, the other standing at zero. */
export type SingleMovement = 'tilt' | 'swing';

/** The two planes between which the blur stays within what is allowed; `null` for a limit beyond infinity. */
export interface Wedge {
  readonly near: Plane | null;
  readonly far: Plane | null;
}

export interface WedgeInput {
  /** Focal length, mm. */
  readonly focalMm: number;
  /** Distance from the lens to the back along its normal, mm. */
  readonly imageMm: number;
  /** Tilt, degrees, forward positive. */
  readonly tiltDeg: number;
  /** Swing, degrees, right positive. */
  readonly swingDeg: number;
  /** Marked f-number. */
  readonly fNumber: number;
  /** Permissible blur on the sensor, mm. */
  readonly cocMm: number;
}

/**
 * The wedge of a setting: with e = N·c/f the planes of focus for v/(1 − e)
 * (near) and v/(1 + e) (far). All three share the hinge line. Throws
 * `aperture_too_small` when e reaches 1.
 *
 * @param input the values, by name; each is described at its field
 *
 * @example
 * wedge({ focalMm: 100, imageMm: 105, tiltDeg: 0, swingDeg: 0, fNumber: 8, cocMm: 0.03 }).near.offsetMm // => 2003.8
 */
export function wedge({ focalMm, imageMm, tiltDeg, swingDeg, fNumber, cocMm }: WedgeInput): Wedge {
  requirePositive('focalMm', focalMm);
  requirePositive('imageMm', imageMm);
  const e = (requirePositive('fNumber', fNumber) * requirePositive('cocMm', cocMm)) / focalMm;
  if (e >= 1) {
    throw new CoreError(
      'aperture_too_small',
      ['fNumber'],
      say(focusText.fnumberIsWithABlurOf, { fNumber, cocMm, focalMm: focalMm / cocMm }),
    );
  }
  const axis = lensAxis(tiltDeg, swingDeg);
  const untilted = axis[0] === 0 && axis[1] === 0;
  const limit = (v: number): Plane | null => (untilted && v <= focalMm ? null : planeAt(focalMm, v, axis));
  return { near: limit(imageMm / (1 - e)), far: limit(imageMm / (1 + e)) };
}

function round(mm: number): number {
  return Math.round(mm * 10) / 10;
}
