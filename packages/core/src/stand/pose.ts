import { radians } from '../angles';
import type { Vec3 } from '../focus/vector';

/**
 * Where the camera stands and how its back is turned. The world is metres: x
 * right, y up from the ground, z away from the photographer. Yaw right +,
 * pitch up +, roll clockwise as the photographer sees it +, degrees; turned in
 * that order.
 */
export interface Pose {
  readonly xM: number;
  readonly heightM: number;
  readonly zM: number;
  readonly yawDeg: number;
  readonly pitchDeg: number;
  readonly rollDeg: number;
}

/** The camera's own directions in the world. */
export interface CameraAxes {
  readonly right: Vec3;
  readonly up: Vec3;
  readonly forward: Vec3;
}

/** Right, up and forward of the back: yaw about the upright, pitch about its right, roll about its forward. */
export function cameraAxes({ yawDeg, pitchDeg, rollDeg }: Pick<Pose, 'yawDeg' | 'pitchDeg' | 'rollDeg'>): CameraAxes {
  const [y, p, r] = [radians(yawDeg), radians(pitchDeg), radians(rollDeg)];
  const level: Vec3 = [Math.cos(y), 0, -Math.sin(y)];
  const forward: Vec3 = [Math.sin(y) * Math.cos(p), Math.sin(p), Math.cos(y) * Math.cos(p)];
  const upright: Vec3 = [-Math.sin(y) * Math.sin(p), Math.cos(p), -Math.cos(y) * Math.sin(p)];
  const mix = (a: Vec3, ka: number, b: Vec3, kb: number): Vec3 => [a[0] * ka + b[0] * kb, a[1] * ka + b[1] * kb, a[2] * ka + b[2] * kb];
  // Clockwise: the right side goes down, the top goes right.
  return { right: mix(level, Math.cos(r), upright, -Math.sin(r)), up: mix(upright, Math.cos(r), level, Math.sin(r)), forward };
}

/** A point of the world in the camera frame (x right, y up, z forward from the lens), m. */
export function inCamera(pose: Pose, [x, y, z]: Vec3): Vec3 {
  const { right, up, forward } = cameraAxes(pose);
  const d: Vec3 = [x - pose.xM, y - pose.heightM, z - pose.zM];
  const along = (a: Vec3): number => a[0] * d[0] + a[1] * d[1] + a[2] * d[2];
  return [along(right), along(up), along(forward)];
}
