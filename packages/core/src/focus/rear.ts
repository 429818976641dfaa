import { lensAxis } from '../space/axis';
import { cross, dot, length, scaled, type Vec3 } from '../space/vector';

/**
 * Rear movements, taken in the frame of the back. When the back is tilted and
 * swung (degrees, tilt forward +: its top toward the subject; swing right +)
 * its normal is the axis of the frame in which everything else is computed.
 * Only the angle between lens and back counts for the plane of focus; what the
 * back alone changes is the shape of the picture.
 */
export interface BackFrame {
  /** The back's right, up and normal, as unit vectors in the frame of the camera's base. */
  readonly right: Vec3;
  readonly up: Vec3;
  readonly normal: Vec3;
}

/** The frame of a tilted and swung back; its right stays level. */
export function backFrame(rearTiltDeg: number, rearSwingDeg: number): BackFrame {
  const normal = lensAxis(rearTiltDeg, rearSwingDeg);
  const level = cross([0, 1, 0], normal);
  const right = scaled(level, 1 / length(level));
  return { right, up: cross(normal, right), normal };
}

/** A point or direction of the base frame, seen in the frame of the back. */
export function inBackFrame(frame: BackFrame, p: Vec3): Vec3 {
  return [dot(p, frame.right), dot(p, frame.up), dot(p, frame.normal)];
}

/** A point or direction of the back's frame, seen in the base frame. */
export function inBaseFrame({ right, up, normal }: BackFrame, [x, y, z]: Vec3): Vec3 {
  return [x * right[0] + y * up[0] + z * normal[0], x * right[1] + y * up[1] + z * normal[1], x * right[2] + y * up[2] + z * normal[2]];
}
