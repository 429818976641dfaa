import type { Geometry } from '../geometry/geometry';
import { axisToBack } from '../geometry/standards';
import { defocus } from '../geometry/pins';
/** Farther off than this no scale is read wrong, degrees. */
const MOST_DEG = 5;

/**
 * How far the tilt may be off what is set until the worst pin is no longer
 * sharp enough, at the present focus and aperture, degrees: the least over
 * leaning forward, back, left and right. 0 when a pin is not held as it is;
 * `null` without pins.
 */
export function leastBlurWith(geometry: Geometry): number | null {
  const placed = geometry.placedPins.filter(({ pin }) => pin.role === 'sharp');
  if (placed.length === 0) return null;
  const { cocMm } = geometry.blurAllowed;
  const setting = geometry.focus;
  const allowed = (geometry.settings.fNumber * cocMm) / setting.focalMm;
  const { front, rear } = geometry.settings;
  const holds = (tiltDeg: number, swingDeg: number): boolean => {
    const axis = axisToBack({ front: { tiltDeg, swingDeg }, rear });
    return placed.every(({ points, pin }) =>
      points.every((point) => Math.abs(defocus({ ...setting, axis }, point)) * pin.weight <= allowed * (1 + 1e-9)),
    );
  };
  if (!holds(front.tiltDeg, front.swingDeg)) return 0;
  // Along the tilt that is set: it is that scale which is read.
  const size = Math.hypot(front.tiltDeg, front.swingDeg) || 1;
  const [t, s] = [front.tiltDeg / size, front.swingDeg / size];
  const reach = (sign: number): number => {
    let [low, high] = [0, MOST_DEG];
    if (holds(front.tiltDeg + sign * high * t, front.swingDeg + sign * high * s)) return high;
    for (let i = 0; i < 24; i++) {
      const middle = (low + high) / 2;
      if (holds(front.tiltDeg + sign * middle * t, front.swingDeg + sign * middle * s)) low = middle;
      else high = middle;
    }
    return low;
  };
  return Math.min(reach(1), reach(-1));
}
