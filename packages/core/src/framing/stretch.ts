import type { Geometry } from '../geometry/geometry';
import type { Vec3 } from '../space/vector';
import { seenFrom } from '../space/pose';

/**
 * How much longer than wide a small ball at a point of the world is drawn:
 * 1/cos of its angle from the back's normal; `null` behind the lens or without
 * a scene. Source: central projection of a sphere.
 *
 * @param geometry what follows from the settings of a setup
 * @param point a point of the world, m
 *
 * @example
 * stretchAt(frontGeometry, [0, 1.6, 0]) // => 1
 */
export function stretchAt(geometry: Geometry, point: Vec3): number | null {
  const back = geometry.back;
  if (back === null) return null;
  const seen = seenFrom(back, point);
  return seen[2] <= 0 ? null : Math.hypot(...seen) / seen[2];
}

/** The stretch at a place of the picture, mm from the centre of the frame. */
export function stretchInPicture(geometry: Geometry, xMm: number, yMm: number): number {
  const v = geometry.imageMm;
  const { riseMm, shiftMm } = geometry.position;
  return Math.hypot(xMm + shiftMm, yMm + riseMm, v) / v;
}
