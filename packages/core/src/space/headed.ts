import { degrees } from '../angles';
import { turnedToWorld, type CameraAxes } from './pose';

/** How a back stands in the world, degrees: yaw right +, pitch up +, roll clockwise +. */
export interface Heading {
  readonly yawDeg: number;
  readonly pitchDeg: number;
  readonly rollDeg: number;
}

/**
 * Yaw, pitch and roll of directions in the world, the inverse of `cameraAxes`.
 *
 * @param axes right, up and forward in the world
 *
 * @example
 * headingOf({ right: [1, 0, 0], up: [0, 1, 0], forward: [0, 0, 1] }) // => { yawDeg: 0, pitchDeg: 0, rollDeg: 0 }
 */
export function headingOf({ right, up, forward }: CameraAxes): Heading {
  return {
    yawDeg: degrees(Math.atan2(forward[0], forward[2])) + 0,
    pitchDeg: degrees(Math.asin(Math.max(-1, Math.min(1, forward[1])))) + 0,
    rollDeg: degrees(Math.atan2(-right[1], up[1])) + 0,
  };
}

/**
 * Directions given in the frame of a camera, in the world.
 *
 * @param camera the camera's own directions in the world
 * @param own directions in the frame of the camera
 *
 * @example
 * axesWithin({ right: [1, 0, 0], up: [0, 1, 0], forward: [0, 0, 1] }, { right: [1, 0, 0], up: [0, 1, 0], forward: [0, 0, 1] }).up // => [0, 1, 0]
 */
export function axesWithin(camera: CameraAxes, own: CameraAxes): CameraAxes {
  return { right: turnedToWorld(camera, own.right), up: turnedToWorld(camera, own.up), forward: turnedToWorld(camera, own.forward) };
}
