import type { Geometry } from '../geometry/geometry';
import { degrees, radians } from '../angles';
import { coverageHalfAngle } from '../coverage/circle';
import { lensAxis } from '../space/axis';
import { dot, type Vec3 } from '../space/vector';
import { turnedToCamera } from '../space/pose';
import type { LightSource } from '../model/scene';

/** Where a light source stands to the lens. */
export interface FlareState {
  /** Its angle from the lens axis, degrees. */
  readonly angleDeg: number;
  /** Half the angle of the image circle, degrees; `null` when the circle is not known. */
  readonly circleDeg: number | null;
  /** Whether it is in the picture itself. */
  readonly inPicture: boolean;
  readonly shaded: boolean;
}

/**
 * The direction toward a light source in the world, a unit vector.
 *
 * @param light how far to the right of straight ahead it stands and how high, degrees
 *
 * @example
 * toward({ bearingDeg: 0, heightDeg: 0, shaded: false }) // => [0, 0, 1]
 */
export function toward({ bearingDeg, heightDeg }: LightSource): Vec3 {
  const [b, h] = [radians(bearingDeg), radians(heightDeg)];
  return [Math.sin(b) * Math.cos(h), Math.sin(h), Math.cos(b) * Math.cos(h)];
}

/** Whether a light source shines into the circle from outside the picture; `null` when none was given. */
export function flareState(geometry: Geometry): FlareState | null {
  const back = geometry.back;
  const light = geometry.settings.scene?.light ?? null;
  if (back === null || light === null) return null;
  const seen = turnedToCamera(back.axes, toward(light));
  const movements = geometry.lens;
  const circle = geometry.imageCircle;
  const frame = geometry.wholeFrame;
  const v = geometry.imageMm;
  const [x, y] = [(v * seen[0]) / seen[2] - movements.shiftMm, (v * seen[1]) / seen[2] - movements.riseMm];
  return {
    angleDeg: degrees(Math.acos(Math.max(-1, Math.min(1, dot(seen, lensAxis(movements.tiltDeg, movements.swingDeg)))))),
    circleDeg: circle && degrees(coverageHalfAngle(circle.atInfinityMm, geometry.settings.rig.lens.focalMm)),
    inPicture: seen[2] > 0 && Math.abs(x) <= frame.widthMm / 2 && Math.abs(y) <= frame.heightMm / 2,
    shaded: light.shaded,
  };
}
