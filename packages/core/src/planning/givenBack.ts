import type { Geometry } from '../geometry/geometry';
import { pivotMoved } from '../geometry/standards';

/**
 * The movement that puts the picture back where it was before the lens was turned by its pivot, in tenths; `null` when it has not moved.
 *
 * @param geometry what follows from the settings of a setup
 *
 * @example
 * givenBack(frontGeometry) // => null
 */
export function givenBack(geometry: Geometry): { readonly riseMm: number; readonly shiftMm: number } | null {
  const [is, was] = [geometry.pivot, pivotMoved(geometry.settings, geometry.settings.composedAt)];
  const [rise, shift] = [is.riseMm - was.riseMm, is.shiftMm - was.shiftMm];
  if (Math.hypot(rise, shift) < 0.05) return null;
  const tenth = (mm: number): number => Math.round(mm * 10) / 10 + 0;
  return { riseMm: tenth(geometry.settings.movements.riseMm - rise), shiftMm: tenth(geometry.settings.movements.shiftMm - shift) };
}
