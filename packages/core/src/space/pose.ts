import { degrees, radians } from '../angles';
import { dot, minus, type Vec3 } from './vector';

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

/**
 * Right, up and forward of the back: yaw about the upright, pitch about its right, roll about its forward.
 *
 * @param turned yaw right, pitch up and roll clockwise, degrees
 *
 * @example
 * cameraAxes({ yawDeg: 0, pitchDeg: 0, rollDeg: 0 }).forward // => [0, 0, 1]
 */
export function cameraAxes({ yawDeg, pitchDeg, rollDeg }: Pick<Pose, 'yawDeg' | 'pitchDeg' | 'rollDeg'>): CameraAxes {
  const [y, p, r] = [radians(yawDeg), radians(pitchDeg), radians(rollDeg)];
  const level: Vec3 = [Math.cos(y), 0, -Math.sin(y)];
  const forward: Vec3 = [Math.sin(y) * Math.cos(p), Math.sin(p), Math.cos(y) * Math.cos(p)];
  const upright: Vec3 = [-Math.sin(y) * Math.sin(p), Math.cos(p), -Math.cos(y) * Math.sin(p)];
  const mix = (a: Vec3, ka: number, b: Vec3, kb: number): Vec3 => [a[0] * ka + b[0] * kb, a[1] * ka + b[1] * kb, a[2] * ka + b[2] * kb];
  // Clockwise: the right side goes down, the top goes right.
  return { right: mix(level, Math.cos(r), upright, -Math.sin(r)), up: mix(upright, Math.cos(r), level, Math.sin(r)), forward };
}

/**
 * How a camera is turned that has these directions: the way back from `cameraAxes`. Straight up or down, yaw and roll are one; it is told as yaw.
 *
 * @param axes right, up and forward of the camera, in the world
 *
 * @example
 * anglesOf({ right: [1, 0, 0], up: [0, 1, 0], forward: [0, 0, 1] }) // => {yawDeg: 0, pitchDeg: 0, rollDeg: 0}
 */
export function anglesOf({ right, up, forward }: CameraAxes): Pick<Pose, 'yawDeg' | 'pitchDeg' | 'rollDeg'> {
  const pitchDeg = degrees(Math.asin(Math.max(-1, Math.min(1, forward[1])))) + 0;
  const steep = Math.hypot(forward[0], forward[2]) < 1e-9;
  if (steep) return { yawDeg: degrees(Math.atan2(-right[2], right[0])) + 0, pitchDeg, rollDeg: 0 };
  return { yawDeg: degrees(Math.atan2(forward[0], forward[2])) + 0, pitchDeg, rollDeg: degrees(Math.atan2(-right[1], up[1])) + 0 };
}

/** A camera in the world: where its lens is and how its back is turned. */
export interface Placed {
  readonly at: Vec3;
  readonly axes: CameraAxes;
}

/** A pose as place and directions. */
export function placed(pose: Pose): Placed {
  return { at: [pose.xM, pose.heightM, pose.zM], axes: cameraAxes(pose) };
}

/**
 * A direction of the world in the camera frame.
 *
 * @param axes right, up and forward of the camera, in the world
 * @param direction a direction in the world
 *
 * @example
 * turnedToCamera({ right: [1, 0, 0], up: [0, 1, 0], forward: [0, 0, 1] }, [1, 2, 3]) // => [1, 2, 3]
 */
export function turnedToCamera({ right, up, forward }: CameraAxes, direction: Vec3): Vec3 {
  return [dot(right, direction), dot(up, direction), dot(forward, direction)];
}

/**
 * A direction of the camera frame in the world.
 *
 * @param axes right, up and forward of the camera, in the world
 * @param direction a direction in the camera’s frame
 *
 * @example
 * turnedToWorld({ right: [1, 0, 0], up: [0, 1, 0], forward: [0, 0, 1] }, [1, 2, 3]) // => [1, 2, 3]
 */
export function turnedToWorld({ right, up, forward }: CameraAxes, [x, y, z]: Vec3): Vec3 {
  const part = (i: 0 | 1 | 2): number => right[i] * x + up[i] * y + forward[i] * z;
  return [part(0), part(1), part(2)];
}

/**
 * A point of the world in the camera frame (x right, y up, z forward from the lens), m.
 *
 * @param camera place and direction of the camera
 * @param point a point of the world, m
 *
 * @example
 * seenFrom({ at: [0, 0, -10], axes: { right: [1, 0, 0], up: [0, 1, 0], forward: [0, 0, 1] } }, [1, 2, 0]) // => [1, 2, 10]
 */
export function seenFrom({ at, axes }: Placed, point: Vec3): Vec3 {
  return turnedToCamera(axes, minus(point, at));
}

/** As `seenFrom`, from a pose. */
export function inCamera(pose: Pose, point: Vec3): Vec3 {
  return seenFrom(placed(pose), point);
}
