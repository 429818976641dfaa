import { degrees, radians } from '../angles';
import { cross, length, scaled, type Vec3 } from './vector';

/** A direction of the lens axis, degrees: tilt forward +, swing right +, and the angle of both together. */
export interface AxisAngles {
  readonly tiltDeg: number;
  readonly swingDeg: number;
  readonly totalDeg: number;
}

/**
 * The lens axis as a unit vector in the camera frame (x right, y up, z toward the subject), swing first, then tilt.
 *
 * @param tiltDeg tilt, degrees, forward positive
 * @param swingDeg swing, degrees, right positive
 *
 * @example
 * lensAxis(0, 0) // => [0, 0, 1]
 */
export function lensAxis(tiltDeg: number, swingDeg: number): Vec3 {
  const t = radians(tiltDeg);
  const s = radians(swingDeg);
  return [Math.sin(s) * Math.cos(t), -Math.sin(t), Math.cos(s) * Math.cos(t)];
}

/** The angles of an axis, given as a unit vector that points toward the subject. */
export function axisAngles([x, y, z]: Vec3): AxisAngles {
  return {
    tiltDeg: degrees(Math.atan2(-y, Math.hypot(x, z))) + 0,
    swingDeg: degrees(Math.atan2(x, z)) + 0,
    totalDeg: degrees(Math.atan2(Math.hypot(x, y), z)),
  };
}

/** Two unit vectors in the plane of the lens: across (level) and up. */
export function apertureAxes(axis: Vec3): readonly [Vec3, Vec3] {
  const level = cross([0, 1, 0], axis);
  const across = scaled(level, 1 / length(level));
  return [across, cross(axis, across)];
}
