import { type Geometry, freshGeometry } from '../geometry/geometry';
import { slidesFor } from '../geometry/standards';
import type { Vec3 } from '../space/vector';
import { turnedToCamera, turnedToWorld } from '../space/pose';
import { patched } from '../setup/patch';
import type { ShiftPosition } from '../model/movements';
import type { Placing } from '../model/setup';

/**
 * The movements that keep in the centre of the picture what is there now when
 * the camera is turned: the ray of the centre, expressed in the turned back,
 * cuts it at v·x/z, v·y/z. `null` when it would no longer be in front, or
 * without a scene. For a yaw alone of a level camera this is the counter-shift
 * v·tan(atan(s/v) − ψ). Source: central projection.
 */
export function keepingCentre(geometry: Geometry, placing: Placing): ShiftPosition | null {
  const next = patched(geometry.settings, { placing });
  const [before, after] = [geometry.back, freshGeometry(next).back];
  if (before === null || after === null) return null;
  const v = geometry.imageMm;
  const { riseMm, shiftMm } = geometry.position;
  const ray: Vec3 = [shiftMm, riseMm, v];
  const [x, y, z] = turnedToCamera(after.axes, turnedToWorld(before.axes, ray));
  return z <= 1e-9 ? null : slidesFor(geometry.carried, { shiftMm: (v * x) / z, riseMm: (v * y) / z });
}
