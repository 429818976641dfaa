import type { Geometry } from '../geometry/geometry';
import { railOf } from '../geometry/standards';

/**
 * How far the rail or the focus ring stands out beyond infinity, mm; below
 * zero nearer than at infinity. A tilt that carries the lens forward is not
 * counted: the rail does not move with it.
 *
 * @param geometry what follows from the settings of a setup
 *
 * @example
 * railOutMm(frontGeometry) // => 0.051116
 */
export function railOutMm(geometry: Geometry): number {
  return railOf(geometry) - geometry.settings.rig.lens.focalMm;
}
