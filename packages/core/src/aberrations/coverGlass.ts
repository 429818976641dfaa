import { radians } from '../angles';
import type { FocusError } from './aberrations';

/** Refractive index of the glass before a sensor, from memory: of common crown glass, 1.52. */
export const COVER_GLASS_INDEX = 1.52;

/**
 * How far a plane plate of glass in the converging light moves the focus of an
 * oblique ray beyond that of the ray along the axis, mm, away from the lens:
 * across the plane of incidence t(1 − cos θ/√(n² − sin² θ)), in it
 * t(1 − n²cos² θ·cos θ/(n² − sin² θ)^{3/2}), each less t(1 − 1/n), which is
 * focused away. Source: astigmatism of a plane-parallel plate, e.g. Smith,
 * Modern Optical Engineering (from memory); checked against rays traced by
 * Snell’s law.
 *
 * @param thicknessMm of the glass, mm; negative for glass that is missing
 * @param angleDeg angle of the ray off the normal of the plate, degrees
 * @param index refractive index
 *
 * @example
 * coverGlassShift(2, 30) // => { sagittalMm: 0.10913, tangentialMm: 0.30099 }
 */
export function coverGlassShift(thicknessMm: number, angleDeg: number, index = COVER_GLASS_INDEX): FocusError {
  const theta = radians(angleDeg);
  const [sin, cos] = [Math.sin(theta), Math.cos(theta)];
  const inside = Math.sqrt(index * index - sin * sin);
  const along = 1 - 1 / index;
  return {
    sagittalMm: thicknessMm * (1 - cos / inside - along) + 0,
    tangentialMm: thicknessMm * (1 - (index * index * cos ** 3) / inside ** 3 - along) + 0,
  };
}
