import { radians } from '../angles';
import type { Vec3 } from '../space/vector';

/** Turned about the upright through the reference: the right side goes away from the camera. */
export function turnedAbout(deg: number): (point: Vec3) => Vec3 {
  const [c, s] = [Math.cos(radians(deg)), Math.sin(radians(deg))];
  return ([x, y, z]) => [x * c - z * s, y, x * s + z * c];
}
